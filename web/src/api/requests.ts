/** Every request that the interface makes, by what it is for. */
import { answer, client, Refused } from './client';
import type {
  Body,
  Cupboard,
  Evaluation,
  Lens,
  Plan,
  PlanSheet,
  Shape,
  ShapeId,
  Shelf,
} from './types';

export const getShelf = (): Promise<Shelf> => answer(client.GET('/api/plans'));
export const getShapes = (): Promise<Shape[]> => answer(client.GET('/api/shapes'));
export const getCupboard = (): Promise<Cupboard> => answer(client.GET('/api/gear'));

const at = (plan_id: string) => ({ params: { path: { plan_id } } });

export const getPlan = (id: string): Promise<PlanSheet> =>
  answer(client.GET('/api/plans/{plan_id}', at(id)));

export const getHead = async (id: string): Promise<number> =>
  (await answer(client.GET('/api/plans/{plan_id}/head', at(id)))).revision;

export const beginPlan = (title: string, shape: ShapeId): Promise<PlanSheet> =>
  answer(client.POST('/api/plans', { body: { title, shape } }));

export const savePlan = (id: string, plan: Plan, base: number): Promise<PlanSheet> =>
  answer(client.PUT('/api/plans/{plan_id}', { ...at(id), body: { base_revision: base, plan } }));

export const keepAsCopy = (id: string, plan: Plan, base: number): Promise<PlanSheet> =>
  answer(
    client.POST('/api/plans/{plan_id}/copy', { ...at(id), body: { base_revision: base, plan } }),
  );

export const undoPlan = (id: string, base: number): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/undo', { ...at(id), body: { base_revision: base } }));

export const redoPlan = (id: string, base: number): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/redo', { ...at(id), body: { base_revision: base } }));

export const removePlan = (id: string): Promise<unknown> =>
  answer(client.DELETE('/api/plans/{plan_id}', at(id)));

export const putBackPlan = (id: string): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/put-back', at(id)));

/** A plan file has at most this many bytes; a larger one is refused before it is sent. */
const PLAN_BYTES_LIMIT = 2_000_000;

function tooLarge(file: File): Refused {
  const sentence = `${file.name} has ${Math.round(file.size / 1e6)} MB; a plan file has at most 2 MB. It was not read, and nothing was changed.`;
  const problem = { code: 'too-large', sentence, field: 'file', value: '', range: '' };
  return new Refused(413, [problem], null);
}

export const openPlanFile = async (file: File): Promise<PlanSheet> => {
  if (file.size > PLAN_BYTES_LIMIT) throw tooLarge(file);
  return answer(
    client.POST('/api/plans/open', {
      body: '',
      bodySerializer: () => file,
      headers: { 'content-type': 'application/octet-stream' },
    }),
  );
};

export const addBody = (gear: Body): Promise<unknown> =>
  answer(client.POST('/api/gear', { body: { thing: { kind: 'body', gear } } }));

export const addLens = (gear: Lens): Promise<unknown> =>
  answer(client.POST('/api/gear', { body: { thing: { kind: 'lens', gear } } }));

export const evaluatePlan = (
  plan: Plan,
  lenses: Lens[],
  tryMends: boolean,
  signal: AbortSignal,
): Promise<Evaluation> =>
  answer(
    client.POST('/api/evaluate', {
      body: { plan, owned_lenses: lenses, try_mends: tryMends },
      signal,
    }),
  );
