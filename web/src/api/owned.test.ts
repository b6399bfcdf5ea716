import { describe, expect, it } from 'vitest';
import { leftOutWords, NOTHING_OWNED, OWNED_MOST, ownedBody, ownedOf } from './owned';
import type { Cupboard } from './types';

const KINDS = Object.keys(OWNED_MOST) as (keyof typeof OWNED_MOST)[];
/** Things of a kind as the cupboard tells them, each with its id. */
const things = (kind: string, count: number) =>
  Array.from({ length: count }, (_, index) => ({
    id: `${kind}-${index}`,
    gear: { name: `${kind} ${index}` },
  }));
const cupboard = (count: (kind: string) => number): Cupboard =>
  Object.fromEntries(KINDS.map((kind) => [kind, things(kind, count(kind))])) as unknown as Cupboard;

describe('what mends may take from the cupboard', () => {
  it('is all of it, of every kind, in its order', () => {
    const owned = ownedOf(cupboard(() => 3));
    expect(Object.keys(owned).sort()).toEqual([...KINDS].sort());
    for (const kind of KINDS) {
      const names = owned[kind].map((one) => ('gear' in one ? one.gear.name : one.name));
      expect(names).toEqual([0, 1, 2].map((index) => `${kind} ${index}`));
    }
  });

  it('keeps the ids of what is put into plans by them', () => {
    const { supports, fixtures, cards } = ownedOf(cupboard(() => 1));
    expect([supports, fixtures, cards].map(([one]) => one?.id)).toEqual([
      'supports-0',
      'fixtures-0',
      'cards-0',
    ]);
  });

  it('is no more than the server takes', () => {
    const owned = ownedOf(cupboard(() => 500));
    for (const kind of KINDS) expect(owned[kind]).toHaveLength(OWNED_MOST[kind]);
  });

  it('goes into a request under the names of the request', () => {
    const body = ownedBody(ownedOf(cupboard(() => 1)));
    expect(Object.keys(body).sort()).toEqual(KINDS.map((kind) => `owned_${kind}`).sort());
    expect(Object.values(ownedBody(NOTHING_OWNED)).every((one) => one.length === 0)).toBe(true);
  });
});

describe('what is left out', () => {
  it('is not spoken of while all of it is looked at', () => {
    expect(
      leftOutWords(cupboard((kind) => OWNED_MOST[kind as keyof typeof OWNED_MOST])),
    ).toBeNull();
    expect(leftOutWords(cupboard(() => 0))).toBeNull();
  });

  it('is told kind by kind', () => {
    const many = cupboard((kind) => (kind === 'lenses' ? 240 : kind === 'gels' ? 101 : 4));
    expect(leftOutWords(many)).toBe(
      'Mends and comparisons look at 200 of your 240 lenses, 100 of your 101 gels: those first by name.',
    );
  });
});
