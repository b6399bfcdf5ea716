import { describe, expect, it } from 'vitest';
import type { Glance } from '../../api/types';
import { drawnOf, type RigDrawn, viewOfRig, windowOfRig } from './RigSketch';

const point = (x: number, y: number, z: number) => ({ x, y, z });
const WORK = {
  table: { left: -600, right: 600, near: 0, far: 700 },
  table_height_mm: 740,
  maker: { head: { z: 500 } },
};
const drawn = (more: Record<string, unknown> = {}): RigDrawn =>
  ({ work: WORK, camera: null, hold: null, light: null, ...more }) as unknown as RigDrawn;
const member = (a: object, b: object) => ({ part: 'boom', a, b });

describe('the sketch of a rig', () => {
  it('is looked at from where its arm is longest', () => {
    const across = { members: [member(point(-900, 0, 900), point(0, 0, 900))] };
    const away = { members: [member(point(0, -300, 900), point(0, 900, 900))] };
    expect(viewOfRig(drawn({ hold: across }))).toBe('seat');
    expect(viewOfRig(drawn({ hold: away }))).toBe('side');
    expect(viewOfRig(drawn())).toBe('side');
  });
  it('holds table, floor, head, rig and lamps that are near', () => {
    const hold = { members: [member(point(-900, 0, 0), point(0, 0, 1400))] };
    const lamps = [
      { lit: true, at: point(800, 0, 1200) },
      { lit: true, at: point(6000, 0, 1200) },
      { lit: false, at: point(1300, 0, 3000) },
    ];
    const window = windowOfRig(drawn({ hold, light: { lamps } }), 'seat');
    expect(window.left).toBeLessThan(-900);
    expect(window.right).toBeGreaterThan(800);
    expect(window.right).toBeLessThan(3000);
    expect(window.low).toBeLessThan(-740);
    expect(window.high).toBeGreaterThan(1400);
    expect(window.high).toBeLessThan(2000);
  });
});

it('nothing is drawn of what is not known', () => {
  expect(drawnOf({ drawings: {}, camera: null } as unknown as Glance)).toBeNull();
  const work = { table: {} };
  expect(drawnOf({ drawings: { work }, camera: null } as unknown as Glance)?.work).toBe(work);
});
