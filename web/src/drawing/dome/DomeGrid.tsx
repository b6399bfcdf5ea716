/** The rim of a dome, its rings by elevation and its hours, with the maker at six. */
import classes from '../drawings.module.css';
import { onDome, RIM_DEG } from './dome';
import dome from './dome.module.css';

const HOURS = Array.from({ length: 12 }, (_, hour) => hour + 1);
const RINGS = [20, 40, 60, 80];

export function DomeGrid({ radius }: { radius: number }) {
  return (
    <>
      <circle r={radius} fill="none" stroke="var(--ink)" strokeWidth={1.4} />
      {RINGS.map((elevation) => {
        const r = -onDome({ azimuth: 0, elevation }, radius).y;
        return (
          <g key={elevation}>
            <circle r={r} className={dome.ring} />
            <text x={4} y={r - 4} className={`${classes.soft} ${classes.halo}`}>
              {elevation}°
            </text>
          </g>
        );
      })}
      {HOURS.map((hour) => {
        const at = onDome({ azimuth: hour * 30, elevation: RIM_DEG }, radius + 14);
        return (
          <text key={hour} x={at.x} y={at.y + 5} textAnchor="middle" className={dome.hour}>
            {hour === 6 ? 'you' : hour}
          </text>
        );
      })}
    </>
  );
}
