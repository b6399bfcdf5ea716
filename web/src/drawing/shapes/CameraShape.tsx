/** Lens barrel and body from the side, as long as they are, tipped as they hang. */
import type { CameraDrawing } from '../../api/types';
import classes from '../drawings.module.css';
import type { Scale } from '../scale';

const BODY_MM = 62;
const BARREL_MM = 34;
/** Their width is drawn, not known; neither is where the mount is. */
const MOUNT_SHARE = 0.55;

interface Props {
  camera: CameraDrawing;
  scale: Scale;
  shift: number;
  from?: 'side' | 'seat';
}

export function CameraShape({ camera, scale, shift, from = 'side' }: Props) {
  const { rim, back } = camera;
  if (!rim || !back) return null;
  const x = (point: { x: number; y: number }) => scale.x(from === 'side' ? point.y : point.x);
  const y = (point: { z: number }) => scale.y(point.z + shift);
  const across = x(back) - x(rim);
  const along = y(back) - y(rim);
  const length = Math.max(12, Math.hypot(across, along));
  const turn = (Math.atan2(across, -along) * 180) / Math.PI;
  const barrel = Math.max(8, BARREL_MM * scale.s);
  const body = Math.max(16, BODY_MM * scale.s);
  const mount = length * MOUNT_SHARE;
  return (
    <g data-shape="camera" transform={`translate(${x(rim)} ${y(rim)}) rotate(${turn})`}>
      <rect x={-barrel} width={2 * barrel} y={-mount} height={mount} className={classes.there} />
      <rect
        x={-body}
        width={2 * body}
        y={-length}
        height={Math.max(6, length - mount)}
        className={classes.there}
      />
    </g>
  );
}
