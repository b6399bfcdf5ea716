import { expect, test } from 'vitest';
import type { HoldDrawing, Point } from '../../../api/types';
import { acrossOf, alongOf, azimuthOf, viewOf } from './rig';

const at = (x: number, y: number, z = 0): Point => ({ x, y, z });
const rig = (foot: Point, tip: Point): HoldDrawing =>
  ({ foot, tip, members: [] }) as unknown as HoldDrawing;

test('an arm from the side is looked at from the seat, one from behind from the side', () => {
  expect(viewOf(rig(at(-900, 0), at(0, 0)))).toBe('seat');
  expect(viewOf(rig(at(0, 600), at(0, 0)))).toBe('side');
  const bar = { part: 'bar', a: at(0, -800), b: at(0, 800) };
  const across = { ...rig(at(-900, 0), at(0, 0)), members: [bar] } as unknown as HoldDrawing;
  expect(viewOf(across)).toBe('side');
});

test('a place in the view is a place along the arm', () => {
  const hold = rig(at(-900, 100), at(0, 100));
  expect(acrossOf(at(3, 4), 'seat')).toBe(3);
  expect(acrossOf(at(3, 4), 'side')).toBe(4);
  expect(alongOf(hold, 'seat', 0)).toBe(900);
  expect(alongOf(hold, 'seat', -1500)).toBe(-600);
  expect(alongOf(rig(at(0, 0), at(0, 500)), 'seat', 10)).toBe(0);
});

test('azimuths run clockwise from straight away', () => {
  expect(azimuthOf(at(0, 0), at(0, 5))).toBe(0);
  expect(azimuthOf(at(0, 0), at(5, 0))).toBe(90);
  expect(azimuthOf(at(0, 0), at(-5, 0))).toBe(270);
});
