/** Requests of the whole rig. */
import { answer, client } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type { Glance, MendSequence, Plan, Thing, WithIt } from '../../api/types';
import type { ThingToTry } from './model';

/** Things that are thought of and not owned. */
export const getConsidered = async (): Promise<Thing[]> =>
  (await answer(client.GET('/api/gear/things', { params: { query: { state: 'considered' } } })))
    .things;

export const mendAll = (plan: Plan, owned: Owned): Promise<MendSequence> =>
  answer(client.POST('/api/rig/mends', { body: { plan, camera: 0, ...ownedBody(owned) } }));

/** What is drawn of a rig: as much as its sketch needs. */
export const glanceAt = (plan: Plan): Promise<Glance> =>
  answer(client.POST('/api/glance', { body: { plan, step: 'light', camera: 0 } }));

/** What one more thing would change, over all steps. */
export const withOneMore = (plan: Plan, thing: ThingToTry, owned: Owned): Promise<WithIt> =>
  answer(
    client.POST('/api/rig/what-if', {
      body: { plan, kind: thing.kind, figures: thing.figures, ...ownedBody(owned) },
    }),
  );
