import { describe, expect, it } from 'vitest';
import type { ZoomMap } from '../../../api/types';
import { curvesOf, roundFocal, stretchesOf } from './zoomMap';

const column = (
  focal: number,
  zone: number,
  works: [number, number][],
): ZoomMap['columns'][number] => ({
  focal_mm: focal,
  floors: [{ code: 'zone', height_mm: zone }],
  caps: [{ code: 'ceiling', height_mm: 1200 }],
  never: [],
  works: works.map(([from_mm, to_mm]) => ({ from_mm, to_mm })),
});

const MAP: ZoomMap = {
  measure: 'height',
  columns: [
    column(16, 500, [[500, 900]]),
    column(20, 650, [[650, 1000]]),
    column(28, 900, [[900, 1200]]),
    column(35, 1500, []),
  ],
  lens_from_mm: 16,
  lens_to_mm: 35,
  highest_mm: 1300,
  present: { focal_mm: 20, value_mm: 700 },
  best: null,
  best_works: false,
  reason: [],
  words: { zone: 'zone cut off', ceiling: 'ceiling' },
};

describe('the map of zoom against height', () => {
  it('has a curve for each demand, cut where it leaves the map', () => {
    const curves = curvesOf(MAP);
    expect(curves.map((one) => [one.code, one.cap, one.points.length])).toEqual([
      ['zone', false, 3],
      ['ceiling', true, 4],
    ]);
  });

  it('joins neighbouring stretches into one area and keeps apart what does not touch', () => {
    expect(stretchesOf(MAP).map((area) => area.length)).toEqual([3]);
    const apart = {
      ...MAP,
      columns: [column(16, 500, [[500, 600]]), column(20, 700, [[700, 800]])],
    };
    expect(stretchesOf(apart)).toEqual([]);
  });

  it('sets a ring in halves below 30 and in whole millimetres beyond', () => {
    expect(roundFocal(23.3)).toBe(23.5);
    expect(roundFocal(41.4)).toBe(41);
  });
});
