import { describe, expect, it } from 'vitest';
import type { Box, CameraDrawing, WorkDrawing } from '../../api/types';
import { fitWindow } from '../scale';
import { edgesOf, labelsOf } from './labels';

const TABLE: Box = { left: -700, right: 700, near: -350, far: 350 } as Box;
const ZONE: Box = { left: -210, right: 210, near: -150, far: 150 } as Box;
const work = (zone: Box = ZONE, boxes: unknown[] = []): WorkDrawing =>
  ({ table: TABLE, zone, boxes }) as unknown as WorkDrawing;
const camera = (measure: string): CameraDrawing =>
  ({
    measure,
    seen_width_mm: 480,
    seen_depth_mm: 270,
    seen_surface: [
      { x: -240, y: -135 },
      { x: 240, y: -135 },
      { x: 240, y: 135 },
      { x: -240, y: 135 },
    ],
  }) as unknown as CameraDrawing;
const WINDOW = { left: -800, right: 800, low: -500, high: 500 };
const scale = fitWindow(WINDOW, { left: 0, top: 0, width: 1600, height: 1000 });
const words = (found: ReturnType<typeof labelsOf>) => found.map((one) => one.words);

describe('what is named from above', () => {
  it('is the table and the zone, with their sizes', () => {
    expect(words(labelsOf(work(), null, null, scale, 'cm'))).toEqual([
      'table 140.0 cm × 70.0 cm',
      'zone 42.0 cm × 30.0 cm',
    ]);
  });

  it('is said in inches, too', () => {
    expect(words(labelsOf(work(), null, null, scale, 'in'))[0]).toBe('table 55 1/8 in × 27 1/2 in');
  });

  it('leaves the zone unnamed where it is too narrow for words', () => {
    const narrow = { ...ZONE, left: -60, right: 60 };
    expect(words(labelsOf(work(narrow), null, null, scale, 'cm'))).toEqual([
      'table 140.0 cm × 70.0 cm',
    ]);
  });

  it('names the picture of a camera that looks down, and which side of it is up', () => {
    const found = labelsOf(work(), camera('height'), ZONE, scale, 'cm');
    expect(words(found).slice(0, 2)).toEqual(['picture 48.0 cm × 27.0 cm', 'top of the picture']);
    expect(found[1]).toMatchObject({ x: scale.x(0), y: scale.y(135) });
  });

  it('names no picture of a camera that looks from the side', () => {
    expect(words(labelsOf(work(), camera('distance'), ZONE, scale, 'cm'))).toHaveLength(2);
    expect(words(labelsOf(work(), camera('height'), null, scale, 'cm'))).toHaveLength(2);
  });

  it('names a thing where it lies on the table, though part of it stands over the edge', () => {
    const box = { name: 'shelf', left: 600, right: 1200, near: 0, far: 100 };
    const shelf = labelsOf(work(ZONE, [box]), null, null, scale, 'cm').at(-1);
    expect(shelf).toMatchObject({ words: 'shelf', x: scale.x(650), y: scale.y(50) });
  });
});

it('gives the four strokes of a rectangle, each meeting the next', () => {
  const edges = edgesOf(ZONE, scale);
  expect(edges).toHaveLength(4);
});
