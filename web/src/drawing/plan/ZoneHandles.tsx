/** The zone from above: moved as a whole, or by one of its edges. */
import { useRef } from 'react';
import type { WorkDrawing } from '../../api/types';
import { lengthWords, type UnitSystem } from '../../domain/units';
import classes from '../drawings.module.css';
import { useHandle } from '../handles/useHandle';
import type { Scale } from '../scale';
import { movedZone, type ZonePart, type ZonePlace } from './zone';

interface Props {
  work: WorkDrawing;
  scale: Scale;
  system: UnitSystem;
  onDrag: (zone: ZonePlace) => void;
  onCommit: (zone: ZonePlace) => void;
}

export function ZoneHandles(props: Props) {
  return (
    <g>
      {(['move', 'left', 'right', 'near', 'far'] as const).map((part) => (
        <ZoneHandle key={part} part={part} {...props} />
      ))}
    </g>
  );
}

const PART_WORDS: Record<ZonePart, string> = {
  move: 'Move the zone',
  left: 'Left edge of the zone',
  right: 'Right edge of the zone',
  near: 'Near edge of the zone',
  far: 'Far edge of the zone',
};

function ZoneHandle({ part, work, scale, system, onDrag, onCommit }: Props & { part: ZonePart }) {
  const { zone, table } = work;
  const now: ZonePlace = {
    fromLeft: zone.left - table.left,
    fromFront: zone.near - table.near,
    width: zone.right - zone.left,
    depth: zone.far - zone.near,
  };
  const from = useRef<ZonePlace | null>(null);
  const centre = { x: (zone.left + zone.right) / 2, y: (zone.near + zone.far) / 2 };
  const at = {
    move: centre,
    left: { x: zone.left, y: centre.y },
    right: { x: zone.right, y: centre.y },
    near: { x: centre.x, y: zone.near },
    far: { x: centre.x, y: zone.far },
  }[part];
  const handle = useHandle({
    place: { x: 0, y: 0 },
    s: scale.s,
    system,
    moves: part === 'move' ? 'both' : part === 'left' || part === 'right' ? 'x' : 'y',
    onDrag: (by) => {
      from.current ??= now;
      onDrag(movedZone(from.current, part, by));
    },
    onCommit: (by) => {
      onCommit(movedZone(from.current ?? now, part, by));
      from.current = null;
    },
  });
  const size = part === 'left' || part === 'right' ? now.width : now.depth;
  return (
    <g
      transform={`translate(${scale.x(at.x)} ${scale.y(at.y)})`}
      role="slider"
      tabIndex={0}
      data-handle={`zone-${part}`}
      aria-label={PART_WORDS[part]}
      aria-valuenow={Math.round(part === 'move' ? now.fromLeft : size)}
      aria-valuetext={
        part === 'move'
          ? `${lengthWords(now.fromLeft, system)} from the left, ${lengthWords(now.fromFront, system)} from your edge`
          : lengthWords(size, system)
      }
      className={classes.grip}
      {...handle.props}
    >
      <circle r={16} fill="transparent" />
      {part === 'move' ? (
        <path d="M-10 0h20M0 -10v20" stroke="var(--verd)" strokeWidth={2.5} />
      ) : (
        <rect
          x={part === 'left' || part === 'right' ? -4 : -13}
          y={part === 'left' || part === 'right' ? -13 : -4}
          width={part === 'left' || part === 'right' ? 8 : 26}
          height={part === 'left' || part === 'right' ? 26 : 8}
          rx={2}
          className={classes.gripShape}
        />
      )}
      {handle.live ? (
        <text y={-20} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
          {part === 'move'
            ? `${lengthWords(now.fromLeft, system)}, ${lengthWords(now.fromFront, system)}`
            : lengthWords(size, system)}
        </text>
      ) : null}
    </g>
  );
}
