/** Requests of the shelf. */
import { answer, client } from '../api/client';
import { PLAN_BYTES_LIMIT, tooLarge } from '../api/files';
import type { Beginning, Glimpse, PlanSheet, ShapeId, Shelf } from '../api/types';
import { addressOf, getPicture } from '../picture/requests';

const SEEN_PX = 240;
const at = (plan_id: string) => ({ params: { path: { plan_id } } });

export const getShelf = (): Promise<Shelf> => answer(client.GET('/api/plans'));

export const beginPlan = (title: string, shape: ShapeId): Promise<PlanSheet> =>
  answer(client.POST('/api/plans', { body: { title, shape } }));

/** Three questions answered: a plan, and in the cupboard what was ticked. */
export const beginWith = (told: Beginning): Promise<PlanSheet> =>
  answer(client.POST('/api/rig/begin', { body: told }));

/** How many things are in the cupboard. */
export const countOwned = async (): Promise<number> => {
  const { counts } = await answer(client.GET('/api/gear/things', { params: { query: {} } }));
  return Object.values(counts).reduce((sum, one) => sum + one, 0);
};

/** A worked example, as a plan like any other. */
export const putExample = (): Promise<PlanSheet> => answer(client.POST('/api/plans/example'));

export const removePlan = (id: string): Promise<unknown> =>
  answer(client.DELETE('/api/plans/{plan_id}', at(id)));

export const putBackPlan = (id: string): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/put-back', at(id)));

export const openPlanFile = async (file: File): Promise<PlanSheet> => {
  if (file.size > PLAN_BYTES_LIMIT) throw tooLarge(file, 'plan');
  return answer(
    client.POST('/api/plans/open', {
      body: '',
      bodySerializer: () => file,
      headers: { 'content-type': 'application/octet-stream' },
    }),
  );
};

export const getGlimpse = (id: string): Promise<Glimpse> =>
  answer(client.GET('/api/plans/{plan_id}/glimpse', at(id)));

/** What the lens of a plan sees, as an address to show it at. */
export const getSeen = async (id: string): Promise<string> => {
  const { plan } = await answer(client.GET('/api/plans/{plan_id}', at(id)));
  return addressOf(await getPicture(plan, 0, SEEN_PX, 'draft', 0));
};

/** A new plan that begins with another: a copy of it, or its rig for another table. */
export const startAnother = (id: string, title: string, keeps: 'all' | 'rig'): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/start-another', { ...at(id), body: { title, keeps } }));
