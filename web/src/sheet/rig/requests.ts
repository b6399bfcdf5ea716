/** The whole rig, asked for by every sheet that has nothing to show yet, and by its own. */
import { answer, client, linesOf, Refused } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type { Ask, Plan, RigLine, RigOutcome, RigProgress } from '../../api/types';

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
