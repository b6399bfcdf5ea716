/** Where a camera is put when it slides along the line on which it looks. */
import type { CameraDrawing, Plan } from '../../api/types';
import { withValue } from '../../domain/plan';

const round = (mm: number): number => Math.round(mm * 10) / 10;

/** The plan with its camera at a height, or at a distance where it looks level. */
export function placedAt(plan: Plan, camera: number, drawing: CameraDrawing, value: number): Plan {
  const AT = `/cameras/${camera}/position`;
  const { axis, line } = drawing;
  if (drawing.measure === 'height') {
    const plain = withValue(plan, `${AT}/z_mm`, value);
    const given = plan.cameras[camera]?.position;
    if (axis.x === 0 && axis.y === 0) return plain;
    const d = (value - line.z) / -axis.z;
    let next = plain;
    if (given?.x_mm != null) next = withValue(next, `${AT}/x_mm`, round(line.x - axis.x * d));
    if (given?.y_mm != null) next = withValue(next, `${AT}/y_mm`, round(line.y - axis.y * d));
    return next;
  }
  const put = (now: Plan, name: 'x' | 'y' | 'z'): Plan =>
    withValue(now, `${AT}/${name}_mm`, round(line[name] - axis[name] * value));
  return put(put(put(plan, 'x'), 'y'), 'z');
}
