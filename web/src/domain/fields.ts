/** How a field of the plan is shown and typed, by its JSON pointer. */
import { exactWords, lengthDigits, parseLength, parseNumber, type UnitSystem } from './units';

export type FieldKind = 'length' | 'exact' | 'plain' | 'pixels' | 'text';

export interface FieldInfo {
  label: string;
  kind: FieldKind;
  explain?: string;
  unit?: string;
  nullable: boolean;
}

const length = (label: string, explain?: string): FieldInfo => ({
  label,
  kind: 'length',
  explain,
  nullable: true,
});
const exact = (label: string, explain?: string): FieldInfo => ({
  label,
  kind: 'exact',
  explain,
  unit: 'mm',
  nullable: true,
});

const FIELDS: Record<string, FieldInfo> = {
  title: { label: 'Title', kind: 'text', nullable: false },
  'delivery/width_px': { label: 'Published width', kind: 'pixels', unit: 'px', nullable: true },
  'delivery/height_px': { label: 'Published height', kind: 'pixels', unit: 'px', nullable: true },
  'delivery/crop_wanted': {
    label: 'Crop in the edit',
    kind: 'plain',
    explain: '1 is none',
    unit: '×',
    nullable: true,
  },
  'room/ceiling_mm': length('Floor to ceiling', 'lowest slope or beam'),
  'table/width_mm': length('Table width'),
  'table/depth_mm': length('Table depth'),
  'table/height_mm': length('Table height'),
  'work/zone/width_mm': length('Zone width', 'left to right'),
  'work/zone/depth_mm': length('Zone depth', 'near to far'),
  'work/zone/margin_mm': length('Margin', 'wanted all round'),
  'work/zone/from_left_edge_mm': length('Zone from left', 'from the table edge'),
  'work/zone/from_front_edge_mm': length('Zone from you', 'from the table edge'),
  'work/zone_top_mm': length('Tallest thing', 'in the zone'),
  'work/finest_detail_mm': exact('Finest line', 'to be seen'),
  'maker/hand_room_mm': length('Room for hands', 'work to lens'),
  'cameras/0/focal_mm': exact('Zoom', 'focal length'),
  'cameras/0/f_number': { label: 'f-number', kind: 'plain', nullable: true },
  'cameras/0/focus_height_mm': length('Focus plane', 'above the table'),
  'cameras/0/position/x_mm': length('Lens to the right', 'of the zone’s centre'),
  'cameras/0/position/y_mm': length('Lens away from you', 'of the zone’s centre'),
  'cameras/0/position/z_mm': length('Lens height', 'above the table'),
  'cameras/0/body/back_mm': length('Sensor mark to the back', 'of the camera'),
  'cameras/0/body/flange_mm': exact('Sensor mark to lens mount', 'flange focal distance'),
  'cameras/0/lens/length_mm': exact('Lens mount to front rim', 'lens length'),
};

/** The field at a pointer, or undefined for one that is not typed. */
export function fieldAt(pointer: string): FieldInfo | undefined {
  return FIELDS[pointer.replace(/^\//, '')];
}

/** A stored value as it stands in its field. */
export function fieldText(kind: FieldKind, value: unknown, system: UnitSystem): string {
  if (value === null || value === undefined) return '';
  if (typeof value !== 'number') return String(value);
  return kind === 'length' ? lengthDigits(value, system) : exactWords(value, 4);
}

export type Read = { value: number | string | null } | { refusal: string };

/** What was typed, as a value to store, or why it is none. */
export function readField(field: FieldInfo, text: string, system: UnitSystem): Read {
  const trimmed = text.trim();
  if (trimmed === '') {
    return field.nullable ? { value: null } : { refusal: `${field.label} cannot be empty.` };
  }
  if (field.kind === 'text') return { value: trimmed };
  if (field.kind === 'length') {
    const mm = parseLength(trimmed, system);
    const example = system === 'cm' ? '42 or 42.5' : '16 1/2';
    return mm === null
      ? { refusal: `${field.label}: “${trimmed}” is no length. Type one such as ${example}.` }
      : { value: mm };
  }
  const number = parseNumber(trimmed.replace(/\s*(mm|px|×)$/, '').replace(/^f\//, ''));
  return number === null
    ? { refusal: `${field.label}: “${trimmed}” is no number. Type one such as 5.6.` }
    : { value: number };
}
