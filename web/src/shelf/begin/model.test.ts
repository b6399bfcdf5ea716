import { describe, expect, it } from 'vitest';
import type { BoardThing, Shape } from '../../api/types';
import {
  beginningOf,
  bySubject,
  drawnMm,
  NOTHING_BEGUN,
  SIZES,
  SUBJECT_WORDS,
  shownOf,
  toggled,
  zoneOf,
} from './model';
import { SHAPE_LINES, THING_LINES } from './pictures';

const SHAPE = {
  id: 'page-flat',
  title: 'Page or canvas lying flat',
  zone_width_mm: 420,
  zone_depth_mm: 300,
} as unknown as Shape;
const thing = (id: string, subject: BoardThing['subject']): BoardThing => ({
  id,
  subject,
  kind: 'body',
  name: id,
  says: id,
  figures: {},
});

describe('a beginning', () => {
  it('asks for the shape alone; all else may be left out', () => {
    expect(beginningOf(NOTHING_BEGUN, undefined)).toBeNull();
    expect(beginningOf({ ...NOTHING_BEGUN, shape: 'page-flat' }, SHAPE)).toEqual({
      title: 'Page or canvas lying flat',
      shape: 'page-flat',
      zone_width_mm: null,
      zone_depth_mm: null,
      top_mm: null,
      table_height_mm: null,
      ceiling_mm: null,
      window: null,
      circuit_w: null,
      mains_hz: null,
      left_handed: false,
      away: false,
      ticked: [],
    });
  });
  it('keeps its own title and sizes', () => {
    const begun = { ...NOTHING_BEGUN, shape: 'page-flat' as const, title: ' Map ', widthMm: 500 };
    expect(beginningOf(begun, SHAPE)).toMatchObject({ title: 'Map', zone_width_mm: 500 });
    expect(beginningOf({ ...begun, sockets: '15-120' }, SHAPE)).toMatchObject({
      circuit_w: 1800,
      mains_hz: 60,
    });
    expect(zoneOf(begun, SHAPE)).toEqual({ width: 500, depth: 300 });
    expect(zoneOf(NOTHING_BEGUN, undefined)).toEqual({ width: 297, depth: 210 });
  });
});

describe('what is drawn by hand', () => {
  it.each([
    [123.4, 120],
    [-50, 20],
    [99_999, 3000],
    [25, 30],
  ])('%d mm becomes %d', (drawn, mm) => {
    expect(drawnMm(drawn)).toBe(mm);
  });
  it('can be as large as things that everybody knows, from small to large', () => {
    const areas = SIZES.map((one) => one.widthMm * one.depthMm);
    expect([...areas].sort((a, b) => a - b)).toEqual(areas);
  });
});

describe('the board', () => {
  it('is ticked and unticked', () => {
    expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
    expect(toggled(['a', 'b'], 'a')).toEqual(['b']);
  });
  it('shows lenses of cameras that are ticked, and no others', () => {
    const board = [
      thing('camera-middle', 'camera'),
      thing('zoom-middle', 'lens'),
      thing('zoom-large', 'lens'),
    ];
    expect(shownOf(board, []).map((one) => one.id)).toEqual(['camera-middle']);
    expect(shownOf(board, ['camera-middle']).map((one) => one.id)).toEqual([
      'camera-middle',
      'zoom-middle',
    ]);
  });
  it('stands by subject, in its order', () => {
    const board = [thing('a', 'light'), thing('b', 'sound'), thing('c', 'light')];
    expect(bySubject(board).map(([name, many]) => [name, many.length])).toEqual([
      ['light', 2],
      ['sound', 1],
    ]);
    for (const [name] of bySubject(board)) expect(SUBJECT_WORDS[name]).toBeTruthy();
  });
  it('every picture is made of lines that a browser can draw', () => {
    for (const lines of [...Object.values(SHAPE_LINES), ...Object.values(THING_LINES)]) {
      expect(lines).toMatch(/^M[\d\s.,a-zA-Z-]+$/);
    }
  });
});
