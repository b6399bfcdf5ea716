/** The stereo picture as an arc before the listener, with the ends of the instrument on it. */
import type { PairDrawing } from '../../../api/types';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';
import { onArc } from '../model';
import classes from './sound.module.css';

export function Arc({ pair }: { pair: PairDrawing }) {
  return (
    <Sized label="Where the instrument lands">{(size) => <View pair={pair} size={size} />}</Sized>
  );
}

function View({ pair, size }: { pair: PairDrawing; size: Size }) {
  const ear = { x: size.width / 2, y: size.height - 16 };
  const r = Math.max(40, Math.min(size.height - 74, (size.width / 2 - 46) / Math.sin(onArc(1))));
  const at = (side: number, out = r) => ({
    x: ear.x + out * Math.sin(onArc(side)),
    y: ear.y - out * Math.cos(onArc(side)),
  });
  const bar = { y: Math.max(26, ear.y - r - 32), half: Math.min(0.36 * size.width, 0.95 * r) };
  const arc = (from: number, to: number) => {
    const [a, b] = [at(from), at(to)];
    return `M${a.x} ${a.y}A${r} ${r} 0 0 1 ${b.x} ${b.y}`;
  };
  const sides = [
    { side: -1, words: 'left', anchor: 'end' as const, by: -8 },
    { side: 1, words: 'right', anchor: 'start' as const, by: 8 },
  ];
  return (
    <>
      <path d={`M${ear.x - bar.half} ${bar.y}H${ear.x + bar.half}`} className={classes.strings} />
      <text x={ear.x} y={bar.y - 9} textAnchor="middle" className={classes.quiet}>
        the instrument, end to end
      </text>
      <path d={arc(-0.5, 0.5)} className={classes.inner} />
      <path d={arc(-1, 1)} className={classes.arc} />
      {pair.landings.map((one) => {
        const spot = at(one.side);
        const end = Math.abs(one.at) > 0.99;
        return (
          <g key={one.at}>
            <path
              d={`M${ear.x + one.at * bar.half} ${bar.y}L${spot.x} ${spot.y}`}
              className={classes.thread}
            />
            <circle
              cx={spot.x}
              cy={spot.y}
              r={end ? 6 : 3.4}
              className={end ? classes.end : classes.dot}
            />
          </g>
        );
      })}
      {sides.map(({ side, words, anchor, by }) => (
        <text
          key={words}
          x={at(side).x + by}
          y={at(side).y + 5}
          textAnchor={anchor}
          className={classes.text}
        >
          {words}
        </text>
      ))}
      <path d={`M${ear.x - 7} ${ear.y + 8}a7 7 0 0 1 14 0`} className={classes.stand} />
      <circle cx={ear.x} cy={ear.y - 3} r={5} className={classes.stand} />
      <text x={ear.x + 14} y={ear.y + 6} className={classes.quiet}>
        you listen
      </text>
    </>
  );
}
