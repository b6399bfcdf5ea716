import { describe, expect, it } from 'vitest';
import {
  BODY_ROWS,
  bodyFrom,
  LENS_ROWS,
  lensFrom,
  readRows,
  refusalsByRow,
  SENSOR_ROWS,
  VIEW_ROWS,
} from './ownGear';

describe('gear typed in by its figures', () => {
  it('fills the long end of a fixed lens from the short one', () => {
    const { values, refusals } = readRows(
      LENS_ROWS,
      { focal_min_mm: '60', f_number_wide: '2,8', min_focus_from_mark_mm: '18.5' },
      'cm',
    );
    expect(refusals).toEqual({});
    const lens = lensFrom(' Close-up ', values);
    expect(lens).toMatchObject({
      name: 'Close-up',
      focal_min_mm: 60,
      focal_max_mm: 60,
      f_number_wide: 2.8,
      f_number_long: 2.8,
      min_focus_from_mark_mm: 185,
      greatest_magnification: null,
    });
  });

  it('reads lengths at the bench in inches where inches are read', () => {
    const { values } = readRows(
      LENS_ROWS,
      { focal_min_mm: '35', f_number_wide: '2', min_focus_from_mark_mm: '10' },
      'in',
    );
    expect(values.min_focus_from_mark_mm).toBe(254);
    expect(values.focal_min_mm).toBe(35);
  });

  it('says which figure is missing and which is none', () => {
    const { refusals } = readRows(LENS_ROWS, { focal_min_mm: 'wide' }, 'cm');
    expect(refusals).toEqual({
      focal_min_mm: '“wide” is no number.',
      f_number_wide: 'Widest f-number, short end is needed.',
    });
  });

  it('gives a phone its field of view and a camera its sensor', () => {
    const rows = [...BODY_ROWS, ...VIEW_ROWS];
    const texts = { width_px: '3840', height_px: '2160', angle_deg: '77' };
    const phone = bodyFrom('phone', '', 'diagonal', readRows(rows, texts, 'cm').values);
    expect(phone.name).toBe('My phone');
    expect(phone.view).toEqual({ angle_deg: 77, measured: 'diagonal', stabilisation_crop: null });
    expect(phone.modes[0]?.name).toBe('3840 × 2160');
    const sensor = readRows(
      [...BODY_ROWS, ...SENSOR_ROWS],
      { width_px: '1920', height_px: '1080', sensor_width_mm: '36', sensor_height_mm: '20.25' },
      'cm',
    );
    const camera = bodyFrom('camera', 'Mine', 'horizontal', sensor.values);
    expect(camera.view).toBeNull();
    expect(camera.modes[0]?.sensor_width_mm).toBe(36);
  });

  it('puts refusals of the core at their field, and keeps the others', () => {
    const problem = { code: 'x', sentence: 'Too long.', value: '', range: '' };
    const at = '/cameras/0/lens';
    expect(refusalsByRow(LENS_ROWS, [{ ...problem, field: `${at}/focal_min_mm` }], at)).toEqual({
      focal_min_mm: 'Too long.',
    });
    expect(refusalsByRow(LENS_ROWS, [{ ...problem, field: '/elsewhere' }], at)).toEqual({
      '': 'Too long.',
    });
  });
});
