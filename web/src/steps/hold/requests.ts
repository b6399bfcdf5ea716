/** Requests of the hold step. */
import { answer, client } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type { Plan, SupportComparison } from '../../api/types';

export const compareSupports = (
  plan: Plan,
  camera: number,
  owned: Owned,
): Promise<SupportComparison> =>
  answer(client.POST('/api/compare-supports', { body: { plan, camera, ...ownedBody(owned) } }));
