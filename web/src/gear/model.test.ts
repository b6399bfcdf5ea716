import { describe, expect, it } from 'vitest';
import type { GearField } from '../api/types';
import { draftOf, figuresOf, refusalsFrom, shown, summaryOf, unitOf } from './model';

const field = (
  path: string,
  kind: GearField['kind'],
  more: Partial<GearField> = {},
): GearField => ({
  path,
  label: path,
  explain: '',
  kind,
  unit: '',
  length: false,
  choices: [],
  least: null,
  most: null,
  needed: false,
  ...more,
});

const BODY = [
  field('kind', 'choice', { choices: ['camera', 'phone'], needed: true }),
  field('name', 'text', { needed: true }),
  field('modes/*/name', 'text', { needed: true }),
  field('modes/*/width_px', 'whole', { needed: true }),
  field('view/angle_deg', 'number'),
  field('back_mm', 'number', { length: true, unit: 'mm' }),
  field('shown_elsewhere', 'flag'),
];
const FIGURES = {
  kind: 'camera',
  name: 'one',
  modes: [{ name: 'whole', width_px: 3840 }],
  view: null,
  back_mm: 42,
  shown_elsewhere: true,
};

describe('gear in a form', () => {
  it('goes to text and back unchanged, in both unit systems', () => {
    for (const system of ['cm', 'in'] as const) {
      const draft = draftOf(BODY, FIGURES, system);
      const back = figuresOf('body', BODY, draft, system);
      expect(back.refusals).toEqual({});
      expect(back.figures.name).toBe('one');
      expect(back.figures.modes).toEqual(FIGURES.modes);
      expect(back.figures.shown_elsewhere).toBe(true);
      expect(Math.abs(Number(back.figures.back_mm) - 42)).toBeLessThan(1.6);
    }
  });

  it('takes file sizes, limits and exposures as they are printed', () => {
    const fields = [
      field('file_limit_bytes', 'whole', { unit: 'bytes' }),
      field('recording_limit_s', 'number', { unit: 's' }),
      field('shortest_shutter_s', 'number', { unit: 's' }),
      field('longest_shutter_s', 'number', { unit: 's' }),
    ];
    const kept = {
      file_limit_bytes: 4e9,
      recording_limit_s: 1740,
      shortest_shutter_s: 0.00025,
      longest_shutter_s: 30,
    };
    expect(fields.map((one) => unitOf(one, 'in'))).toEqual(['GB', 'min', 's', 's']);
    const draft = draftOf(fields, kept, 'cm');
    expect(Object.values(draft.texts)).toEqual(['4', '29', '1/4000', '30']);
    expect(figuresOf('body', fields, draft, 'cm').figures).toEqual(kept);
    const typed = { ...draft.texts, file_limit_bytes: '3,7 GB', shortest_shutter_s: '1/125 s' };
    const { figures } = figuresOf('body', fields, { ...draft, texts: typed }, 'cm');
    expect(figures).toMatchObject({ file_limit_bytes: 3.7e9, shortest_shutter_s: 0.008 });
    const bad = { ...draft.texts, shortest_shutter_s: '1/0', recording_limit_s: 'long' };
    const { refusals } = figuresOf('body', fields, { ...draft, texts: bad }, 'cm');
    expect(Object.keys(refusals).sort()).toEqual(['recording_limit_s', 'shortest_shutter_s']);
    expect(summaryOf(fields, kept, 'cm')).toBe(
      'file_limit_bytes 4 GB · recording_limit_s 29 min · shortest_shutter_s 1/4000 s · longest_shutter_s 30 s',
    );
  });

  it('leaves out what is not known and asks for what is needed', () => {
    const draft = draftOf(BODY, null, 'cm');
    expect(draft.counts.modes).toBe(1);
    const { figures, refusals } = figuresOf('body', BODY, draft, 'cm');
    expect(figures).toEqual({ kind: 'camera', name: 'my body' });
    expect(Object.keys(refusals)).toEqual(['modes/0/width_px']);
  });

  it('lets one figure of a pair stand for both, and names a mode by its figures', () => {
    const lens = ['focal_min_mm', 'focal_max_mm', 'f_number_wide', 'f_number_long'].map((path) =>
      field(path, 'number', { needed: true }),
    );
    const draft = draftOf(lens, null, 'cm');
    draft.texts.focal_min_mm = '35';
    draft.texts.f_number_wide = '1,8';
    expect(figuresOf('lens', lens, draft, 'cm').figures).toEqual({
      focal_min_mm: 35,
      focal_max_mm: 35,
      f_number_wide: 1.8,
      f_number_long: 1.8,
    });
    const modes = [
      field('modes/*/name', 'text', { needed: true }),
      field('modes/*/width_px', 'whole', { needed: true }),
      field('modes/*/height_px', 'whole', { needed: true }),
    ];
    const body = draftOf(modes, null, 'cm');
    body.texts['modes/0/width_px'] = '3840';
    body.texts['modes/0/height_px'] = '2160';
    expect(figuresOf('body', modes, body, 'cm').figures.modes).toEqual([
      { name: '3840 × 2160', width_px: 3840, height_px: 2160 },
    ]);
  });

  it('refuses what is no number and keeps a decimal comma', () => {
    const draft = draftOf(BODY, FIGURES, 'cm');
    draft.texts.back_mm = '4,25';
    draft.texts['modes/0/width_px'] = 'wide';
    const { figures, refusals } = figuresOf('body', BODY, draft, 'cm');
    expect(figures.back_mm).toBe(42.5);
    expect(refusals['modes/0/width_px']).toContain('wide');
  });

  it('shows a phone its field of view and a camera none', () => {
    expect(shown('body', 'view/angle_deg', { kind: 'phone' })).toBe(true);
    expect(shown('body', 'view/angle_deg', { kind: 'camera' })).toBe(false);
    expect(shown('lens', 'mount', {})).toBe(true);
  });

  it('puts refusals of the core to their fields and sums a thing up', () => {
    const problems = [
      { code: 'x', sentence: 'no', field: '/modes/0/width_px', value: '', range: '' },
    ];
    expect(refusalsFrom(problems)).toEqual({ 'modes/0/width_px': 'no' });
    expect(summaryOf(BODY, FIGURES, 'cm')).toBe('camera · modes/*/width_px 3840 · back_mm 4.2 cm');
  });
});
