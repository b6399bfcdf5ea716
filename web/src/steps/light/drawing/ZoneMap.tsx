/** A map of the zone: ink washes with lines and figures in stops; gloss is hatched. */
import { memo, useId } from 'react';
import classes from '../../../drawing/drawings.module.css';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';
import { bandsOf, stepsBetween } from './contours';

export interface ZoneMapProps {
  of: 'light' | 'shadow' | 'gloss';
  across: number;
  along: number;
  values: readonly number[];
  levels: readonly number[];
  /** Width ÷ depth of the zone. */
  ratio: number;
}

const NAMES = {
  light: 'Light on the zone, in stops against its middle',
  shadow: 'Depth of shadows over the zone, in stops',
  gloss: 'Where the zone mirrors a lamp into the lens',
};

export const ZoneMap = memo(function ZoneMap(props: ZoneMapProps) {
  return <Sized label={NAMES[props.of]}>{(size) => <Washes {...props} size={size} />}</Sized>;
});

const words = (of: ZoneMapProps['of'], stops: number): string =>
  of === 'shadow'
    ? stops.toFixed(1)
    : `${stops > 0.05 ? '+' : stops < -0.05 ? '−' : '±'}${Math.abs(stops).toFixed(1)}`;

const UNSEEN = -9;
/** Ink over what is a stop darker than the brightest, or a stop deep in shadow. */
const INK_A_STOP = 0.2;
const MOST_INK = 0.8;

function Washes({ of, across, along, values, levels, ratio, size }: ZoneMapProps & { size: Size }) {
  const id = useId();
  const width = Math.min(size.width - 4, (size.height - 4) * ratio);
  const height = width / ratio;
  const seen = values.filter((one) => one > UNSEEN);
  if (!seen.length || width < 20) return null;
  const most = Math.max(...seen);
  const least = Math.min(...seen);
  const outlines = (steps: readonly number[]) =>
    bandsOf(values, across, along, steps, width, height);
  const steps = of === 'gloss' ? [] : stepsBetween(least, most, 0.25);
  const ink = (stops: number): number =>
    Math.min(MOST_INK, INK_A_STOP * Math.max(0, of === 'shadow' ? stops : most - stops));
  const shade = (stops: number) =>
    `color-mix(in srgb, var(--ink) ${Math.round(100 * ink(stops))}%, var(--sheet))`;
  const lines = outlines(levels.filter((level) => level > least && level < most));
  const unseen = values.some((one) => one <= UNSEEN);
  const told = of === 'gloss' ? [] : of === 'shadow' ? [most] : [most, least];
  return (
    <g transform={`translate(${(size.width - width) / 2} 2)`} data-on-light>
      <defs>
        <pattern
          id={`${id}h`}
          width={6}
          height={6}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v6" stroke="var(--ink)" strokeWidth={1.6} />
        </pattern>
        <pattern
          id={`${id}x`}
          width={5}
          height={5}
          patternUnits="userSpaceOnUse"
          patternTransform="rotate(45)"
        >
          <path d="M0 0v5M0 2.5h5" stroke="var(--ink)" strokeWidth={1.5} />
        </pattern>
        <clipPath id={`${id}c`}>
          <rect width={width} height={height} />
        </clipPath>
      </defs>
      <rect width={width} height={height} fill={of === 'gloss' ? 'var(--sheet)' : shade(least)} />
      <g clipPath={`url(#${id}c)`}>
        {outlines(steps).map((band) => (
          <path key={band.level} d={band.path} fill={shade(band.level + 0.12)} />
        ))}
        {of === 'gloss'
          ? outlines(levels).map((band, index) => (
              <path key={band.level} d={band.path} fill={`url(#${id}${index ? 'x' : 'h'})`} />
            ))
          : null}
        {unseen ? (
          <path
            d={`M0 0H${width}V${height}H0Z${outlines([UNSEEN + 1])[0]?.path ?? ''}`}
            fillRule="evenodd"
            fill={`url(#${id}x)`}
          />
        ) : null}
        {lines.map((band) => (
          <path
            key={band.level}
            d={band.path}
            className={classes.dimension}
            style={{ fill: 'none' }}
          />
        ))}
      </g>
      <rect width={width} height={height} className={classes.there} style={{ fill: 'none' }} />
      {told.map((value) => {
        const index = values.indexOf(value);
        return (
          <text
            key={value}
            x={Math.min(Math.max((((index % across) + 0.5) / across) * width, 18), width - 18)}
            y={Math.min(
              Math.max(height - ((Math.floor(index / across) + 0.5) / along) * height + 5, 14),
              height - 6,
            )}
            textAnchor="middle"
            className={`${classes.text} ${classes.halo}`}
          >
            {words(of, value)}
          </text>
        );
      })}
    </g>
  );
}
