/** All light on the zone over the session, in stops against its beginning; sun on the zone hatched. */
import type { DaylightStep } from '../../../api/types';
import classes from '../../../drawing/drawings.module.css';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';

export function DriftChart({ steps }: { steps: readonly DaylightStep[] }) {
  return (
    <Sized label="Daylight over the session, in stops against its beginning">
      {(size) => <Lines steps={steps} size={size} />}
    </Sized>
  );
}

const LEFT = 44;
const RIGHT = 96;
const TOP = 16;
const FOOT = 24;
const LEAST_REACH = 0.5;

function Lines({ steps, size }: { steps: readonly DaylightStep[]; size: Size }) {
  const changes = steps.flatMap((one) => [one.clear_stops, one.overcast_stops]);
  const reach = Math.max(LEAST_REACH, ...changes.map(Math.abs)) * 1.1;
  const width = Math.max(60, size.width - LEFT - RIGHT);
  const height = size.height - TOP - FOOT;
  const x = (index: number) => LEFT + (width * index) / Math.max(1, steps.length - 1);
  const y = (stops: number) => TOP + (height * (reach - stops)) / (2 * reach);
  const path = (of: 'clear_stops' | 'overcast_stops') =>
    steps.map((one, index) => `${index ? 'L' : 'M'}${x(index)} ${y(one[of])}`).join('');
  const every = Math.max(1, Math.ceil(steps.length / 7));
  const marks = [reach / 1.1, 0, -reach / 1.1];
  const last = steps[steps.length - 1];
  const ends = last ? [y(last.clear_stops), y(last.overcast_stops)] : [0, 0];
  const apart = Math.abs((ends[0] ?? 0) - (ends[1] ?? 0)) < 15 ? 9 : 0;
  const above = (ends[0] ?? 0) < (ends[1] ?? 0) ? 1 : -1;
  return (
    <g>
      <defs>
        <pattern
          id="sun-hatch"
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v6" stroke="var(--ochre)" strokeWidth={1.6} />
        </pattern>
      </defs>
      {steps.map((one, index) =>
        one.sun_share > 0 ? (
          <rect
            key={one.clock}
            x={x(index) - width / steps.length / 2}
            y={TOP}
            width={width / steps.length}
            height={height}
            fill="url(#sun-hatch)"
            opacity={0.35 + 0.5 * one.sun_share}
          />
        ) : null,
      )}
      {marks.map((stops) => (
        <g key={stops}>
          <path d={`M${LEFT} ${y(stops)}h${width}`} className={classes.dimension} />
          <text x={LEFT - 6} y={y(stops) + 4} textAnchor="end" className={classes.soft}>
            {stops > 0 ? '+' : stops < 0 ? '−' : ''}
            {Math.abs(stops).toFixed(1)}
          </text>
        </g>
      ))}
      {steps.map((one, index) =>
        index % every === 0 ? (
          <text
            key={one.clock}
            x={x(index)}
            y={size.height - 6}
            textAnchor="middle"
            className={classes.soft}
          >
            {one.clock}
          </text>
        ) : null,
      )}
      <path d={path('clear_stops')} className={classes.ink} strokeWidth={1.8} />
      <path
        d={path('overcast_stops')}
        className={classes.ink}
        strokeWidth={1.8}
        strokeDasharray="6 4"
      />
      <text x={LEFT + width + 6} y={(ends[0] ?? 0) + 4 - above * apart} className={classes.text}>
        clear
      </text>
      <text x={LEFT + width + 6} y={(ends[1] ?? 0) + 4 + above * apart} className={classes.text}>
        overcast
      </text>
      {steps.some((one) => one.sun_share > 0) ? (
        <text x={LEFT + 4} y={TOP + 12} className={`${classes.text} ${classes.halo}`}>
          sun on the zone, if clear
        </text>
      ) : null}
    </g>
  );
}
