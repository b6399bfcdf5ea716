/** A rectangle that lies level, from above. */
import type { Box } from '../../api/types';
import type { Scale } from '../scale';

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
