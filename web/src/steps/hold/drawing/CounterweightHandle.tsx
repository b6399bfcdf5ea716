/** The counterweight on the boom behind the column: it slides along it. */
import type { HoldDrawing, Point } from '../../../api/types';
import { lengthWords, massWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { useHandle } from '../../../drawing/handles/useHandle';
import type { Scale } from '../../../drawing/scale';
import type { Spot } from '../../../drawing/words/notes';
import { acrossOf, alongOf, type From } from './rig';

export function CounterweightHandle({
  hold,
  scale,
  from,
  at,
  system,
  onDrag,
  onCommit,
}: {
  hold: HoldDrawing;
  scale: Scale;
  from: From;
  at: (point: Point) => Spot;
  system: UnitSystem;
  onDrag: (mm: number) => void;
  onCommit: (mm: number) => void;
}) {
  const place = hold.counterweight ?? hold.screw;
  const behind = (across: number) =>
    Math.min(Math.max(0, Math.round(-alongOf(hold, from, across))), hold.behind_mm);
  const handle = useHandle({
    place: { x: acrossOf(place, from), y: 0 },
    s: scale.s,
    system,
    moves: 'x',
    onDrag: (next) => onDrag(behind(next.x)),
    onCommit: (next) => onCommit(behind(next.x)),
  });
  const spot = at(place);
  const words = `${massWords(hold.counterweight_g, system)}, ${lengthWords(hold.counterweight_at_mm, system)} behind`;
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle="counterweight"
      aria-label="Counterweight behind the column"
      aria-valuemin={0}
      aria-valuemax={Math.round(hold.behind_mm)}
      aria-valuenow={Math.round(hold.counterweight_at_mm)}
      aria-valuetext={words}
      className={classes.grip}
      transform={`translate(${spot.x} ${spot.y})`}
      {...handle.props}
    >
      <circle r={18} fill="transparent" />
      <path d="M-9 2h18l4 20h-26z" className={classes.weight} />
      <text y={38} textAnchor="middle" className={`${classes.text} ${classes.halo}`}>
        {massWords(hold.counterweight_g, system)}
      </text>
    </g>
  );
}
