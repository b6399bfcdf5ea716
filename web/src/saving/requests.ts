/** Requests of a plan on its sheet: reading, saving, working out. */
import { answer, client, inTime } from '../api/client';
import { NOTHING_OWNED, type Owned, ownedBody } from '../api/owned';
import type {
  Cupboard,
  Evaluation,
  FindingName,
  Glance,
  Plan,
  PlanSheet,
  StepId,
} from '../api/types';

const at = (plan_id: string) => ({ params: { path: { plan_id } }, signal: inTime() });

/** The same, with the figures in the same answer. */
const figuresAt = (plan_id: string) => ({
  params: { path: { plan_id }, query: { figures: true } },
  signal: inTime(),
});

export const getPlan = (id: string): Promise<PlanSheet> =>
  answer(client.GET('/api/plans/{plan_id}', figuresAt(id)));

/** A revision that a change starts from, and the line that it is one of. */
export interface Base {
  line: string;
  base: number;
}

const from = ({ line, base }: Base) => ({ line, base_revision: base });

export const getHead = (id: string): Promise<{ line: string; revision: number }> =>
  answer(client.GET('/api/plans/{plan_id}/head', at(id)));

export const savePlan = (id: string, plan: Plan, base: Base): Promise<PlanSheet> =>
  answer(client.PUT('/api/plans/{plan_id}', { ...figuresAt(id), body: { ...from(base), plan } }));

export const keepAsCopy = (id: string, plan: Plan, base: Base): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/copy', { ...at(id), body: { ...from(base), plan } }));

export const undoPlan = (id: string, base: Base): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/undo', { ...figuresAt(id), body: from(base) }));

export const redoPlan = (id: string, base: Base): Promise<PlanSheet> =>
  answer(client.POST('/api/plans/{plan_id}/redo', { ...figuresAt(id), body: from(base) }));

export const evaluateFigures = (plan: Plan, signal: AbortSignal): Promise<Evaluation> =>
  answer(
    client.POST('/api/evaluate', {
      body: { plan, ...ownedBody(NOTHING_OWNED), try_mends: false },
      signal,
    }),
  );

/** The mends too, those of the step on screen first; where some are `left` of an answer before, those alone. */
export const evaluateMends = (
  plan: Plan,
  owned: Owned,
  { step, left }: { step: StepId; left: FindingName[] | undefined },
  signal: AbortSignal,
): Promise<Evaluation> =>
  answer(
    client.POST('/api/evaluate', {
      body: {
        plan,
        ...ownedBody(owned),
        try_mends: true,
        looked_at: step,
        ...(left && { mends_for: left }),
      },
      signal,
    }),
  );

export const glanceAt = (plan: Plan, step: StepId, camera: number): Promise<Glance> =>
  answer(client.POST('/api/glance', { body: { plan, step, camera } }));

export const getCupboard = (): Promise<Cupboard> => answer(client.GET('/api/gear'));
