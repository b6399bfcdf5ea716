/** How a field of the plan is shown and typed, by its JSON pointer. */
import {
  exactWords,
  lengthDigits,
  parseLength,
  parseNumber,
  type UnitSystem,
} from '../domain/units';

export type FieldKind = 'length' | 'exact' | 'plain' | 'share' | 'pixels' | 'text' | 'mass';

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

const degrees = (label: string, explain?: string): FieldInfo => ({
  label,
  kind: 'plain',
  explain,
  unit: '°',
  nullable: true,
});
const share = (label: string, explain?: string): FieldInfo => ({
  label,
  kind: 'share',
  explain,
  unit: '%',
  nullable: true,
});

const mass = (label: string, explain?: string): FieldInfo => ({
  label,
  kind: 'mass',
  explain,
  unit: 'g',
  nullable: true,
});

const FIELDS: Record<string, FieldInfo> = {
  'lights/*/position/x_mm': length('Lamp, right', 'of the zone’s centre'),
  'lights/*/position/y_mm': length('Lamp, away', 'of the zone’s centre'),
  'lights/*/position/z_mm': length('Lamp, up', 'above the table'),
  'lights/*/stand_lowest_mm': length('Stand, lowest', 'lamp above the table'),
  'lights/*/stand_highest_mm': length('Stand, highest', 'lamp above the table'),
  'room/windows/*/along_mm': length('Along the wall', 'from your edge, or the left one'),
  'room/windows/*/away_mm': length('Table to its wall', 'empty: by the room'),
  'room/windows/*/width_mm': length('Window width', 'the pane'),
  'room/windows/*/height_mm': length('Window height', 'the pane'),
  'room/windows/*/sill_mm': length('Sill', 'from the floor'),
  'room/daylight/latitude_deg': {
    label: 'Latitude',
    kind: 'plain',
    explain: 'north positive',
    unit: '°',
    nullable: false,
  },
  'room/daylight/longitude_deg': {
    label: 'Longitude',
    kind: 'plain',
    explain: 'east positive',
    unit: '°',
    nullable: false,
  },
  'room/daylight/bearing_deg': {
    label: 'You face',
    kind: 'plain',
    explain: 'compass: 0 north, 90 east',
    unit: '°',
    nullable: false,
  },
  'room/daylight/lasts_min': {
    label: 'It lasts',
    kind: 'plain',
    explain: 'the session',
    unit: 'min',
    nullable: false,
  },
  'room/daylight/utc_offset_h': {
    label: 'Clock',
    kind: 'plain',
    explain: 'hours ahead of world time',
    unit: 'h',
    nullable: false,
  },
  'cards/*/position/x_mm': length('Card, right', 'of the zone’s centre'),
  'cards/*/position/y_mm': length('Card, away', 'of the zone’s centre'),
  'cards/*/position/z_mm': length('Card, up', 'its middle above the table'),
  'lights/*/level_percent': {
    label: 'Dimmer',
    kind: 'plain',
    explain: 'empty: full',
    unit: '%',
    nullable: true,
  },
  'lights/*/cct_k': {
    label: 'Colour set',
    kind: 'plain',
    explain: 'where it can be',
    unit: 'K',
    nullable: true,
  },
  'room/circuit_w': {
    label: 'Circuit',
    kind: 'plain',
    explain: 'what its fuse allows',
    unit: 'W',
    nullable: true,
  },
  'supports/*/foot/x_mm': length('Foot, right', 'of the zone’s centre'),
  'supports/*/foot/y_mm': length('Foot, away', 'of the zone’s centre'),
  'supports/*/counterweight_g': mass('Counterweight', 'on the boom'),
  'supports/*/counterweight_at_mm': length('It hangs', 'behind the column'),
  'supports/*/sandbag_g': mass('Sandbag', 'empty: none'),
  'supports/*/gear/rated_load_g': mass('Rated load', 'on its plate'),
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
  'delivery/frame_rate_hz': {
    label: 'Frame rate',
    kind: 'plain',
    explain: 'frames a second',
    nullable: true,
  },
  'room/ceiling_mm': length('Floor to ceiling', 'where it is level'),
  'room/width_mm': length('Room width', 'wall to wall'),
  'room/depth_mm': length('Room depth', 'wall to wall'),
  'room/table_from_left_wall_mm': length('Left wall', 'to the table'),
  'room/table_from_far_wall_mm': length('Far wall', 'to the table'),
  'table/mat_reflectance': share('Table or mat', 'light it sends back'),
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
  'work/tilt_deg': degrees('Slope of the work', '0 flat, 90 upright'),
  'work/reflectance': share('Work', 'light it sends back'),
  'maker/height_mm': length('Body height', 'with shoes'),
  'maker/seat_mm': length('Seat', 'from the floor'),
  'maker/lean_deg': degrees('You lean in', 'trunk, from upright'),
  'maker/x_mm': length('Your place', 'right of the zone’s middle'),
  'maker/from_edge_mm': length('You to the table', 'trunk to its edge'),
  'maker/tool_mm': length('Tool', 'beyond your fingers'),
  'maker/hand_room_mm': length('Room for hands', 'work to lens'),
  'cameras/0/focal_mm': exact('Zoom', 'focal length'),
  'cameras/0/f_number': { label: 'f-number', kind: 'plain', nullable: true },
  'cameras/0/focus_height_mm': length('Focus plane', 'above the table'),
  'cameras/0/aim/tilt_deg': degrees('Tilt', 'from straight down'),
  'cameras/0/aim/toward_deg': degrees('Tipped toward', '0 is away from you'),
  'cameras/0/stand_lowest_mm': length('Stand, lowest', 'lens above the table'),
  'cameras/0/stand_highest_mm': length('Stand, highest', 'lens above the table'),
  'cameras/0/body/clean_iso': { label: 'Highest clean ISO', kind: 'plain', nullable: true },
  'cameras/0/position/x_mm': length('Lens to the right', 'of the zone’s centre'),
  'cameras/0/position/y_mm': length('Lens away from you', 'of the zone’s centre'),
  'cameras/0/position/z_mm': length('Lens height', 'above the table'),
  'cameras/0/body/back_mm': length('Sensor mark to the back', 'of the camera'),
  'cameras/0/body/flange_mm': exact('Sensor mark to lens mount', 'flange focal distance'),
  'cameras/0/lens/length_mm': exact('Lens mount to front rim', 'lens length'),
};

/** The field at a pointer, or undefined for one that is not typed. */
export function fieldAt(pointer: string): FieldInfo | undefined {
  const path = pointer.replace(/^\//, '');
  return (
    FIELDS[path] ?? FIELDS[path.replace(/^(supports|lights|cards|room\/windows)\/\d+\//, '$1/*/')]
  );
}

/** A stored value as it stands in its field. */
export function fieldText(kind: FieldKind, value: unknown, system: UnitSystem): string {
  if (value === null || value === undefined) return '';
  if (typeof value !== 'number') return String(value);
  if (kind === 'share') return exactWords(value * 100, 1);
  return kind === 'length' ? lengthDigits(value, system) : exactWords(value, 4);
}

/** A mass as typed: "850", "850 g", "1,2 kg". Grams, or null. */
export function parseMass(text: string): number | null {
  const match = /^(.*?)\s*(g|kg)?$/i.exec(text.trim());
  const number = parseNumber(match?.[1] ?? '');
  if (number === null) return null;
  return match?.[2]?.toLowerCase() === 'kg' ? number * 1000 : number;
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
  if (field.kind === 'mass') {
    const grams = parseMass(trimmed);
    return grams === null
      ? { refusal: `${field.label}: “${trimmed}” is no mass. Type one such as 850 or 1.2 kg.` }
      : { value: grams };
  }
  const number = parseNumber(
    trimmed.replace(/\s*(mm|px|×|°|%|K|W|min|h)$/, '').replace(/^f\//, ''),
  );
  if (field.kind === 'share' && number !== null) return { value: Math.round(number * 10) / 1000 };
  return number === null
    ? { refusal: `${field.label}: “${trimmed}” is no number. Type one such as 5.6.` }
    : { value: number };
}
