/** A rule to guess a figure along: as long as what is possible, with a bob that is pulled or stepped by keys. */
import type { DrillInfo } from '../../api/types';
import type { UnitSystem } from '../../domain/units';
import { Sized } from '../../drawing/Sized';
import type { Size } from '../../drawing/scale';
import { figureWords, marksOf, onRule, stepOf } from '../model';
import own from './drills.module.css';

interface Props {
  label: string;
  unit: DrillInfo['unit'];
  system: UnitSystem;
  value: number;
  low: number;
  high: number;
  truth: number | null;
  onGuess: ((value: number) => void) | null;
}

const EDGE_PX = 40;
const LINE_PX = 34;

export function Rule(props: Props) {
  return <Sized label={props.label}>{(size) => <Inner {...props} size={size} />}</Sized>;
}

function Inner({
  label,
  unit,
  system,
  value,
  low,
  high,
  truth,
  onGuess,
  size,
}: Props & { size: Size }) {
  const span = Math.max(high - low, 1e-6);
  const x = (figure: number): number =>
    EDGE_PX + ((figure - low) / span) * (size.width - 2 * EDGE_PX);
  const set = (figure: number): void =>
    onGuess?.(onRule(figure, stepOf(unit, system, false), low, high));
  const words = figureWords(value, unit, system);
  return (
    <>
      <line x1={x(low)} x2={x(high)} y1={LINE_PX} y2={LINE_PX} className={own.ruleLine} />
      {marksOf(low, high).map((mark) => (
        <g key={mark}>
          <line x1={x(mark)} x2={x(mark)} y1={LINE_PX} y2={LINE_PX + 8} className={own.ruleLine} />
          <text x={x(mark)} y={LINE_PX + 23} textAnchor="middle" className={own.markText}>
            {figureWords(mark, unit, system)}
          </text>
        </g>
      ))}
      {truth === null ? null : (
        <line x1={x(truth)} x2={x(truth)} y1={6} y2={LINE_PX + 10} className={own.truth} />
      )}
      <g
        className={own.handle}
        role="slider"
        tabIndex={onGuess ? 0 : -1}
        aria-label={label}
        aria-valuemin={low}
        aria-valuemax={high}
        aria-valuenow={value}
        aria-valuetext={words}
        aria-disabled={!onGuess}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={(event) => {
          if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
          const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
          if (box) {
            const share = (event.clientX - box.left - EDGE_PX) / (size.width - 2 * EDGE_PX);
            set(low + share * span);
          }
        }}
        onKeyDown={(event) => {
          const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[event.key];
          if (!way) return;
          event.preventDefault();
          set(value + way * stepOf(unit, system, event.shiftKey));
        }}
      >
        <rect x={x(value) - 24} width={48} y={0} height={LINE_PX + 20} className={own.reach} />
        <path d={`M ${x(value)} 6 V ${LINE_PX}`} className={own.guess} />
        <circle cx={x(value)} cy={LINE_PX} r={9} className={own.bob} />
        <text
          x={x(value)}
          y={LINE_PX - 14}
          textAnchor="middle"
          className={own.guessText}
          dx={0}
          dy={-4}
        >
          {words}
        </text>
      </g>
    </>
  );
}
