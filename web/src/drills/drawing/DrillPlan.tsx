/** A scene from above: an edge is pulled across it, a place pointed at, or a reach drawn round the mouth. */
import type { Evaluation } from '../../api/types';
import type { UnitSystem } from '../../domain/units';
import classes from '../../drawing/drawings.module.css';
import { Sized } from '../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../drawing/scale';
import { BodyShape } from '../../drawing/shapes/BodyShape';
import { BoxShape } from '../../drawing/shapes/BoxShape';
import { figureWords, onRule, stepOf } from '../model';
import own from './drills.module.css';

export type PlanGuess =
  | { kind: 'edge'; mm: number; edgeMm: number; low: number; high: number }
  | { kind: 'place'; x: number; y: number }
  | { kind: 'reach'; mm: number }
  | { kind: 'cameras'; chosen: number };

interface Props {
  evaluation: Evaluation;
  system: UnitSystem;
  guess: PlanGuess;
  hints: Record<string, number>;
  truth: readonly number[] | null;
  right: readonly (readonly number[])[];
  onGuess: ((guess: readonly number[]) => void) | null;
}

const EDGE_PX = 8;
const MAKER_MM = 300;

export function DrillPlan(props: Props) {
  return <Sized label="The table from above">{(size) => <Inner {...props} size={size} />}</Sized>;
}

function windowOf({ evaluation, guess, hints }: Props) {
  const { table, maker } = evaluation.drawings.work;
  const lamp =
    hints.lamp_x_mm === undefined ? [] : [{ x: hints.lamp_x_mm, y: hints.lamp_y_mm ?? 0 }];
  const lenses =
    guess.kind === 'cameras'
      ? evaluation.cameras.flatMap((one) => (one.drawings.lens ? [one.drawings.lens.lens] : []))
      : [];
  const far = guess.kind === 'reach' ? 1500 : 0;
  const xs = [table.left, table.right, ...lamp.map((one) => one.x), ...lenses.map((one) => one.x)];
  const ys = [table.far, ...lamp.map((one) => one.y), ...lenses.map((one) => one.y)];
  return {
    left: Math.min(...xs, maker.head.x - far) - 60,
    right: Math.max(...xs, maker.head.x + far) + 60,
    low: Math.min(table.near - MAKER_MM, maker.head.y - far, ...ys) - 40,
    high: Math.max(...ys, maker.head.y + far) + 60,
  };
}

function Inner(props: Props & { size: Size }) {
  const { evaluation, system, guess, hints, truth, right, onGuess, size } = props;
  const { work } = evaluation.drawings;
  const scale = fitWindow(windowOf(props), {
    left: EDGE_PX,
    top: EDGE_PX,
    width: size.width - 2 * EDGE_PX,
    height: size.height - 2 * EDGE_PX,
  });
  const [only] = evaluation.cameras;
  const lens = guess.kind === 'cameras' ? null : (only?.drawings.lens ?? null);
  return (
    <>
      <BoxShape box={work.table} scale={scale} className={classes.there} />
      <BoxShape box={work.zone} scale={scale} className={classes.wood} />
      {work.away ? null : <BodyShape person={work.maker} scale={scale} from="above" />}
      {lens ? <Cross at={lens.lens} scale={scale} words="lens" /> : null}
      {hints.lamp_x_mm === undefined ? null : (
        <Lamp
          at={{ x: hints.lamp_x_mm, y: hints.lamp_y_mm ?? 0 }}
          scale={scale}
          words={`lamp, ${figureWords(hints.lamp_z_mm ?? 0, 'mm', system)} up`}
        />
      )}
      {guess.kind === 'edge' ? <EdgeGuess {...props} guess={guess} scale={scale} /> : null}
      {guess.kind === 'place' ? <PlaceGuess {...props} guess={guess} scale={scale} /> : null}
      {guess.kind === 'reach' ? (
        <Reach at={work.maker.head} mm={guess.mm} truth={truth?.[0] ?? null} scale={scale} />
      ) : null}
      {guess.kind === 'cameras' ? (
        <Cameras
          evaluation={evaluation}
          chosen={guess.chosen}
          truth={truth}
          scale={scale}
          onGuess={onGuess}
        />
      ) : null}
      {truth && guess.kind === 'place'
        ? [truth, ...right].map((one) => (
            <circle
              key={one.join(' ')}
              cx={scale.x(one[0] ?? 0)}
              cy={scale.y(one[1] ?? 0)}
              r={one === truth ? 7 : 3}
              className={one === truth ? own.truthDot : own.rightDot}
            />
          ))
        : null}
    </>
  );
}

function Cross({
  at,
  scale,
  words,
}: {
  at: { x: number; y: number };
  scale: Scale;
  words: string;
}) {
  const x = scale.x(at.x);
  const y = scale.y(at.y);
  return (
    <g>
      <path
        d={`M ${x - 7} ${y} h 14 M ${x} ${y - 7} v 14`}
        className={classes.ink}
        strokeWidth={1.6}
      />
      <text x={x + 10} y={y - 8} className={`${classes.soft} ${classes.halo}`}>
        {words}
      </text>
    </g>
  );
}

function Lamp({ at, scale, words }: { at: { x: number; y: number }; scale: Scale; words: string }) {
  const x = scale.x(at.x);
  const y = scale.y(at.y);
  return (
    <g data-shape="lamp">
      <circle cx={x} cy={y} r={8} className={own.lamp} />
      <text x={x} y={y - 13} textAnchor="middle" className={`${classes.soft} ${classes.halo}`}>
        {words}
      </text>
    </g>
  );
}

type Drawn<K extends PlanGuess['kind']> = Omit<Props, 'guess'> & {
  guess: Extract<PlanGuess, { kind: K }>;
  scale: Scale;
  size: Size;
};

function EdgeGuess({ guess, truth, scale, system, evaluation, onGuess }: Drawn<'edge'>) {
  const { table } = evaluation.drawings.work;
  const top = scale.y(table.far) - 4;
  const bottom = scale.y(table.near) + 4;
  const words = figureWords(guess.mm, 'mm', system);
  const set = (mm: number): void =>
    onGuess?.([onRule(mm, stepOf('mm', system, false), guess.low, guess.high)]);
  const line = (mm: number, className: string | undefined) => (
    <line x1={scale.x(mm)} x2={scale.x(mm)} y1={top} y2={bottom} className={className} />
  );
  return (
    <>
      {line(guess.edgeMm, classes.seen)}
      {truth ? line(truth[0] ?? 0, own.truth) : null}
      <g
        className={own.handle}
        role="slider"
        tabIndex={onGuess ? 0 : -1}
        aria-label="Where the picture ends"
        aria-valuemin={Math.round(guess.low)}
        aria-valuemax={Math.round(guess.high)}
        aria-valuenow={Math.round(guess.mm)}
        aria-valuetext={words}
        aria-disabled={!onGuess}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
          const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
          if (box) set((event.clientX - box.left - scale.x(0)) / scale.s);
        }}
        onKeyDown={(event) => {
          const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
          if (!way) return;
          event.preventDefault();
          set(guess.mm + way * stepOf('mm', system, event.shiftKey));
        }}
      >
        <rect
          x={scale.x(guess.mm) - 22}
          width={44}
          y={top}
          height={bottom - top}
          className={own.reach}
        />
        {line(guess.mm, own.guess)}
        <circle cx={scale.x(guess.mm)} cy={(top + bottom) / 2} r={9} className={own.bob} />
        <text x={scale.x(guess.mm)} y={bottom + 16} textAnchor="middle" className={own.guessText}>
          {words}
        </text>
      </g>
    </>
  );
}

function PlaceGuess({ guess, scale, size, system, onGuess }: Drawn<'place'>) {
  const set = (x: number, y: number): void => {
    const step = stepOf('mm', system, false);
    onGuess?.([onRule(x, step, -2000, 2000), onRule(y, step, -2000, 2000)]);
  };
  const point = (event: React.PointerEvent<SVGElement>): void => {
    const svg = event.currentTarget.ownerSVGElement;
    const box = svg?.getBoundingClientRect();
    if (!box) return;
    set(
      (event.clientX - box.left - scale.x(0)) / scale.s,
      (scale.y(0) - (event.clientY - box.top)) / scale.s,
    );
  };
  const x = scale.x(guess.x);
  const y = scale.y(guess.y);
  return (
    <>
      <rect
        x={0}
        y={0}
        width={size.width}
        height={size.height}
        className={own.reach}
        onPointerDown={onGuess ? point : undefined}
      />
      <g
        className={own.handle}
        role="slider"
        tabIndex={onGuess ? 0 : -1}
        aria-label="The place you mean"
        aria-valuemin={-2000}
        aria-valuemax={2000}
        aria-valuenow={Math.round(guess.x)}
        aria-valuetext={`${figureWords(guess.x, 'mm', system)} across, ${figureWords(guess.y, 'mm', system)} away`}
        aria-disabled={!onGuess}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (event.currentTarget.hasPointerCapture(event.pointerId)) point(event);
        }}
        onKeyDown={(event) => {
          const way = {
            ArrowRight: [1, 0],
            ArrowLeft: [-1, 0],
            ArrowUp: [0, 1],
            ArrowDown: [0, -1],
          }[event.key];
          if (!way) return;
          event.preventDefault();
          const step = stepOf('mm', system, event.shiftKey);
          set(guess.x + step * (way[0] ?? 0), guess.y + step * (way[1] ?? 0));
        }}
      >
        <circle cx={x} cy={y} r={20} className={own.reach} />
        <circle cx={x} cy={y} r={11} className={own.ring} />
        <path d={`M ${x - 16} ${y} h 32 M ${x} ${y - 16} v 32`} className={own.guess} />
      </g>
    </>
  );
}

function Reach({
  at,
  mm,
  truth,
  scale,
}: {
  at: { x: number; y: number };
  mm: number;
  truth: number | null;
  scale: Scale;
}) {
  const circle = (r: number, className: string | undefined) => (
    <circle cx={scale.x(at.x)} cy={scale.y(at.y)} r={r * scale.s} className={className} />
  );
  return (
    <>
      {truth === null ? null : circle(truth, own.truth)}
      {circle(mm, own.guessCircle)}
    </>
  );
}

function Cameras({
  evaluation,
  chosen,
  truth,
  scale,
  onGuess,
}: {
  evaluation: Evaluation;
  chosen: number;
  truth: readonly number[] | null;
  scale: Scale;
  onGuess: ((guess: readonly number[]) => void) | null;
}) {
  const best = truth ? Math.round(truth[0] ?? -1) : -1;
  return (
    <>
      {evaluation.cameras.map((one, index) => {
        const lens = one.drawings.lens?.lens;
        if (!lens) return null;
        const x = scale.x(lens.x);
        const y = scale.y(lens.y);
        return (
          <g
            key={one.id}
            role="button"
            tabIndex={onGuess ? 0 : -1}
            aria-pressed={chosen === index}
            aria-label={`Camera ${index + 1}`}
            className={own.handle}
            onClick={() => onGuess?.([index])}
            onKeyDown={(event) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              event.stopPropagation();
              onGuess?.([index]);
            }}
          >
            <line x1={x} y1={y} x2={scale.x(0)} y2={scale.y(0)} className={classes.seen} />
            <circle cx={x} cy={y} r={20} className={own.reach} />
            <circle
              cx={x}
              cy={y}
              r={12}
              className={best === index ? own.truthDot : chosen === index ? own.bob : own.dot}
            />
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              className={best === index || chosen === index ? own.onDot : own.dotText}
            >
              {index + 1}
            </text>
          </g>
        );
      })}
    </>
  );
}
