/** A dimensioned drawing of the card: solid is there, dashed is seen, dotted only stands for something. */
import { memo } from 'react';
import type { DrawnView } from '../../../api/types';
import { sentenceWords } from '../../../domain/sentences';
import { quantityWords } from '../../../domain/units';
import { useUnits } from '../../../ui/units';
import classes from './drawn.module.css';
import { armsOf, pathOf, placing } from './lines';

export const Drawn = memo(function Drawn({ view }: { view: DrawnView }) {
  const { system } = useUnits();
  const at = placing(view);
  const letters = view.letters_mm;
  return (
    <figure className={classes.figure}>
      <svg
        className={classes.drawing}
        viewBox={`0 0 ${view.right - view.left} ${view.top - view.bottom}`}
        role="img"
        aria-label={view.says}
      >
        {view.lines.map((line, index) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: the lines of a drawing stand in one order
            key={index}
            d={pathOf(line.points.map(at), line.closed)}
            className={classes.line}
            data-layer={line.layer}
            data-stroke={line.stroke}
            data-thick={line.thick}
          />
        ))}
        {view.measures.map((one) => {
          const [x, y] = at(one.words_at);
          const words = `${one.what} ${quantityWords(one.length, system)}`.trim();
          return (
            <g key={`${one.says}-${one.line_at_mm}-${one.a}`}>
              <title>{one.says}</title>
              {armsOf(one, letters).map((arm) => (
                <path key={String(arm)} d={pathOf(arm.map(at), false)} className={classes.arm} />
              ))}
              <text
                x={x}
                y={y}
                fontSize={letters}
                textAnchor={one.anchor}
                transform={one.across ? undefined : `rotate(-90 ${x} ${y})`}
                className={classes.words}
              >
                {words}
              </text>
            </g>
          );
        })}
        {view.words.map((one) => {
          const [x, y] = at(one.at);
          const words = sentenceWords(one.words, system);
          return (
            <g key={`${words}-${one.at}`}>
              {one.ringed ? (
                <circle cx={x} cy={y} r={0.95 * letters} className={classes.ring} />
              ) : null}
              <text
                x={x}
                y={y}
                fontSize={letters}
                textAnchor={one.anchor}
                className={classes.words}
                data-ringed={one.ringed}
              >
                {words}
              </text>
            </g>
          );
        })}
      </svg>
      <figcaption>{view.title}</figcaption>
    </figure>
  );
});
