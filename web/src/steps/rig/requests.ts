/** Requests of the whole rig. */
import { answer, client, linesOf, Refused } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type {
  Ask,
  Glance,
  MendSequence,
  Plan,
  RigLine,
  RigOutcome,
  RigProgress,
  Thing,
  WithIt,
} from '../../api/types';
import type { ThingToTry } from './model';

/** Works the whole rig out; tells each step, and gives it up when the signal says so. */
export async function workOutRig(
  plan: Plan,
  views: readonly Ask[],
  owned: Owned,
  onProgress: (progress: RigProgress) => void,
  signal: AbortSignal,
): Promise<RigOutcome | null> {
  const body = { plan, ask: { views: [...views] }, ...ownedBody(owned) };
  const stream = await answer(
    client.POST('/api/rig/work-out', { body, parseAs: 'stream', signal }),
  );
  for await (const line of linesOf(stream as unknown as ReadableStream<Uint8Array>)) {
    const step = JSON.parse(line) as RigLine;
    if (step.outcome) return step.outcome;
    if (step.progress) onProgress(step.progress);
    if (step.problem) throw new Refused(422, [step.problem], null);
  }
  return null;
}

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
