import { describe, expect, it } from 'vitest';
import type { DomeDirection } from '../../api/types';
import { DARKEST } from './dome';
import { shadesOf, washOfDepth } from './shades';

const DIRECTIONS: readonly [number, number][] = [0, 45, 90, 135, 180, 225, 270, 315].flatMap(
  (azimuth) => [20, 50, 80].map((elevation): [number, number] => [azimuth, elevation]),
);
const dome = (more: Partial<DomeDirection>): DomeDirection[] =>
  DIRECTIONS.map(
    ([azimuth_deg, elevation_deg]) =>
      ({
        azimuth_deg,
        elevation_deg,
        share: 0.9,
        worst: 0.8,
        depth_stops: null,
        glare: 0,
        blocked: '',
        in_frame: false,
        ...more,
      }) as unknown as DomeDirection,
  );
const WAY = { azimuth: 45, elevation: 50 } as never;
/** How much ink lies on a block of pixels. */
const inked = (directions: DomeDirection[]): Set<number> => {
  const shade = shadesOf(directions);
  const found = new Set<number>();
  for (let column = 0; column < 12; column += 1) {
    for (let row = 0; row < 12; row += 1) found.add(shade?.(WAY, column, row) ?? -1);
  }
  return found;
};

const MARKED: Partial<DomeDirection>[] = [
  { glare: 0.5 },
  { blocked: 'a lamp' },
  { in_frame: true },
];

describe('the wash of a shadow that is left', () => {
  it('is none where none is left, and never less for a deeper one', () => {
    const steps = Array.from({ length: 60 }, (_, index) => washOfDepth(index * 0.05));
    expect(steps[0]).toBe(0);
    expect(steps).toEqual([...steps].sort((one, other) => one - other));
    expect(steps.at(-1)).toBe(DARKEST);
  });

  it('is seen from where a shadow is watched, and plain from where it spoils the picture', () => {
    expect(washOfDepth(0.4)).toBe(0);
    expect(washOfDepth(0.7)).toBeGreaterThan(0.1);
    expect(washOfDepth(1.3)).toBeGreaterThan(0.4);
  });
});

describe('the washes of a dome', () => {
  it('are none where nothing is known', () => {
    expect(shadesOf([])).toBeNull();
  });

  it('are even where there is only shadow', () => {
    expect(inked(dome({ depth_stops: 1 })).size).toBe(1);
    expect(inked(dome({ depth_stops: 0 }))).toEqual(new Set([0]));
  });

  it('are lines over what is mirrored, barred, or in the picture', () => {
    for (const more of MARKED) {
      expect(inked(dome({ depth_stops: 0.5, ...more })).size).toBeGreaterThan(1);
    }
  });

  it('look another way where nothing can stand than where it is mirrored', () => {
    const pattern = (more: Partial<DomeDirection>): string => {
      const shade = shadesOf(dome({ depth_stops: 0, ...more }));
      return Array.from({ length: 144 }, (_, at) =>
        shade?.(WAY, at % 12, Math.floor(at / 12)),
      ).join();
    };
    const looks = MARKED.map(pattern);
    expect(new Set(looks).size).toBe(3);
  });

  it('say of a lamp alone what it leaves unlit', () => {
    const [bright] = inked(dome({ share: 1, worst: 1 }));
    const [dark] = inked(dome({ share: 0.2, worst: 0.1 }));
    expect(dark ?? 0).toBeGreaterThan(bright ?? 0);
  });
});
