/** The echo as falling ink: how a clap dies away in the room, what is wanted, and what something soft would do
 * beside it. */
import type { SoundDrawing } from '../../../api/types';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';
import { fallenDb } from '../model';
import classes from './sound.module.css';

interface Props {
  drawing: SoundDrawing;
  /** Kinds of what is shown beside, at most three. */
  beside: readonly string[];
  /** A decay that was read from a recording: seconds and dB. */
  read?: readonly (readonly [number, number])[];
}

const LEFT = 44;
const TOP = 18;
const FOOT = 40;
const STEPS = 24;

export function FallingInk(props: Props) {
  return <Sized label="How the echo dies away">{(size) => <View {...props} size={size} />}</Sized>;
}

function View({ drawing, beside, read, size }: Props & { size: Size }) {
  const mid = drawing.mid_s;
  const shown = drawing.treatments.filter((one) => beside.includes(one.kind));
  const last = read?.at(-1);
  const longest = Math.max(
    mid ?? 0,
    drawing.wanted_high_s,
    ...drawing.bands.map((one) => one.rt60_s).filter(Number.isFinite),
    last ? (last[0] * -60) / Math.min(last[1], -1) : 0,
  );
  const width = Math.max(60, size.width - LEFT - 14);
  const height = Math.max(60, size.height - TOP - FOOT);
  const x = (seconds: number) => LEFT + (seconds / (1.08 * longest)) * width;
  const y = (db: number) => TOP + (-db / 60) * height;
  const every = longest > 2.4 ? 1 : longest > 1.1 ? 0.5 : 0.2;
  const marks = Array.from({ length: Math.floor(longest / every) + 1 }, (_, at) => at * every);
  const path = (rt: number) => `M${x(0)} ${y(0)}L${x(rt)} ${y(-60)}`;
  return (
    <>
      {[0, -20, -40, -60].map((db) => (
        <g key={db}>
          <path d={`M${LEFT} ${y(db)}h${width}`} className={classes.axis} />
          <text x={LEFT - 6} y={y(db) + 4} textAnchor="end" className={classes.quiet}>
            {db === 0 ? '0 dB' : `−${-db}`}
          </text>
        </g>
      ))}
      {marks.map((seconds) => (
        <g key={seconds}>
          <path d={`M${x(seconds)} ${y(-60)}v5`} className={classes.tick} />
          <text x={x(seconds)} y={y(-60) + 18} textAnchor="middle" className={classes.quiet}>
            {seconds === 0 ? '0' : `${Number(seconds.toFixed(1))} s`}
          </text>
        </g>
      ))}
      <path
        d={`M${x(0)} ${y(0)}L${x(drawing.wanted_low_s)} ${y(-60)}L${x(drawing.wanted_high_s)} ${y(-60)}Z`}
        className={classes.wanted}
      />
      <text
        x={(x(drawing.wanted_low_s) + x(drawing.wanted_high_s)) / 2}
        y={y(-60) + 33}
        textAnchor="middle"
        className={classes.quiet}
      >
        wanted
      </text>
      {mid === null ? null : (
        <>
          {Array.from({ length: STEPS }, (_, at) => {
            const from = (at / STEPS) * mid;
            return (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: washes lie in one order
                key={at}
                d={`M${x(from)} ${y(-60)}L${x(from)} ${y(fallenDb(from, mid))}L${x(from + mid / STEPS)} ${y(fallenDb(from + mid / STEPS, mid))}V${y(-60)}Z`}
                className={classes.wash}
                opacity={0.16 * (1 - at / STEPS) ** 1.5}
              />
            );
          })}
          <path d={path(mid)} className={classes.fall} />
          <text x={x(0.42 * mid) + 8} y={y(-25) + 2} className={classes.text}>
            {`now ${mid.toFixed(2)} s`}
          </text>
        </>
      )}
      {shown.map((one, at) => (
        <g key={one.kind}>
          <path d={path(one.mid_s)} className={classes.after} />
          <text
            x={x(one.mid_s * (0.84 - 0.1 * at))}
            y={y(-60 * (0.84 - 0.1 * at)) - 5}
            textAnchor="end"
            className={classes.quiet}
          >
            {`${one.pieces} × ${one.title.toLowerCase()} ${one.mid_s.toFixed(2)} s`}
          </text>
        </g>
      ))}
      {drawing.bands
        .filter((one) => Number.isFinite(one.rt60_s))
        .map((one) => (
          <path key={one.mid_hz} d={`M${x(one.rt60_s)} ${y(-60) - 7}v7`} className={classes.tick}>
            <title>{`${bandWords(one.mid_hz)}: ${one.rt60_s.toFixed(2)} s`}</title>
          </path>
        ))}
      {read?.map(([seconds, db]) =>
        db > -60 ? (
          <circle key={seconds} cx={x(seconds)} cy={y(db)} r={1.4} className={classes.dot} />
        ) : null,
      )}
    </>
  );
}

export const bandWords = (hz: number): string => (hz >= 1000 ? `${hz / 1000} kHz` : `${hz} Hz`);
