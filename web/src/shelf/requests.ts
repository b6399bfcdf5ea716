/** Requests of the shelf. */
import { answer, client } from '../api/client';
import { PLAN_BYTES_LIMIT, tooLarge } from '../api/files';
import type { PlanSheet, ShapeId, Shelf } from '../api/types';

const at = (plan_id: string) => ({ params: { path: { plan_id } } });

export const getShelf = (): Promise<Shelf> => answer(client.GET('/api/plans'));

export const beginPlan = (title: string, shape: ShapeId): Promise<PlanSheet> =>
  answer(client.POST('/api/plans', { body: { title, shape } }));

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
