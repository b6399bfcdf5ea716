/** What the lists of the card count. */
import type { FullCard } from '../../api/types';

export function keysOf(full: FullCard): string[] {
  return [
    ...full.packing.flatMap((group) => group.items.map((item) => item.key)),
    ...full.location.map((item) => item.key),
    ...full.leaving.map((item) => item.key),
  ];
}

export function toggled(ticked: readonly string[], key: string): string[] {
  return ticked.includes(key) ? ticked.filter((one) => one !== key) : [...ticked, key];
}

export function countWords(done: number, all: number): string {
  if (!done) return `${all} things to tick off`;
  return done === all ? `all ${all} ticked off` : `${done} of ${all} ticked off`;
}
