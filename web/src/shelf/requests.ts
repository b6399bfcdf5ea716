/** Requests of the shelf. */
import { answer, client } from '../api/client';
import { PLAN_BYTES_LIMIT, tooLarge } from '../api/files';
import type { Beginning, PlanSheet, ShapeId, Shelf } from '../api/types';

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
