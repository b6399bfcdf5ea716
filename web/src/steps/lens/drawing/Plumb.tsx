/** The plumb: a vertical tape from the table up, on which the lens slides. It is a control. */
import type { Band } from '../../../api/types';
import { lengthDigits, lengthWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import type { Handle } from '../../../drawing/handles/useHandle';
import type { Scale } from '../../../drawing/scale';
import { spread } from '../../../drawing/words/spread';

interface Props {
  x: number;
  scale: Scale;
  highest: number;
  bands: readonly Band[];
  height: number;
  system: UnitSystem;
  handle: Handle;
  label: string;
  /** Bounds by their figures alone, where there is no room for words. */
  wordless: boolean;
}

const COLUMN = 12;
/** The stretch of heights in which the maker's own head is. */
const HEAD = 'head-room';
const LABEL_GAP = 17;
const TICKS = {
  cm: { minor: 10, medium: 50, major: 100 },
  in: { minor: 25.4, medium: 76.2, major: 152.4 },
};

export function Plumb(props: Props) {
  const { x, scale, highest, bands, height, system, handle, label, wordless } = props;
  const top = scale.y(highest);
  const bottom = scale.y(0);
  return (
    <g>
      <Column x={x} scale={scale} highest={highest} bands={bands} />
      <Tape x={x} scale={scale} highest={highest} system={system} hidden={height} />
      <Bounds
        x={x}
        scale={scale}
        highest={highest}
        bands={bands}
        system={system}
        wordless={wordless}
      />
      <line x1={x} x2={x} y1={top} y2={bottom} className={classes.ink} strokeWidth={1.6} />
      <LensTag
        x={x}
        y={scale.y(height)}
        height={height}
        system={system}
        handle={handle}
        label={label}
      />
    </g>
  );
}

/** Ticks and figures of the tape; the figure behind the lens tag is left out. */
function Tape({
  x,
  scale,
  highest,
  system,
  hidden,
}: {
  x: number;
  scale: Scale;
  highest: number;
  system: UnitSystem;
  hidden: number;
}) {
  const { minor, medium, major } = TICKS[system];
  const marks = Array.from(
    { length: Math.floor(highest / minor) + 1 },
    (_, index) => index * minor,
  );
  const every = major * scale.s < 15 ? 2 : 1;
  const is = (mm: number, step: number) => Math.abs(mm / step - Math.round(mm / step)) < 1e-6;
  return (
    <g aria-hidden="true">
      {marks.map((mm) => {
        const length = is(mm, major) ? 11 : is(mm, medium) ? 7 : 4;
        if (minor * scale.s < 2.2 && length === 4) return null;
        const y = scale.y(mm);
        const covered = Math.abs(y - scale.y(hidden)) < 20;
        return (
          <g key={mm}>
            <line x1={x} x2={x + length} y1={y} y2={y} className={classes.ink} strokeWidth={1} />
            {is(mm, major * every) && mm > 0 && !covered ? (
              <text x={x + 16} y={y + 4} className={classes.text}>
                {lengthDigits(mm, system).replace(/\.0$/, '')}
              </text>
            ) : null}
          </g>
        );
      })}
      <text x={x + 16} y={scale.y(0) + 4} className={classes.soft}>
        0 {system}
      </text>
    </g>
  );
}

/** The stretch where all fits, and the stretches where something does not. */
function Column({
  x,
  scale,
  highest,
  bands,
}: {
  x: number;
  scale: Scale;
  highest: number;
  bands: readonly Band[];
}) {
  const clip = (mm: number) => Math.min(mm, highest);
  const rect = (from: number, to: number, key: string, good: boolean) =>
    to - from > 0 ? (
      <rect
        key={key}
        x={x - COLUMN - 2}
        width={COLUMN}
        y={scale.y(to)}
        height={(to - from) * scale.s}
        className={good ? classes.good : classes.bad}
        fill={good ? undefined : 'url(#plumb-hatch)'}
      />
    ) : null;
  const works = bands.filter((band) => band.good);
  const head = bands.find((band) => band.code === HEAD);
  const bad: [number, number][] = [];
  let below = 0;
  for (const band of works) {
    if (band.from_mm > below) bad.push([below, clip(band.from_mm)]);
    below = clip(band.to_mm ?? highest);
  }
  if (below < highest) bad.push([below, highest]);
  return (
    <g aria-hidden="true">
      <defs>
        <pattern
          id="plumb-hatch"
          width="5"
          height="5"
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v5" stroke="var(--soft)" strokeWidth="1" />
        </pattern>
      </defs>
      {bad.map(([from, to]) => rect(from, to, `bad-${from}`, false))}
      {works.map((band) =>
        rect(clip(band.from_mm), clip(band.to_mm ?? highest), `works-${band.from_mm}`, true),
      )}
      {head && head.from_mm < highest ? (
        <rect
          x={x - COLUMN - 2}
          width={COLUMN}
          y={scale.y(clip(head.to_mm ?? highest))}
          height={(clip(head.to_mm ?? highest) - head.from_mm) * scale.s}
          className={classes.head}
        />
      ) : null}
    </g>
  );
}

/** What bounds the height: a word and a figure at each bound, moved apart where they crowd. */
function Bounds({
  x,
  scale,
  highest,
  bands,
  system,
  wordless,
}: Pick<Props, 'x' | 'scale' | 'highest' | 'bands' | 'system' | 'wordless'>) {
  const bounds = bands
    .filter((band) => !band.good && band.code !== HEAD)
    .map((band) => ({
      code: band.code,
      mm: band.to_mm ?? band.from_mm,
      words: `${band.words} ${band.to_mm === null ? 'above' : 'below'}`,
    }))
    .filter((bound) => bound.mm <= highest);
  const middles = bands
    .filter((band) => band.good || band.code === HEAD)
    .map((band) => ({
      code: band.code,
      mm: (band.from_mm + Math.min(band.to_mm ?? highest, highest)) / 2,
      words: band.words,
    }))
    .filter((one) => one.mm < highest);
  const labels = [...bounds, ...middles];
  const ys = spread(
    labels.map((label) => scale.y(label.mm)),
    LABEL_GAP,
    scale.y(highest) + 8,
    scale.y(0) - 6,
  );
  const edge = x - COLUMN - 4;
  return (
    <g>
      {labels.map((label, index) => {
        const y = ys[index] ?? 0;
        const good = label.code === 'works' || label.code === HEAD;
        return (
          <g key={`${label.code}-${label.mm}`}>
            {good ? null : (
              <path
                d={`M${x - 2} ${scale.y(label.mm)}H${edge}L${edge - 8} ${y}H${edge - 11}`}
                className={classes.leader}
              />
            )}
            <text
              x={edge - (good ? 6 : 14)}
              y={y + 4}
              textAnchor="end"
              className={`${label.code === 'works' ? classes.verd : classes.soft} ${classes.halo}`}
            >
              {labelWords(label.words, good ? null : lengthDigits(label.mm, system), wordless)}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The lens on the tape: a tag with the live figure, moved by pointer or arrow keys. */
function LensTag({
  x,
  y,
  height,
  system,
  handle,
  label,
}: {
  x: number;
  y: number;
  height: number;
  system: UnitSystem;
  handle: Handle;
  label: string;
}) {
  const words = lengthWords(height, system);
  const width = Math.max(72, words.length * 8.2 + 24);
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle="lens-height"
      aria-label={label}
      aria-orientation="vertical"
      aria-valuemin={1}
      aria-valuemax={10000}
      aria-valuenow={Math.round(height)}
      aria-valuetext={words}
      className={classes.handle}
      {...handle.props}
    >
      <line x1={x - COLUMN - 2} x2={x + 14} y1={y} y2={y} stroke="var(--verd)" strokeWidth={2.4} />
      <path d={`M${x + 12} ${y}l13 -13h${width}v26h${-width}z`} className={classes.tag} />
      <text x={x + 31} y={y + 5} className={classes.tagText}>
        {words}
      </text>
    </g>
  );
}

function labelWords(words: string, digits: string | null, wordless: boolean): string {
  if (digits === null) return wordless ? '' : words;
  return wordless ? digits : `${words} ${digits}`;
}
