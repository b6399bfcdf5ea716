/** The map of zoom against height, made ready to be drawn. */
import type { ZoomMap } from '../../../api/types';

export interface Curve {
  code: string;
  words: string;
  /** Whether it bounds the height from above. */
  cap: boolean;
  points: { focal: number; mm: number }[];
}

/** One curve for each demand, over the zoom settings at which it binds within the map. */
export function curvesOf(map: ZoomMap): Curve[] {
  const curves = new Map<string, Curve>();
  const add = (code: string, cap: boolean, focal: number, mm: number): void => {
    if (mm > map.highest_mm) return;
    const key = `${code}-${cap}`;
    const curve = curves.get(key) ?? { code, words: map.words[code] ?? code, cap, points: [] };
    curve.points.push({ focal, mm });
    curves.set(key, curve);
  };
  for (const column of map.columns) {
    for (const bound of column.floors) add(bound.code, false, column.focal_mm, bound.height_mm);
    for (const bound of column.caps) add(bound.code, true, column.focal_mm, bound.height_mm);
  }
  return [...curves.values()].filter((curve) => curve.points.length > 1);
}

export interface Slice {
  focal: number;
  from: number;
  to: number;
}

/** Where all fits, as areas: stretches of neighbouring zoom settings that overlap are one. */
export function stretchesOf(map: ZoomMap): Slice[][] {
  const areas: Slice[][] = [];
  let open: Slice[][] = [];
  for (const column of map.columns) {
    const next: Slice[][] = [];
    for (const stretch of column.works) {
      const slice = {
        focal: column.focal_mm,
        from: stretch.from_mm,
        to: Math.min(stretch.to_mm, map.highest_mm),
      };
      if (slice.from > slice.to) continue;
      const area = open.find((one) => {
        const last = one.at(-1);
        return last !== undefined && last.from <= slice.to && last.to >= slice.from;
      });
      if (area) {
        area.push(slice);
        next.push(area);
      } else {
        const fresh = [slice];
        areas.push(fresh);
        next.push(fresh);
      }
    }
    open = next;
  }
  return areas.filter((area) => area.length > 1);
}

/** A zoom setting as it can be set on a ring: halves below 30 mm, whole millimetres beyond. */
export function roundFocal(focal: number): number {
  return focal < 30 ? Math.round(focal * 2) / 2 : Math.round(focal);
}
