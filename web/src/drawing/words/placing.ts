/**
 * Where the names in a drawing go: near what they name, clear of each other, of lines and of the edge.
 * One placing for every drawing. Each label takes, in its turn, the place that costs least.
 */

export interface Wanted {
  /** One line, or several under each other. */
  lines: readonly string[];
  x: number;
  y: number;
  /** How far from the point the nearest place is, in pixels. */
  off?: number;
}

export interface Placed {
  x: number;
  /** Baseline of the first line. */
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

export interface Stroke {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

export interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

export const LINE = 16;
const LETTER = 6.9;
const ASCENT = 11;
const DISTANCES = [1, 1.8, 2.8, 4, 5.5, 7.5];
const STEP = 12;
const COST = { label: 14, out: 30, stroke: 3, far: 0.9 };

const widthOf = (label: Wanted): number =>
  LETTER * Math.max(...label.lines.map((one) => one.length));

/** The box of a label in a place. */
export function boxOf(label: Wanted, place: Placed): Box {
  const width = widthOf(label);
  const left =
    place.anchor === 'start'
      ? place.x
      : place.anchor === 'end'
        ? place.x - width
        : place.x - width / 2;
  return {
    left,
    right: left + width,
    top: place.y - ASCENT,
    bottom: place.y - ASCENT + LINE * label.lines.length,
  };
}

const shared = (one: Box, other: Box): number =>
  Math.max(0, Math.min(one.right, other.right) - Math.max(one.left, other.left)) *
  Math.max(0, Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top));

/** Whether a stroke passes through a box (Liang and Barsky). */
export function crosses(stroke: Stroke, box: Box): boolean {
  const dx = stroke.x2 - stroke.x1;
  const dy = stroke.y2 - stroke.y1;
  let from = 0;
  let to = 1;
  for (const [way, room] of [
    [-dx, stroke.x1 - box.left],
    [dx, box.right - stroke.x1],
    [-dy, stroke.y1 - box.top],
    [dy, box.bottom - stroke.y1],
  ] as const) {
    if (way === 0) {
      if (room < 0) return false;
      continue;
    }
    const share = room / way;
    if (way < 0) from = Math.max(from, share);
    else to = Math.min(to, share);
    if (from > to) return false;
  }
  return true;
}

function choices(label: Wanted): Placed[] {
  const high = LINE * (label.lines.length - 1);
  return DISTANCES.flatMap((times) => {
    const off = (label.off ?? 12) + STEP * (times - 1);
    const middle = label.y + ASCENT / 2 - high / 2;
    return [
      { x: label.x, y: label.y - off - high, anchor: 'middle' },
      { x: label.x, y: label.y + off + ASCENT, anchor: 'middle' },
      { x: label.x + off, y: middle, anchor: 'start' },
      { x: label.x - off, y: middle, anchor: 'end' },
      { x: label.x + off, y: label.y - off - high, anchor: 'start' },
      { x: label.x - off, y: label.y - off - high, anchor: 'end' },
      { x: label.x + off, y: label.y + off + ASCENT, anchor: 'start' },
      { x: label.x - off, y: label.y + off + ASCENT, anchor: 'end' },
    ] satisfies Placed[];
  });
}

/** A place for each label, in the order given, clear of what is filled already. */
export function placeLabels(
  labels: readonly Wanted[],
  strokes: readonly Stroke[],
  size: { width: number; height: number },
  filled: readonly Box[] = [],
): Placed[] {
  const taken: Box[] = [...filled];
  return labels.map((label) => {
    const each = choices(label);
    const cost = (place: Placed, index: number): number => {
      const box = boxOf(label, place);
      const area = (box.right - box.left) * (box.bottom - box.top);
      const out =
        Math.max(0, -box.left) +
        Math.max(0, box.right - size.width) +
        Math.max(0, -box.top) +
        Math.max(0, box.bottom - size.height);
      const over = taken.reduce((sum, one) => sum + shared(one, box), 0);
      return (
        (over > 0 ? COST.label + (COST.label * over) / area : 0) +
        (out > 0 ? COST.out + out : 0) +
        COST.stroke * strokes.filter((one) => crosses(one, box)).length +
        COST.far * Math.floor(index / 8) +
        0.05 * (index % 8)
      );
    };
    const costs = each.map(cost);
    const best = each[costs.indexOf(Math.min(...costs))] as Placed;
    taken.push(boxOf(label, best));
    return best;
  });
}

/** The square about a point that nothing is to be written over, `half` from its middle to its edge. */
export const around = (at: { x: number; y: number }, half: number): Box => ({
  left: at.x - half,
  right: at.x + half,
  top: at.y - half,
  bottom: at.y + half,
});

/** The strokes of a closed outline. */
export function strokesOf(points: readonly { x: number; y: number }[]): Stroke[] {
  return points.map((from, index) => {
    const to = points[(index + 1) % points.length] as { x: number; y: number };
    return { x1: from.x, y1: from.y, x2: to.x, y2: to.y };
  });
}
