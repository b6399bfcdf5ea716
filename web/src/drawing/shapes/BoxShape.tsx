/** A rectangle that lies level, from above. */
import type { Box, CameraDrawing } from '../../api/types';
import type { Scale } from '../scale';

/** What one camera films, from above. */
export const levelBox = ({ low, high }: NonNullable<CameraDrawing['target']>): Box => ({
  left: low.x,
  right: high.x,
  near: low.y,
  far: high.y,
});

interface Props {
  box: Box;
  scale: Scale;
  className: string | undefined;
}

export function BoxShape({ box, scale, className }: Props) {
  return (
    <rect
      x={scale.x(box.left)}
      y={scale.y(box.far)}
      width={Math.max(0, (box.right - box.left) * scale.s)}
      height={Math.max(0, (box.far - box.near) * scale.s)}
      className={className}
    />
  );
}
