import { describe, expect, it } from 'vitest';
import { type FieldInfo, fieldAt, fieldText, readField } from './fields';

function field(pointer: string): FieldInfo {
  const found = fieldAt(pointer);
  if (!found) throw new Error(`no field ${pointer}`);
  return found;
}

describe('fields', () => {
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
    expect(fieldAt('/work/shape')).toBeUndefined();
  });
});

it('masses are typed in grams or kilograms', () => {
  const field = fieldAt('/supports/3/sandbag_g');
  expect(field?.kind).toBe('mass');
  if (!field) return;
  expect(readField(field, '850', 'cm')).toEqual({ value: 850 });
  expect(readField(field, '1,2 kg', 'in')).toEqual({ value: 1200 });
  expect(readField(field, '', 'cm')).toEqual({ value: null });
  expect(readField(field, 'heavy', 'cm')).toEqual({
    refusal: 'Sandbag: “heavy” is no mass. Type one such as 850 or 1.2 kg.',
  });
});
