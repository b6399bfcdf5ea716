/** Requests of the light step. */
import { answer, client, linesOf, Refused } from '../../api/client';
import { NOTHING_OWNED, type Owned, ownedBody } from '../../api/owned';
import type {
  DomeReply,
  GlareComparison,
  LampComparison,
  Layout,
  Lifting,
  LightingOutcome,
  LightMap,
  PlacingLine,
  PlacingProgress,
  Plan,
} from '../../api/types';

export const getDome = (
  plan: Plan,
  camera: number,
  lamp: number,
  draft: boolean,
): Promise<DomeReply> => answer(client.POST('/api/dome', { body: { plan, camera, lamp, draft } }));

export const getLightMap = (
  plan: Plan,
  camera: number,
  of: LightMap['of'],
  pose: number | null,
): Promise<LightMap> => answer(client.POST('/api/light-map', { body: { plan, camera, of, pose } }));

export const getLayouts = (plan: Plan, camera: number, owned: Owned): Promise<Layout[]> =>
  answer(client.POST('/api/light-layouts', { body: { plan, camera, ...ownedBody(owned) } }));

export const compareLamps = (plan: Plan, camera: number, owned: Owned): Promise<LampComparison> =>
  answer(client.POST('/api/compare-lamps', { body: { plan, camera, ...ownedBody(owned) } }));

export const compareGlare = (plan: Plan, camera: number): Promise<GlareComparison | null> =>
  answer(
    client.POST('/api/compare-glare', { body: { plan, camera, ...ownedBody(NOTHING_OWNED) } }),
  );

export const getLifting = (plan: Plan, camera: number, sizeMm: number): Promise<Lifting | null> =>
  answer(client.POST('/api/lifting', { body: { plan, camera, size_mm: sizeMm } }));

/** Places the lamps; tells each step of the work, and gives it up when the signal says so. */
export async function placeLamps(
  plan: Plan,
  camera: number,
  owned: Owned,
  onProgress: (progress: PlacingProgress) => void,
  signal: AbortSignal,
): Promise<LightingOutcome | null> {
  const body = { plan, camera, ...ownedBody(owned) };
  const stream = await answer(client.POST('/api/place-lamps', { body, parseAs: 'stream', signal }));
  for await (const line of linesOf(stream as unknown as ReadableStream<Uint8Array>)) {
    const step = JSON.parse(line) as PlacingLine;
    if (step.outcome) return step.outcome;
    if (step.progress) onProgress(step.progress);
    if (step.problem) throw new Refused(422, [step.problem], null);
  }
  return null;
}
