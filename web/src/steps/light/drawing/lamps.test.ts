import { describe, expect, it } from 'vitest';
import type { LightDrawing, WorkDrawing } from '../../../api/types';
import { middleOf } from '../../../drawing/dome/dome';
import { acrossIn, lampsWindow, movedIn, type Seen, upIn } from './lamps';

const VIEWS: Seen[] = ['above', 'seat', 'side'];
const lamp = { x: -420, y: 380, z: 910 };

const work = {
  table: { left: -600, right: 600, near: -350, far: 350 },
  maker: {
    head: { x: 0, y: -450, z: 600 },
    parts: [{ part: 'head', a: { x: 0, y: -450, z: 600 }, b: { x: 0, y: -450, z: 600 } }],
  },
} as unknown as WorkDrawing;

const lit = (corners: { x: number; y: number; z: number }[]) =>
  ({ lamps: [{ corners }], cards: [] }) as unknown as LightDrawing;

describe('lamps in a drawing', () => {
  it('come back from each view to where they stand, but for what it cannot show', () => {
    for (const from of VIEWS) {
      const moved = movedIn(from, { x: acrossIn(from, lamp), y: upIn(from, lamp) });
      expect({ ...lamp, ...moved }).toEqual(lamp);
      expect(Object.keys(moved)).toHaveLength(2);
    }
    expect(movedIn('above', { x: 1, y: 2 })).toEqual({ x: 1, y: 2 });
    expect(movedIn('seat', { x: 1, y: 2 })).toEqual({ x: 1, z: 2 });
    expect(movedIn('side', { x: 1, y: 2 })).toEqual({ y: 1, z: 2 });
  });

  it('are all within the window, with table and maker', () => {
    for (const from of VIEWS) {
      const window = lampsWindow(work, lit([lamp, { x: 900, y: -700, z: 1400 }]), from);
      for (const point of [lamp, { x: 900, y: -700, z: 1400 }, work.maker.head]) {
        expect(acrossIn(from, point)).toBeGreaterThan(window.left);
        expect(acrossIn(from, point)).toBeLessThan(window.right);
        expect(upIn(from, point)).toBeGreaterThan(window.low);
        expect(upIn(from, point)).toBeLessThan(window.high);
      }
      expect(window.left).toBeLessThan(from === 'side' ? -350 : -600);
    }
  });

  it('do not make the drawing small when one stands across the room', () => {
    const window = lampsWindow(work, lit([{ x: 9000, y: 0, z: 500 }]), 'seat');
    expect(window.right).toBeLessThan(3500);
  });

  it('stand about the middle of the zone, tipped or flat, and of nothing at its origin', () => {
    const tipped = [
      { x: -210, y: 0, z: 0 },
      { x: 210, y: 0, z: 0 },
      { x: 210, y: 300, z: 80 },
      { x: -210, y: 300, z: 80 },
    ];
    expect(middleOf(tipped)).toEqual({ x: 0, y: 150, z: 40 });
    expect(middleOf([])).toEqual({ x: 0, y: 0, z: 0 });
  });
});
