/** A scene from the side: table, work, maker, what hangs there already; a height is guessed along the plumb, and then the
 * ink appears. */
import type { Evaluation } from '../../api/types';
import type { UnitSystem } from '../../domain/units';
import classes from '../../drawing/drawings.module.css';
import { Sized } from '../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../drawing/scale';
import { BodyShape } from '../../drawing/shapes/BodyShape';
import { CameraShape } from '../../drawing/shapes/CameraShape';
import { figureWords, onRule, stepOf } from '../model';
import own from './drills.module.css';

export interface HeightGuess {
  mm: number;
  low: number;
  high: number;
  onGuess: ((mm: number) => void) | null;
}

interface Props {
  evaluation: Evaluation;
  system: UnitSystem;
  /** Whether camera and what holds it are drawn: not where their place is what is asked. */
  hung: boolean;
  height: HeightGuess | null;
  truth: number | null;
}

const EDGE_PX = 8;

export function DrillSide(props: Props) {
  return (
    <Sized label="The table from the side">{(size) => <Inner {...props} size={size} />}</Sized>
  );
}

function Inner({ evaluation, system, hung, height, truth, size }: Props & { size: Size }) {
  const { work } = evaluation.drawings;
  // Scenes from the side have one camera.
  const [only] = evaluation.cameras;
  const camera = hung ? (only?.drawings.lens ?? null) : null;
  const hold = hung ? (only?.drawings.hold ?? null) : null;
  const { table } = work;
  const highest = Math.max(
    work.maker.head.z + 140,
    height ? height.high : 0,
    (camera?.lens.z ?? 0) + 160,
    ...(hold?.members ?? []).flatMap((one) => [one.a.z + 60, one.b.z + 60]),
  );
  const ends = (hold?.members ?? []).flatMap((one) => [one.a.y, one.b.y]);
  const scale = fitWindow(
    {
      left: Math.min(table.near - 340, ...ends) - 40,
      right: Math.max(table.far, ...ends) + 160,
      low: hold ? -work.table_height_mm - 30 : -130,
      high: highest,
    },
    {
      left: EDGE_PX,
      top: EDGE_PX,
      width: size.width - 2 * EDGE_PX,
      height: size.height - 2 * EDGE_PX,
    },
  );
  const seen = truth === null ? null : (camera?.seen_surface ?? null);
  return (
    <>
      {seen && camera ? <Cone lens={camera.lens} corners={seen} scale={scale} /> : null}
      {work.away ? null : <BodyShape person={work.maker} scale={scale} from="side" />}
      <rect
        x={scale.x(table.near)}
        width={(table.far - table.near) * scale.s}
        y={scale.y(0)}
        height={Math.max(3, 30 * scale.s)}
        className={classes.tabletop}
      />
      <rect
        x={scale.x(work.zone.near)}
        width={(work.zone.far - work.zone.near) * scale.s}
        y={scale.y(work.top_mm)}
        height={Math.max(2, work.top_mm * scale.s)}
        className={classes.wood}
      />
      {(hold?.members ?? []).map((one) => (
        <path
          key={`${one.part} ${one.a.y} ${one.a.z} ${one.b.y} ${one.b.z}`}
          d={`M ${scale.x(one.a.y)} ${scale.y(one.a.z)} L ${scale.x(one.b.y)} ${scale.y(one.b.z)}`}
          className={classes.ink}
          strokeWidth={2.4}
          strokeLinecap="round"
        />
      ))}
      {camera ? <CameraShape camera={camera} scale={scale} shift={0} from="side" /> : null}
      {height ? (
        <Height guess={height} truth={truth} scale={scale} size={size} system={system} />
      ) : null}
    </>
  );
}

function Cone({
  lens,
  corners,
  scale,
}: {
  lens: { y: number; z: number };
  corners: readonly { y: number; z: number }[];
  scale: Scale;
}) {
  const along = [...corners].sort((a, b) => a.y - b.y);
  const first = along[0];
  const last = along[along.length - 1];
  if (!first || !last) return null;
  const at = (one: { y: number; z: number }): string => `${scale.x(one.y)} ${scale.y(one.z)}`;
  return <path d={`M ${at(lens)} L ${at(first)} L ${at(last)} Z`} className={classes.cone} />;
}

/** The plumb with the guess on it as a bob; then the true height as a line. */
function Height({
  guess,
  truth,
  scale,
  size,
  system,
}: {
  guess: HeightGuess;
  truth: number | null;
  scale: Scale;
  size: Size;
  system: UnitSystem;
}) {
  const { mm, low, high, onGuess } = guess;
  const x = scale.x(0);
  const y = scale.y(mm);
  const words = figureWords(mm, 'mm', system);
  const set = (value: number): void =>
    onGuess?.(onRule(value, stepOf('mm', system, false), low, high));
  return (
    <>
      <line x1={x} x2={x} y1={EDGE_PX} y2={scale.y(0)} className={own.plumb} />
      {truth === null ? null : (
        <g>
          <line
            x1={x - 60}
            x2={x + 60}
            y1={scale.y(truth)}
            y2={scale.y(truth)}
            className={own.truth}
          />
          <text x={x + 66} y={scale.y(truth) + 4} className={own.truthText}>
            {figureWords(truth, 'mm', system)}
          </text>
        </g>
      )}
      <g
        className={own.handle}
        role="slider"
        tabIndex={onGuess ? 0 : -1}
        aria-label="Your guess, above the table"
        aria-orientation="vertical"
        aria-valuemin={Math.round(low)}
        aria-valuemax={Math.round(high)}
        aria-valuenow={Math.round(mm)}
        aria-valuetext={words}
        aria-disabled={!onGuess}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
          const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
          if (box) set((scale.y(0) - (event.clientY - box.top)) / scale.s);
        }}
        onKeyDown={(event) => {
          const way = { ArrowUp: 1, ArrowRight: 1, ArrowDown: -1, ArrowLeft: -1 }[event.key];
          if (!way) return;
          event.preventDefault();
          set(mm + way * stepOf('mm', system, event.shiftKey));
        }}
      >
        <rect x={0} width={size.width} y={y - 22} height={44} className={own.reach} />
        <line x1={x - 46} x2={x + 46} y1={y} y2={y} className={own.guess} />
        <circle cx={x} cy={y} r={9} className={own.bob} />
        <text x={x - 52} y={y + 4} textAnchor="end" className={own.guessText}>
          {words}
        </text>
      </g>
    </>
  );
}
