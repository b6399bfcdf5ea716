import { expect, test } from 'vitest';
import type { PlacedSupport, Plan, Support } from '../../api/types';
import { withChanges } from '../../domain/plan';
import { considered, freshId, letGo, notConsidered, placedSupport } from './model';

const gear = (name: string) => ({ name }) as unknown as Support;
const plan = (supports: PlacedSupport[], carried: (string | null)[]): Plan =>
  ({ supports, cameras: carried.map((support) => ({ support })) }) as unknown as Plan;

test('ids are new', () => {
  const one = placedSupport('support-1', gear('a'), null, true);
  expect(freshId(plan([one], []))).toBe('support-2');
  expect(freshId(plan([], []))).toBe('support-1');
});

test('letting go takes the support away unless another camera is on it', () => {
  const one = placedSupport('one', gear('a'), null, true);
  const alone = plan([one], ['one']);
  const after = withChanges(alone, letGo(alone, 0));
  expect(after.supports).toEqual([]);
  expect(after.cameras[0]?.support).toBeNull();
  const shared = plan([one], ['one', 'one']);
  expect(withChanges(shared, letGo(shared, 0)).supports).toHaveLength(1);
  expect(letGo(plan([one], [null]), 0)).toEqual([]);
});

test('what is considered stands beside, and is struck by its name', () => {
  const one = placedSupport('one', gear('a'), null, true);
  const now = plan([one], ['one']);
  const more = withChanges(now, considered(now, gear('leaflet')));
  expect(more.supports.map((each) => [each.gear.name, each.owned])).toEqual([
    ['a', true],
    ['leaflet', false],
  ]);
  expect(withChanges(more, notConsidered(more, 'leaflet')).supports).toEqual([one]);
  expect(withChanges(more, notConsidered(more, 'a')).supports).toHaveLength(2);
});
