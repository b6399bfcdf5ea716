/** Requests of the lens step. */
import { answer, client } from '../../api/client';
import { NOTHING_OWNED, type Owned, ownedBody } from '../../api/owned';
import type { Comparison, Outcome, Plan, ZoomMap } from '../../api/types';

export const workOut = (plan: Plan, camera: number, owned: Owned): Promise<Outcome> =>
  answer(client.POST('/api/work-out', { body: { plan, camera, ...ownedBody(owned) } }));

export const getZoomMap = (plan: Plan, camera: number): Promise<ZoomMap | null> =>
  answer(
    client.POST('/api/zoom-map', {
      body: { plan, camera, ...ownedBody(NOTHING_OWNED) },
    }),
  );

export const compareGear = (plan: Plan, camera: number, owned: Owned): Promise<Comparison> =>
  answer(client.POST('/api/compare', { body: { plan, camera, ...ownedBody(owned) } }));
