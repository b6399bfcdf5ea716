/** What is written into the view from above, and the strokes that it keeps clear of. */
import type { Box, CameraDrawing, WorkDrawing } from '../../api/types';
import { lengthWords, type UnitSystem } from '../../domain/units';
import classes from '../drawings.module.css';
import type { Scale } from '../scale';
import { strokesOf } from '../words/placing';

const ROOM_FOR_WORDS_PX = 190;

interface Named {
  words: string;
  className: string | undefined;
  x: number;
  y: number;
  off?: number;
}

/** What is named in the drawing, each at the point that it belongs to. */
export function labelsOf(
  work: WorkDrawing,
  camera: CameraDrawing | null,
  seen: Box | null,
  scale: Scale,
  system: UnitSystem,
): Named[] {
  const { table, zone } = work;
  const size = (box: Box) =>
    `${lengthWords(box.right - box.left, system)} × ${lengthWords(box.far - box.near, system)}`;
  const middle = (box: Box) => scale.x((box.left + box.right) / 2);
  const found: Named[] = [];
  if (camera && seen && camera.measure === 'height') {
    found.push({
      words: `picture ${lengthWords(camera.seen_width_mm ?? 0, system)} × ${lengthWords(camera.seen_depth_mm ?? 0, system)}`,
      className: classes.verd,
      x: middle(seen),
      y: scale.y(seen.near),
      off: 7,
    });
    const [, , right, left] = camera.seen_surface ?? [];
    if (right && left) {
      found.push({
        words: 'top of the picture',
        className: classes.verd,
        x: scale.x((left.x + right.x) / 2),
        y: scale.y((left.y + right.y) / 2),
        off: 13,
      });
    }
  }
  found.push({
    words: `table ${size(table)}`,
    className: classes.soft,
    x: middle(table),
    y: scale.y(table.far),
    off: 7,
  });
  if ((zone.right - zone.left) * scale.s >= ROOM_FOR_WORDS_PX) {
    found.push({
      words: `zone ${size(zone)}`,
      className: classes.text,
      x: scale.x(zone.left) + ROOM_FOR_WORDS_PX / 3,
      y: scale.y(zone.near),
      off: 8,
    });
  }
  for (const box of work.boxes) {
    found.push({
      words: box.name,
      className: classes.soft,
      x: scale.x((Math.max(box.left, table.left) + Math.min(box.right, table.right)) / 2),
      y: scale.y((Math.max(box.near, table.near) + Math.min(box.far, table.far)) / 2),
      off: 4,
    });
  }
  return found;
}

/** The four strokes of a rectangle. */
export const edgesOf = (box: Box, scale: Scale) =>
  strokesOf([
    { x: scale.x(box.left), y: scale.y(box.near) },
    { x: scale.x(box.right), y: scale.y(box.near) },
    { x: scale.x(box.right), y: scale.y(box.far) },
    { x: scale.x(box.left), y: scale.y(box.far) },
  ]);
