/** Zoom against height: where everything fits, over all settings of the lens. The present pair is a
 * point that is dragged; the best one is a ring. */
import type { ZoomMap } from '../../../api/types';
import { exactWords, lengthDigits, lengthWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { useHandle } from '../../../drawing/handles/useHandle';
import { Sized } from '../../../drawing/Sized';
import type { Size } from '../../../drawing/scale';
import { spread } from '../../../drawing/words/spread';
import { curvesOf, roundFocal, stretchesOf } from './zoomMap';

interface Props {
  map: ZoomMap;
  system: UnitSystem;
  onDrag: (focal: number, value: number) => void;
  onCommit: (focal: number, value: number) => void;
}

const LEFT = 44;
const RIGHT = 128;
const TOP = 12;
const BOTTOM = 40;
/** One millimetre of the handle's x is this much of the focal length's logarithm. */
const LOG_STEP = 0.002;

export function ZoomMapView(props: Props) {
  return <Sized label="Zoom against height">{(size) => <Chart {...props} size={size} />}</Sized>;
}

function Chart({ map, system, onDrag, onCommit, size }: Props & { size: Size }) {
  const first = map.columns[0]?.focal_mm ?? 1;
  const last = map.columns.at(-1)?.focal_mm ?? 2;
  const span = Math.log(last / first) || 1;
  const width = Math.max(20, size.width - LEFT - RIGHT);
  const height = Math.max(20, size.height - TOP - BOTTOM);
  const x = (focal: number) => LEFT + (Math.log(focal / first) / span) * width;
  const y = (mm: number) => TOP + (1 - Math.min(Math.max(mm / map.highest_mm, 0), 1)) * height;
  const step = system === 'cm' ? niceStep(map.highest_mm, 100) : niceStep(map.highest_mm, 152.4);
  const ticks = Array.from({ length: Math.floor(map.highest_mm / step) + 1 }, (_, n) => n * step);
  const focals = focalTicks(first, last);
  const bestBelow =
    map.best !== null && map.present !== null && map.best.value_mm <= map.present.value_mm;
  return (
    <>
      <g aria-hidden="true">
        {ticks.map((mm) => (
          <g key={mm}>
            <line x1={LEFT} x2={LEFT + width} y1={y(mm)} y2={y(mm)} className={classes.gridline} />
            <text x={LEFT - 6} y={y(mm) + 4} textAnchor="end" className={classes.curveLabel}>
              {lengthDigits(mm, system).replace(/\.0$/, '')}
            </text>
          </g>
        ))}
        {focals.map((focal) => (
          <g key={focal}>
            <line
              x1={x(focal)}
              x2={x(focal)}
              y1={TOP + height}
              y2={TOP + height + 5}
              className={classes.axis}
            />
            <text
              x={x(focal)}
              y={TOP + height + 18}
              textAnchor="middle"
              className={classes.curveLabel}
            >
              {exactWords(focal, 0)}
            </text>
          </g>
        ))}
        <text
          x={LEFT + width / 2}
          y={TOP + height + 34}
          textAnchor="middle"
          className={classes.soft}
        >
          zoom, mm
        </text>
        <text x={2} y={TOP + height + 18} className={classes.soft}>
          {system}
        </text>
      </g>
      <g aria-hidden="true">
        {stretchesOf(map).map((stretch) => (
          <path
            key={`${stretch[0]?.focal}-${stretch[0]?.from}`}
            d={`M${stretch.map((one) => `${x(one.focal)} ${y(one.to)}`).join('L')}L${[...stretch]
              .reverse()
              .map((one) => `${x(one.focal)} ${y(one.from)}`)
              .join('L')}Z`}
            className={classes.good}
          />
        ))}
        {map.lens_from_mm === map.lens_to_mm ? (
          <line
            x1={x(map.lens_from_mm)}
            x2={x(map.lens_from_mm)}
            y1={TOP}
            y2={TOP + height}
            className={classes.seen}
          />
        ) : null}
        <Curves map={map} x={x} y={y} edge={LEFT + width} top={TOP} bottom={TOP + height} />
        <rect x={LEFT} y={TOP} width={width} height={height} fill="none" className={classes.axis} />
        {map.best ? (
          <g>
            <circle
              cx={x(map.best.focal_mm)}
              cy={y(map.best.value_mm)}
              r={9}
              fill="none"
              stroke="var(--verd)"
              strokeWidth={2.4}
            />
            <text
              x={x(map.best.focal_mm) + 13}
              y={y(map.best.value_mm) + (bestBelow ? 20 : -8)}
              className={`${classes.verd} ${classes.halo}`}
            >
              {map.best_works ? 'best' : 'nearest to it'}
            </text>
          </g>
        ) : null}
      </g>
      {map.present ? (
        <Present
          key={`${map.lens_from_mm}-${map.lens_to_mm}`}
          map={map}
          system={system}
          x={x}
          y={y}
          perMm={height / map.highest_mm}
          perLog={width / span}
          onDrag={onDrag}
          onCommit={onCommit}
        />
      ) : null}
    </>
  );
}

function niceStep(highest: number, base: number): number {
  const wanted = highest / 8;
  return [1, 2, 5, 10, 20].map((times) => times * base).find((one) => one >= wanted) ?? base * 50;
}

const FOCALS = [4, 6, 8, 10, 12, 14, 16, 20, 24, 28, 35, 50, 70, 85, 100, 135, 200, 300, 400];

function focalTicks(first: number, last: number): number[] {
  const inside = FOCALS.filter((one) => one > first * 1.04 && one < last / 1.04);
  return [first, ...inside, last];
}

/** The bound of each demand, named at its right end where it binds. */
function Curves({
  map,
  x,
  y,
  edge,
  top,
  bottom,
}: {
  map: ZoomMap;
  x: (focal: number) => number;
  y: (mm: number) => number;
  edge: number;
  top: number;
  bottom: number;
}) {
  const curves = curvesOf(map);
  const ends = curves.map((curve) => {
    const end = curve.points.at(-1);
    return end ? y(end.mm) : 0;
  });
  const ys = spread(ends, 15, top + 6, bottom - 4);
  return (
    <g>
      {curves.map((curve, index) => {
        const end = curve.points.at(-1);
        if (!end) return null;
        const at = ys[index] ?? 0;
        return (
          <g key={`${curve.code}-${curve.cap}`}>
            <path
              d={`M${curve.points.map((one) => `${x(one.focal)} ${y(one.mm)}`).join('L')}`}
              className={classes.curve}
              strokeDasharray={curve.cap ? '5 4' : undefined}
            />
            <path
              d={`M${x(end.focal)} ${y(end.mm)}L${edge + 4} ${at}`}
              className={classes.leader}
            />
            <text x={edge + 7} y={at + 4} className={classes.curveLabel}>
              {curve.words} {curve.cap ? 'above' : 'below'}
            </text>
          </g>
        );
      })}
    </g>
  );
}

function Present({
  map,
  system,
  x,
  y,
  perMm,
  perLog,
  onDrag,
  onCommit,
}: Omit<Props, 'map'> & {
  map: ZoomMap;
  x: (focal: number) => number;
  y: (mm: number) => number;
  perMm: number;
  perLog: number;
}) {
  const now = map.present ?? { focal_mm: map.lens_from_mm, value_mm: 0 };
  const fixed = map.lens_from_mm === map.lens_to_mm;
  // The handle moves in millimetres; across, a millimetre stands for a step of the logarithm.
  const base = Math.log(now.focal_mm);
  const scaled = perMm > 0 ? (perLog * LOG_STEP) / perMm : 1;
  const focalAt = (mm: number): number =>
    fixed
      ? map.lens_from_mm
      : roundFocal(
          Math.min(
            map.lens_to_mm,
            Math.max(map.lens_from_mm, Math.exp(base + (mm * LOG_STEP) / scaled)),
          ),
        );
  const handle = useHandle({
    place: { x: 0, y: now.value_mm },
    s: perMm,
    system,
    moves: fixed ? 'y' : 'both',
    least: { y: 5 },
    onDrag: (place) => onDrag(focalAt(place.x), place.y),
    onCommit: (place) => onCommit(focalAt(place.x), place.y),
  });
  const place = handle.live ?? { x: 0, y: now.value_mm };
  const focal = handle.live ? focalAt(place.x) : now.focal_mm;
  const words = `${exactWords(focal, 1)} mm, ${lengthWords(place.y, system)}`;
  const lower = map.best !== null && map.best.value_mm > now.value_mm;
  return (
    <g
      transform={`translate(${x(focal)} ${y(place.y)})`}
      role="slider"
      tabIndex={0}
      data-handle="zoom-height"
      aria-label="Zoom and height"
      aria-valuenow={Math.round(place.y)}
      aria-valuetext={words}
      className={classes.grip}
      {...handle.props}
    >
      <circle r={15} fill="transparent" />
      <circle r={6} className={classes.gripShape} />
      <text
        y={lower ? 22 : -13}
        textAnchor={anchorAt(focal, map)}
        className={`${classes.text} ${classes.halo}`}
      >
        {words}
      </text>
    </g>
  );
}

/** Keeps the words of the point inside the map, at its ends too. */
function anchorAt(focal: number, map: ZoomMap): 'start' | 'middle' | 'end' {
  if (focal > map.lens_to_mm / 1.15) return 'end';
  return focal < map.lens_from_mm * 1.1 ? 'start' : 'middle';
}
