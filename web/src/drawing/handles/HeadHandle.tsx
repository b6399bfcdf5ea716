/** The maker's head in the side view: drawn over the work or back, the trunk leans with it. */
import { useRef } from 'react';
import type { WorkDrawing } from '../../api/types';
import type { UnitSystem } from '../../domain/units';
import classes from '../drawings.module.css';
import type { Scale } from '../scale';
import { leanAt } from './lean';
import { useHandle } from './useHandle';

interface Props {
  work: WorkDrawing;
  scale: Scale;
  system: UnitSystem;
  wordless: boolean;
  onDrag: (deg: number) => void;
  onCommit: (deg: number) => void;
}

export function HeadHandle({ work, scale, system, wordless, onDrag, onCommit }: Props) {
  const { maker } = work;
  const from = useRef(maker);
  const lean = (place: { x: number; y: number }): number =>
    leanAt(from.current.hip, from.current.head, from.current.lean_deg, { y: place.x, z: place.y });
  const handle = useHandle({
    place: { x: maker.head.y, y: maker.head.z },
    s: scale.s,
    system,
    moves: 'both',
    onDrag: (place) => onDrag(lean(place)),
    onCommit: (place) => onCommit(lean(place)),
  });
  if (!handle.dragging && !handle.live) from.current = maker;
  const words = `${Math.round(maker.lean_deg)}°`;
  const x = scale.x(maker.head.y);
  const y = scale.y(maker.head.z);
  return (
    <g
      transform={`translate(${x} ${y})`}
      role="slider"
      tabIndex={0}
      data-handle="head"
      aria-label="Your head: how far you lean in"
      aria-valuemin={0}
      aria-valuemax={60}
      aria-valuenow={Math.round(maker.lean_deg)}
      aria-valuetext={`leaning in ${words}`}
      className={classes.grip}
      {...handle.props}
    >
      <circle r={Math.max(14, 112 * scale.s)} fill="transparent" />
      <path d="M-7 0h14M0 -7v14" stroke="var(--verd)" strokeWidth={2.2} />
      {wordless ? null : (
        <text
          x={-Math.max(14, 112 * scale.s) - 5}
          y={4}
          textAnchor="end"
          className={`${handle.live ? classes.verd : classes.text} ${classes.halo}`}
        >
          you, {words}
        </text>
      )}
    </g>
  );
}
