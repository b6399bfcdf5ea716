/** Gear typed in by the maker: form text to a body or lens, and refusals back to their fields. */
import type { Body, Lens, Problem } from '../../api/types';
import { parseLength, parseNumber, type UnitSystem } from '../../domain/units';

export interface Row {
  name: string;
  label: string;
  explain: string;
  /** Where the figure stands in the gear; refusals are matched by it. */
  path: string;
  needed: boolean;
  length?: boolean;
}

export type Texts = Record<string, string>;

export const LENS_ROWS: readonly Row[] = [
  {
    name: 'focal_min_mm',
    path: '/focal_min_mm',
    label: 'Shortest focal length',
    explain: 'mm, on the ring',
    needed: true,
  },
  {
    name: 'focal_max_mm',
    path: '/focal_max_mm',
    label: 'Longest focal length',
    explain: 'mm; the same for a fixed lens',
    needed: false,
  },
  {
    name: 'f_number_wide',
    path: '/f_number_wide',
    label: 'Widest f-number, short end',
    explain: 'such as 3.5',
    needed: true,
  },
  {
    name: 'f_number_long',
    path: '/f_number_long',
    label: 'Widest f-number, long end',
    explain: 'the same if only one is printed',
    needed: false,
  },
  {
    name: 'min_focus_from_mark_mm',
    path: '/min_focus_from_mark_mm',
    label: 'Minimum focus distance',
    explain: 'from the sensor mark; empty if not known',
    needed: false,
    length: true,
  },
  {
    name: 'greatest_magnification',
    path: '/greatest_magnification',
    label: 'Greatest magnification',
    explain: 'such as 0.25; empty if not known',
    needed: false,
  },
  {
    name: 'length_mm',
    path: '/length_mm',
    label: 'Mount to front rim',
    explain: 'empty if not known',
    needed: false,
    length: true,
  },
];

export const BODY_ROWS: readonly Row[] = [
  {
    name: 'width_px',
    path: '/modes/0/width_px',
    label: 'Recorded width',
    explain: 'pixels',
    needed: true,
  },
  {
    name: 'height_px',
    path: '/modes/0/height_px',
    label: 'Recorded height',
    explain: 'pixels',
    needed: true,
  },
];
export const SENSOR_ROWS: readonly Row[] = [
  {
    name: 'sensor_width_mm',
    path: '/modes/0/sensor_width_mm',
    label: 'Sensor width used',
    explain: 'mm, in this mode',
    needed: true,
  },
  {
    name: 'sensor_height_mm',
    path: '/modes/0/sensor_height_mm',
    label: 'Sensor height used',
    explain: 'mm, in this mode',
    needed: true,
  },
];
export const VIEW_ROWS: readonly Row[] = [
  {
    name: 'angle_deg',
    path: '/view/angle_deg',
    label: 'Field of view',
    explain: 'degrees',
    needed: true,
  },
  {
    name: 'stabilisation_crop',
    path: '/view/stabilisation_crop',
    label: 'Stabilisation crop',
    explain: 'times; 1 is off, empty if not known',
    needed: false,
  },
  {
    name: 'min_focus_mm',
    path: '/min_focus_mm',
    label: 'Nearest focus',
    explain: 'empty if not known',
    needed: false,
    length: true,
  },
];

export interface Typed {
  values: Record<string, number | null>;
  refusals: Texts;
}

/** Every row as a number, or why it is none. */
export function readRows(rows: readonly Row[], texts: Texts, system: UnitSystem): Typed {
  const values: Record<string, number | null> = {};
  const refusals: Texts = {};
  for (const row of rows) {
    const text = (texts[row.name] ?? '').trim();
    if (text === '') {
      values[row.name] = null;
      if (row.needed) refusals[row.name] = `${row.label} is needed.`;
      continue;
    }
    const value = row.length ? parseLength(text, system) : parseNumber(text);
    values[row.name] = value;
    if (value === null) refusals[row.name] = `“${text}” is no number.`;
  }
  return { values, refusals };
}

/** Refusals of the core, by the row that they concern; the rest under the empty name. */
export function refusalsByRow(
  rows: readonly Row[],
  problems: readonly Problem[],
  at: string,
): Texts {
  const refusals: Texts = {};
  for (const problem of problems) {
    const row = rows.find((one) => problem.field === at + one.path);
    refusals[row?.name ?? ''] = problem.sentence;
  }
  return refusals;
}

export function lensFrom(name: string, values: Record<string, number | null>): Lens {
  return {
    name: name.trim() || 'My lens',
    focal_min_mm: values.focal_min_mm ?? 0,
    focal_max_mm: values.focal_max_mm ?? values.focal_min_mm ?? 0,
    f_number_wide: values.f_number_wide ?? 0,
    f_number_long: values.f_number_long ?? values.f_number_wide ?? 0,
    min_focus_from_mark_mm: values.min_focus_from_mark_mm ?? null,
    greatest_magnification: values.greatest_magnification ?? null,
    length_mm: values.length_mm ?? null,
    mass_g: null,
  };
}

export function bodyFrom(
  kind: Body['kind'],
  name: string,
  measured: 'horizontal' | 'diagonal',
  values: Record<string, number | null>,
): Body {
  const width = values.width_px ?? 0;
  const height = values.height_px ?? 0;
  return {
    kind,
    name: name.trim() || `My ${kind}`,
    modes: [
      {
        name: `${width} × ${height}`,
        width_px: width,
        height_px: height,
        sensor_width_mm: values.sensor_width_mm ?? null,
        sensor_height_mm: values.sensor_height_mm ?? null,
      },
    ],
    view:
      kind === 'camera'
        ? null
        : {
            angle_deg: values.angle_deg ?? 0,
            measured,
            stabilisation_crop: values.stabilisation_crop ?? null,
          },
    min_focus_mm: values.min_focus_mm ?? null,
    flange_mm: null,
    back_mm: null,
    mass_g: null,
  };
}
