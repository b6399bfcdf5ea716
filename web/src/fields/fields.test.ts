import { describe, expect, it } from 'vitest';
import type { PlanField } from '../api/types';
import { type FieldInfo, fieldAt, fieldsByPath, fieldText, readField } from './fields';

const one = (path: string, label: string, form: PlanField['form'], unit = ''): PlanField => ({
  path,
  label,
  form,
  unit,
  explain: '',
  nullable: path !== 'title',
});
const FIELDS = fieldsByPath([
  one('table/width_mm', 'Table width', 'length'),
  one('cameras/*/f_number', 'f-number', 'plain'),
  one('cameras/*/focal_mm', 'Zoom', 'exact', 'mm'),
  one('delivery/crop_wanted', 'Crop in the edit', 'plain', '×'),
  one('supports/*/sandbag_g', 'Sandbag', 'mass', 'g'),
  one('supports/*/loads/*/mass_g', 'Mass of the other thing', 'mass', 'g'),
  one('title', 'Title', 'text'),
]);

function field(pointer: string): FieldInfo {
  const found = fieldAt(FIELDS, pointer);
  if (!found) throw new Error(`no field ${pointer}`);
  return found;
}

describe('fields', () => {
  it('are the same for every camera, lamp and thing in a list', () => {
    expect(field('/cameras/7/focal_mm')).toBe(field('/cameras/0/focal_mm'));
    expect(field('/supports/2/loads/11/mass_g').label).toBe('Mass of the other thing');
    expect(fieldAt(FIELDS, '/cameras/0')).toBeUndefined();
  });

  it('reads lengths in the system at hand and says what is wrong', () => {
    const width = field('/table/width_mm');
    expect(readField(width, '140', 'cm')).toEqual({ value: 1400 });
    expect(readField(width, '55 1/8', 'in')).toEqual({ value: 1400.175 });
    expect(readField(width, '', 'cm')).toEqual({ value: null });
    expect(readField(width, 'wide', 'cm')).toEqual({
      refusal: 'Table width: “wide” is no length. Type one such as 42 or 42.5.',
    });
  });

  it('reads plain figures with or without their sign', () => {
    expect(readField(field('/cameras/0/f_number'), 'f/5,6', 'cm')).toEqual({ value: 5.6 });
    expect(readField(field('/cameras/0/focal_mm'), '28 mm', 'in')).toEqual({ value: 28 });
    expect(readField(field('/delivery/crop_wanted'), '1.5×', 'in')).toEqual({ value: 1.5 });
  });

  it('refuses an empty title and shows what is stored', () => {
    expect(readField(field('/title'), ' ', 'cm')).toEqual({ refusal: 'Title cannot be empty.' });
    expect(fieldText('length', 740, 'in')).toBe('29 1/8');
    expect(fieldText('exact', 0.4, 'cm')).toBe('0.4');
    expect(fieldText('length', null, 'cm')).toBe('');
    expect(fieldAt(FIELDS, '/work/shape')).toBeUndefined();
  });
});

it('masses are typed in grams or kilograms', () => {
  const field = fieldAt(FIELDS, '/supports/3/sandbag_g');
  expect(field?.form).toBe('mass');
  if (!field) return;
  expect(readField(field, '850', 'cm')).toEqual({ value: 850 });
  expect(readField(field, '1,2 kg', 'in')).toEqual({ value: 1200 });
  expect(readField(field, '', 'cm')).toEqual({ value: null });
  expect(readField(field, 'heavy', 'cm')).toEqual({
    refusal: 'Sandbag: “heavy” is no mass. Type one such as 850 or 1.2 kg.',
  });
});
