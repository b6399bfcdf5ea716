/** A beginning as it stands on the page, what it sends, and sizes that everybody knows. */
import type { Beginning, BoardThing, Shape, ShapeId } from '../../api/types';

export type Wall = NonNullable<Beginning['window']>;

export interface Begun {
  title: string;
  shape: ShapeId | null;
  widthMm: number | null;
  depthMm: number | null;
  topMm: number | null;
  tableMm: number | null;
  ceilingMm: number | null;
  window: Wall | null;
  /** Which of the usual circuits the sockets are on. */
  sockets: string;
  leftHanded: boolean;
  away: boolean;
  ticked: readonly string[];
}

export const NOTHING_BEGUN: Begun = {
  title: '',
  shape: null,
  widthMm: null,
  depthMm: null,
  topMm: null,
  tableMm: null,
  ceilingMm: null,
  window: null,
  sockets: '',
  leftHanded: false,
  away: false,
  ticked: [],
};

/** A sheet of paper, to see how large something is beside it. */
export const SHEET_MM = { width: 297, depth: 210 };
export const SMALLEST_MM = 20;
export const LARGEST_MM = 3000;

export const SIZES: readonly { words: string; widthMm: number; depthMm: number }[] = [
  { words: 'a finger', widthMm: 80, depthMm: 60 },
  { words: 'a hand', widthMm: 200, depthMm: 140 },
  { words: 'a sheet of paper', widthMm: 300, depthMm: 210 },
  { words: 'an open book', widthMm: 420, depthMm: 300 },
  { words: 'a tray', widthMm: 600, depthMm: 400 },
  { words: 'half a table', widthMm: 1100, depthMm: 600 },
];

/** Circuits that sockets are usually on, by their fuse; what it may carry follows from its mains. */
export const SOCKETS: readonly {
  value: string;
  label: string;
  circuitW: number | null;
  mainsHz: 50 | 60 | null;
}[] = [
  { value: '', label: 'not known', circuitW: null, mainsHz: null },
  { value: '10', label: '10 A', circuitW: 2300, mainsHz: 50 },
  { value: '16', label: '16 A', circuitW: 3680, mainsHz: 50 },
  { value: '15-120', label: '15 A at 120 V', circuitW: 1800, mainsHz: 60 },
];

/** The zone as it is said, else as the shape has it. */
export function zoneOf(begun: Begun, shape: Shape | undefined): { width: number; depth: number } {
  return {
    width: begun.widthMm ?? shape?.zone_width_mm ?? SHEET_MM.width,
    depth: begun.depthMm ?? shape?.zone_depth_mm ?? SHEET_MM.depth,
  };
}

/** A size that was drawn, in whole centimetres and within what a zone can be. */
export const drawnMm = (mm: number): number =>
  Math.min(LARGEST_MM, Math.max(SMALLEST_MM, Math.round(mm / 10) * 10));

export const toggled = (ticked: readonly string[], id: string): string[] =>
  ticked.includes(id) ? ticked.filter((one) => one !== id) : [...ticked, id];

/** What is asked for; null while nothing is said of what is made. */
export function beginningOf(begun: Begun, shape: Shape | undefined): Beginning | null {
  if (!begun.shape || !shape) return null;
  const sockets = SOCKETS.find((one) => one.value === begun.sockets);
  return {
    title: begun.title.trim() || shape.title,
    shape: begun.shape,
    zone_width_mm: begun.widthMm,
    zone_depth_mm: begun.depthMm,
    top_mm: begun.topMm,
    table_height_mm: begun.tableMm,
    ceiling_mm: begun.ceilingMm,
    window: begun.window,
    circuit_w: sockets?.circuitW ?? null,
    mains_hz: sockets?.mainsHz ?? null,
    left_handed: begun.leftHanded,
    away: begun.away,
    ticked: [...begun.ticked],
  };
}

/** The board by subject, in its order. */
export function bySubject(board: readonly BoardThing[]): [string, BoardThing[]][] {
  const found = new Map<string, BoardThing[]>();
  for (const one of board) found.set(one.subject, [...(found.get(one.subject) ?? []), one]);
  return [...found];
}

export const SUBJECT_WORDS: Readonly<Record<string, string>> = {
  camera: 'Cameras',
  lens: 'Lenses',
  'holds the camera': 'What holds a camera',
  light: 'Lamps',
  sound: 'Microphones',
  'feeds and stores': 'Power and cards',
};

/** Lenses fit the camera that they are of: those of a camera that is not ticked are put aside. */
export function shownOf(things: readonly BoardThing[], ticked: readonly string[]): BoardThing[] {
  const size = (id: string): string => id.slice(id.lastIndexOf('-') + 1);
  return things.filter(
    (one) => one.subject !== 'lens' || ticked.includes(`camera-${size(one.id)}`),
  );
}
