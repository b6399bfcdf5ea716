import { describe, expect, it } from 'vitest';
import type { CameraDrawing, Plan } from '../../api/types';
import { placedAt } from './model';

const plan = (position: Record<string, number | null>): Plan =>
  ({ cameras: [{ id: 'overhead', position }] }) as unknown as Plan;

const drawing = (
  measure: 'height' | 'distance',
  axis: [number, number, number],
  line: [number, number, number],
): CameraDrawing =>
  ({
    measure,
    axis: { x: axis[0], y: axis[1], z: axis[2] },
    line: { x: line[0], y: line[1], z: line[2] },
  }) as unknown as CameraDrawing;

const placeOf = (next: Plan) => next.cameras[0]?.position;

describe('a camera that slides along its line of sight', () => {
  it('changes its height alone when it looks straight down', () => {
    const before = plan({ x_mm: 12, y_mm: -8, z_mm: 700 });
    const next = placedAt(before, 0, drawing('height', [0, 0, -1], [12, -8, 0]), 810);
    expect(placeOf(next)).toEqual({ x_mm: 12, y_mm: -8, z_mm: 810 });
    expect(placeOf(before)?.z_mm).toBe(700);
  });

  it('slides back as it rises when it is tipped, and keeps looking at the same place', () => {
    const s = Math.sin(Math.PI / 6);
    const c = Math.cos(Math.PI / 6);
    const view = drawing('height', [0, s, -c], [0, 0, 30]);
    const next = placeOf(placedAt(plan({ x_mm: 0, y_mm: -400, z_mm: 700 }), 0, view, 800));
    expect(next?.z_mm).toBe(800);
    const reach = (800 - 30) / c;
    expect(next?.y_mm).toBeCloseTo(-s * reach, 0);
    expect((next?.y_mm ?? 0) + s * reach).toBeCloseTo(0, 0);
  });

  it('leaves a place that was left open open', () => {
    const view = drawing('height', [0, 0.5, -Math.sqrt(0.75)], [0, 0, 0]);
    const next = placeOf(placedAt(plan({ x_mm: null, y_mm: null, z_mm: null }), 0, view, 640));
    expect(next).toEqual({ x_mm: null, y_mm: null, z_mm: 640 });
  });

  it('is placed by its distance when it looks level', () => {
    const view = drawing('distance', [0, 1, 0], [5, -20, 120]);
    const next = placeOf(placedAt(plan({ x_mm: null, y_mm: null, z_mm: null }), 0, view, 900));
    expect(next).toEqual({ x_mm: 5, y_mm: -920, z_mm: 120 });
  });
});
