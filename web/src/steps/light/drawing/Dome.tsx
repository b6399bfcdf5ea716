/** The dome: every direction a lamp could come from, with the maker at six o'clock. A control: the
 * lamps lie on it and are moved on it. Wash: light that does not arrive. Hatched: mirrored into the
 * lens. Crossed: nothing can stand there. */
import { useElementSize } from '@mantine/hooks';
import { useEffect, useRef, useState } from 'react';
import type { DomeDirection, LampDrawing } from '../../../api/types';
import { clockWords } from '../../../domain/clock';
import classes from '../../../drawing/drawings.module.css';
import {
  type LabelPlace,
  labelPlaces,
  onDome,
  RIM_DEG,
  reader,
  type Way,
  washOf,
  washOfDepth,
  wayAt,
} from '../model';
import dome from './Dome.module.css';

interface Props {
  directions: readonly DomeDirection[];
  lamps: readonly LampDrawing[];
  chosen: number;
  best: DomeDirection | null;
  onChoose: (index: number) => void;
  onDrag: (index: number, way: Way) => void;
  onCommit: (index: number, way: Way) => void;
}

const UNPLACED: LabelPlace = { x: 0, y: 32, anchor: 'middle' };
const HOURS = Array.from({ length: 12 }, (_, hour) => hour + 1);
const RINGS = [20, 40, 60, 80];
const EDGE = 26;

export function Dome(props: Props) {
  const { ref, width, height } = useElementSize();
  const size = Math.max(0, Math.min(width, height));
  return (
    <div ref={ref} className={dome.place}>
      {size > 80 ? <Plan {...props} size={size} /> : null}
    </div>
  );
}

function Plan({
  directions,
  lamps,
  chosen,
  best,
  onChoose,
  onDrag,
  onCommit,
  size,
}: Props & { size: number }) {
  const radius = size / 2 - EDGE;
  const middle = size / 2;
  const labels = labelPlaces(
    lamps.map((lamp) => ({
      ...onDome(ownWay(lamp), radius),
      width: LETTER * labelOf(lamp).length,
    })),
    best ? [onDome(wayOf(best), radius)] : [],
    radius + EDGE,
  );
  return (
    <div className={dome.plan} style={{ width: size, height: size }} data-on-light>
      <svg className={dome.under} width={size} height={size} aria-hidden="true">
        <circle cx={middle} cy={middle} r={radius} />
      </svg>
      <Wash directions={directions} radius={radius} size={size} />
      <svg
        className={`${classes.drawing} ${dome.over}`}
        width={size}
        height={size}
        role="group"
        aria-label="The dome: every direction a lamp could come from"
      >
        <g transform={`translate(${middle} ${middle})`}>
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
          {best ? <Best at={onDome(wayOf(best), radius)} told={!taken(best, lamps)} /> : null}
          {lamps.map((lamp, index) => (
            <Lamp
              key={lamp.index}
              lamp={lamp}
              place={labels[index] ?? UNPLACED}
              radius={radius}
              chosen={lamp.index === chosen}
              onChoose={() => onChoose(lamp.index)}
              onDrag={(way) => onDrag(lamp.index, way)}
              onCommit={(way) => onCommit(lamp.index, way)}
            />
          ))}
        </g>
      </svg>
    </div>
  );
}

const wayOf = (one: { azimuth_deg: number; elevation_deg: number }): Way => ({
  azimuth: one.azimuth_deg,
  elevation: one.elevation_deg,
});

const NEAR_DEG = 9;

/** Whether a lamp stands at a direction already, so that its sign would lie over it. */
const taken = (best: DomeDirection, lamps: readonly LampDrawing[]): boolean =>
  lamps.some(
    (one) =>
      Math.abs(one.elevation_deg - best.elevation_deg) < NEAR_DEG &&
      Math.abs(((one.azimuth_deg - best.azimuth_deg + 540) % 360) - 180) < NEAR_DEG,
  );

function Best({ at, told }: { at: { x: number; y: number }; told: boolean }) {
  return (
    <g transform={`translate(${at.x} ${at.y})`} aria-hidden="true">
      <circle r={16} className={dome.best} />
      {told ? (
        <text y={4} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
          best
        </text>
      ) : null}
    </g>
  );
}

/** The washes, drawn into a canvas point by point: they lie under everything else. */
function Wash({
  directions,
  radius,
  size,
}: {
  directions: readonly DomeDirection[];
  radius: number;
  size: number;
}) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const ink = getComputedStyle(canvas).color.match(/\d+/g)?.map(Number) ?? [32, 48, 44];
    const image = context.createImageData(canvas.width, canvas.height);
    const together = directions[0]?.depth_stops != null;
    const wash = together ? washOfDepth : washOf;
    const light = reader(directions, (one) =>
      one.depth_stops === null ? 0.5 * (one.share + one.worst) : one.depth_stops,
    );
    const glare = reader(directions, (one) => (one.glare > 0.02 ? 1 : 0));
    const barred = reader(directions, (one) => (one.blocked ? 1 : 0));
    const framed = reader(directions, (one) => (one.in_frame ? 1 : 0));
    const half = canvas.width / 2;
    for (let row = 0; row < canvas.height; row++) {
      for (let column = 0; column < canvas.width; column++) {
        const x = column - half;
        const y = row - half;
        if (x * x + y * y > radius * radius || !directions.length) continue;
        const way = wayAt(x, y, radius);
        let shade = wash(light(way));
        if (barred(way) > 0.5) {
          shade = (column + row) % 11 < 1.4 || (column - row + 4400) % 11 < 1.4 ? 0.75 : 0.05;
        } else if (framed(way) > 0.5) {
          shade = row % 6 < 1.2 ? 0.8 : shade;
        } else if (glare(way) > 0.5) {
          shade = (column + row) % 7 < 1.3 ? 0.85 : shade;
        }
        const at = 4 * (row * canvas.width + column);
        image.data[at] = ink[0] ?? 0;
        image.data[at + 1] = ink[1] ?? 0;
        image.data[at + 2] = ink[2] ?? 0;
        image.data[at + 3] = Math.round(shade * 255);
      }
    }
    context.putImageData(image, 0, 0);
  }, [directions, radius]);
  const whole = Math.round(size);
  return <canvas ref={ref} width={whole} height={whole} className={dome.wash} />;
}

/** Width of a letter of a label, on average. */
const LETTER = 5.9;

const labelOf = (lamp: LampDrawing): string => `${lamp.name} · ${Math.round(lamp.share * 100)} %`;

const ownWay = (lamp: LampDrawing): Way => ({
  azimuth: lamp.azimuth_deg,
  elevation: Math.max(RIM_DEG, lamp.elevation_deg),
});

const STEP_DEG = 5;
const SETTLE_MS = 500;
const KEYS: Record<string, Way> = {
  ArrowLeft: { azimuth: -1, elevation: 0 },
  ArrowRight: { azimuth: 1, elevation: 0 },
  ArrowUp: { azimuth: 0, elevation: 1 },
  ArrowDown: { azimuth: 0, elevation: -1 },
};

function Lamp({
  lamp,
  place,
  radius,
  chosen,
  onChoose,
  onDrag,
  onCommit,
}: {
  lamp: LampDrawing;
  place: LabelPlace;
  radius: number;
  chosen: boolean;
  onChoose: () => void;
  onDrag: (way: Way) => void;
  onCommit: (way: Way) => void;
}) {
  const [live, setLive] = useState<Way | null>(null);
  const now = useRef<Way | null>(null);
  const start = useRef<{ x: number; y: number; from: { x: number; y: number } } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const own = ownWay(lamp);
  const way = live ?? own;
  const at = onDome(way, radius);
  const show = (next: Way) => {
    now.current = {
      azimuth: Math.round((next.azimuth + 360) % 360),
      elevation: Math.round(Math.min(88, Math.max(RIM_DEG, next.elevation))),
    };
    setLive(now.current);
    onDrag(now.current);
  };
  const settle = () => {
    clearTimeout(timer.current);
    start.current = null;
    const final = now.current;
    now.current = null;
    setLive(null);
    if (final) onCommit(final);
  };
  const words = `${clockWords(way.azimuth)}, ${Math.round(way.elevation)}° up`;
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle={`lamp-${lamp.index}`}
      aria-label={`Direction of ${lamp.name}`}
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={Math.round(way.azimuth)}
      aria-valuetext={words}
      className={classes.grip}
      opacity={lamp.lit ? 1 : 0.5}
      transform={`translate(${at.x} ${at.y})`}
      onFocus={onChoose}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        clearTimeout(timer.current);
        onChoose();
        start.current = { x: event.clientX, y: event.clientY, from: at };
      }}
      onPointerMove={(event) => {
        const from = start.current;
        if (!from) return;
        show(
          wayAt(from.from.x + event.clientX - from.x, from.from.y + event.clientY - from.y, radius),
        );
      }}
      onPointerUp={settle}
      onPointerCancel={settle}
      onBlur={() => {
        if (now.current && !start.current) settle();
      }}
      onKeyDown={(event) => {
        const step = KEYS[event.key];
        if (!step) return;
        event.preventDefault();
        const by = event.shiftKey ? 3 * STEP_DEG : STEP_DEG;
        const from = now.current ?? own;
        show({
          azimuth: from.azimuth + step.azimuth * by,
          elevation: from.elevation + step.elevation * by,
        });
        clearTimeout(timer.current);
        timer.current = setTimeout(settle, SETTLE_MS);
      }}
    >
      <circle r={20} fill="transparent" />
      <g transform={`rotate(${way.azimuth})`}>
        {lamp.shape === 'rectangle' ? (
          <rect x={-13} y={-9} width={26} height={18} className={dome.lamp} data-chosen={chosen} />
        ) : (
          <circle r={12} className={dome.lamp} data-chosen={chosen} />
        )}
        <path d="M0 9v9" className={dome.beam} />
      </g>
      <text
        x={place.x}
        y={place.y}
        textAnchor={place.anchor}
        className={`${classes.verd} ${classes.halo}`}
      >
        {labelOf(lamp)}
      </text>
    </g>
  );
}
