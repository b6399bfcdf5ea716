/** Predicted against measured: a line of dots a figure, the plan's value in the middle; what was learned moves it. */
import type { MeasuredRow } from '../../../api/types';
import type { UnitSystem } from '../../../domain/units';
import { Sized } from '../../../drawing/Sized';
import { learnedOff, offBy, offWords, reachOf } from '../model';
import classes from './dots.module.css';

interface Props {
  row: MeasuredRow;
  system: UnitSystem;
}

const EDGE = 58;
const TOP = 20;
const BOTTOM = 22;
const LEAST = 26;

/** How high the drawing of a row is: the oldest measurement on top, a line each. */
export const heightOf = (row: MeasuredRow): number =>
  TOP + BOTTOM + Math.max(LEAST, Math.min(row.pairs.length, 12) * 11);

export function Dots({ row, system }: Props) {
  return (
    <Sized label={`${row.of_words}, ${row.words}: predicted against measured`}>
      {({ width, height }) => {
        const reach = reachOf(row);
        const middle = width / 2;
        const x = (off: number) => middle + (off / reach) * (middle - EDGE);
        const band = learnedOff(row);
        const used = row.corrects && row.learned?.status === 'sure';
        const room = height - TOP - BOTTOM;
        const y = (index: number) => TOP + (room * (index + 0.5)) / row.pairs.length;
        return (
          <>
            <line
              className={classes.scale}
              x1={EDGE}
              x2={width - EDGE}
              y1={height - BOTTOM}
              y2={height - BOTTOM}
            />
            {[-1, -0.5, 0.5, 1].map((share) => (
              <line
                key={share}
                className={classes.scale}
                x1={x(share * reach)}
                x2={x(share * reach)}
                y1={height - BOTTOM}
                y2={height - BOTTOM + (Math.abs(share) === 1 ? 6 : 4)}
              />
            ))}
            <text className={classes.soft} x={x(-reach)} y={height - 5} textAnchor="middle">
              {offWords(row, -reach, system)}
            </text>
            <text className={classes.soft} x={x(reach)} y={height - 5} textAnchor="middle">
              {offWords(row, reach, system)}
            </text>
            {band ? (
              <rect
                className={classes.band}
                data-used={used || undefined}
                x={x(Math.max(-reach, band.low))}
                width={Math.max(2, x(Math.min(reach, band.high)) - x(Math.max(-reach, band.low)))}
                y={TOP - 4}
                height={room + 4}
              />
            ) : null}
            <line
              className={classes.plan}
              x1={middle}
              x2={middle}
              y1={TOP - 6}
              y2={height - BOTTOM}
            />
            <text className={classes.soft} x={middle} y={12} textAnchor="middle">
              {used ? '' : 'as planned'}
            </text>
            {row.pairs.map((pair, index) => (
              <g key={pair.id}>
                {pair.error > 0 && pair.plain !== 0 ? (
                  <line
                    className={classes.error}
                    x1={x(offBy(pair) - errorOf(pair))}
                    x2={x(offBy(pair) + errorOf(pair))}
                    y1={y(index)}
                    y2={y(index)}
                  />
                ) : null}
                <circle className={classes.dot} cx={x(offBy(pair))} cy={y(index)} r={4.2}>
                  <title>{`${new Date(pair.at).toLocaleDateString()}: ${offWords(row, offBy(pair), system)}`}</title>
                </circle>
              </g>
            ))}
            {band && used ? (
              <>
                <path
                  className={classes.shift}
                  d={`M ${middle} ${TOP - 6} H ${x(band.at)} V ${height - BOTTOM}`}
                />
                <text
                  className={classes.learned}
                  x={x(band.at) + (band.at < 0 ? -8 : 8)}
                  y={12}
                  textAnchor={band.at < 0 ? 'end' : 'start'}
                >
                  learned {offWords(row, band.at, system)}
                </text>
                <text
                  className={classes.soft}
                  x={middle + (band.at < 0 ? 8 : -8)}
                  y={12}
                  textAnchor={band.at < 0 ? 'start' : 'end'}
                >
                  as planned
                </text>
              </>
            ) : null}
          </>
        );
      }}
    </Sized>
  );
}

/** Two standard errors in the unit of the scale. */
function errorOf(pair: MeasuredRow['pairs'][number]): number {
  const is_share = Math.abs(offBy(pair) - (pair.measured - pair.plain)) > 1e-12;
  return 2 * (is_share ? pair.error / Math.abs(pair.plain) : pair.error);
}
