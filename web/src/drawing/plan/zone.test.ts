import { describe, expect, it } from 'vitest';
import { movedZone, type ZonePart, type ZonePlace } from './zone';

const zone: ZonePlace = { fromLeft: 490, fromFront: 120, width: 420, depth: 300 };
const PARTS: ZonePart[] = ['move', 'left', 'right', 'near', 'far'];

describe('the zone is moved by its handles', () => {
  it('keeps the opposite edge where it is', () => {
    const left = movedZone(zone, 'left', { x: -40, y: 0 });
    expect(left).toEqual({ ...zone, fromLeft: 450, width: 460 });
    expect(left.fromLeft + left.width).toBe(zone.fromLeft + zone.width);
    const near = movedZone(zone, 'near', { x: 0, y: 30 });
    expect(near.fromFront + near.depth).toBe(zone.fromFront + zone.depth);
    expect(movedZone(zone, 'right', { x: 25, y: 99 })).toEqual({ ...zone, width: 445 });
    expect(movedZone(zone, 'far', { x: 99, y: -25 })).toEqual({ ...zone, depth: 275 });
  });

  it('moves as a whole without changing size', () => {
    expect(movedZone(zone, 'move', { x: 10, y: -20 })).toEqual({
      ...zone,
      fromLeft: 500,
      fromFront: 100,
    });
  });

  it('stops at the table edges and never vanishes', () => {
    for (const part of PARTS) {
      for (const far of [-5000, 5000]) {
        const after = movedZone(zone, part, { x: far, y: far });
        expect(after.fromLeft).toBeGreaterThanOrEqual(0);
        expect(after.fromFront).toBeGreaterThanOrEqual(0);
        expect(after.width).toBeGreaterThanOrEqual(5);
        expect(after.depth).toBeGreaterThanOrEqual(5);
      }
    }
  });

  it('comes back when moved there and back', () => {
    for (const part of PARTS) {
      const there = movedZone(zone, part, { x: 30, y: 20 });
      expect(movedZone(there, part, { x: -30, y: -20 })).toEqual(zone);
    }
  });
});
