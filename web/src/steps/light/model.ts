/** Labels of the dome of lamps. Pure. */
export interface LabelPlace {
  /** From the lamp: where the label is anchored. */
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

export interface Labelled {
  x: number;
  y: number;
  /** Of its label. */
  width: number;
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const BESIDE = 22;
const ABOVE = -20;
const BELOW = 32;
const SIGN = 15;
const TALL = 13;

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const signBox = ({ x, y }: { x: number; y: number }): Box => ({
  left: x - SIGN,
  right: x + SIGN,
  top: y - SIGN,
  bottom: y + SIGN,
});

function labelBox(at: Labelled, place: LabelPlace): Box {
  const start = { start: 0, middle: -at.width / 2, end: -at.width }[place.anchor];
  const left = at.x + place.x + start;
  const bottom = at.y + place.y + 3;
  return { left, right: left + at.width, top: bottom - TALL, bottom };
}

/** The places that a label may have, the one liked best first. */
function choices(at: Labelled, half: number): LabelPlace[] {
  const right: LabelPlace = { x: BESIDE, y: 5, anchor: 'start' };
  const left: LabelPlace = { x: -BESIDE, y: 5, anchor: 'end' };
  const over = Math.max(0, Math.abs(at.x) + at.width / 2 - half);
  const x = at.x > 0 ? 0 - over : over;
  const vertical: LabelPlace[] = [ABOVE, BELOW].map((y) => ({ x, y, anchor: 'middle' }));
  if (at.y >= 0) vertical.reverse();
  return at.x > 0 ? [right, ...vertical, left] : [left, ...vertical, right];
}

/**
 * Where the labels of lamps go, so that they lie neither over each other nor over a sign, and stay
 * within what there is room for: outward beside the lamp, above or below it, or inward.
 *
 * `at` are the lamps from the middle of the dome, `signs` whatever else is drawn on it, `half` half of
 * the room across.
 */
export function labelPlaces(
  at: readonly Labelled[],
  signs: readonly { x: number; y: number }[],
  half: number,
): LabelPlace[] {
  const drawn = [...at, ...signs].map(signBox);
  return at.map((lamp, index) => {
    const others = drawn.filter((_, which) => which !== index);
    const cost = (place: LabelPlace): number => {
      const box = labelBox(lamp, place);
      const out = box.left < -half || box.right > half ? 3 : 0;
      return out + others.filter((one) => overlap(one, box)).length;
    };
    const [best, ...rest] = choices(lamp, half);
    const place = rest.reduce((a, b) => (cost(b) < cost(a) ? b : a), best as LabelPlace);
    drawn.push(labelBox(lamp, place));
    return place;
  });
}
