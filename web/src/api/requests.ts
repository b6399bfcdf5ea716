/** Every request that the interface makes, by what it is for. */
import { answer, client, linesOf, Refused } from './client';
import type {
  Adapter,
  Body,
  Comparison,
  Cupboard,
  DomeReply,
  Evaluation,
  Fixture,
  GearKind,
  GearKindInfo,
  GlareComparison,
  ImportReport,
  Layout,
  Lens,
  Lifting,
  LightingOutcome,
  LightMap,
  MeasuredLamp,
  Outcome,
  PlacingLine,
  PlacingProgress,
  Plan,
  PlanSheet,
  PlanWithThing,
  SensorSize,
  Shape,
  ShapeId,
  Shelf,
  Support,
  SupportComparison,
  Thing,
  Things,
  ZoomMap,
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

function tooLarge(file: File, word: string): Refused {
  const sentence = `${file.name} has ${Math.round(file.size / 1e6)} MB; a ${word} file has at most 2 MB. It was not read, and nothing was changed.`;
  const problem = { code: 'too-large', sentence, field: 'file', value: '', range: '' };
  return new Refused(413, [problem], null);
}

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

/** What a mend or comparison may take from the cupboard. */
export interface Owned {
  lenses: Lens[];
  bodies: Body[];
  supports: { id: string; gear: Support }[];
  adapters: Adapter[];
  fixtures: { id: string; gear: Fixture }[];
}

const OWNED_LIMIT = 200;
const OWNED_PARTS_LIMIT = 100;

const ownedBody = (owned: Owned) => ({
  owned_lenses: owned.lenses.slice(0, OWNED_LIMIT),
  owned_bodies: owned.bodies.slice(0, OWNED_LIMIT),
  owned_supports: owned.supports.slice(0, OWNED_PARTS_LIMIT),
  owned_adapters: owned.adapters.slice(0, OWNED_PARTS_LIMIT),
  owned_fixtures: owned.fixtures.slice(0, OWNED_PARTS_LIMIT),
});

export const NOTHING_OWNED: Owned = {
  lenses: [],
  bodies: [],
  supports: [],
  adapters: [],
  fixtures: [],
};

export const evaluatePlan = (
  plan: Plan,
  owned: Owned,
  tryMends: boolean,
  signal: AbortSignal,
): Promise<Evaluation> =>
  answer(
    client.POST('/api/evaluate', {
      body: { plan, ...ownedBody(owned), try_mends: tryMends },
      signal,
    }),
  );

export const workOut = (plan: Plan, owned: Owned): Promise<Outcome> =>
  answer(client.POST('/api/work-out', { body: { plan, camera: 0, ...ownedBody(owned) } }));

export const getZoomMap = (plan: Plan): Promise<ZoomMap | null> =>
  answer(
    client.POST('/api/zoom-map', {
      body: { plan, camera: 0, ...ownedBody(NOTHING_OWNED) },
    }),
  );

export const compareGear = (plan: Plan, owned: Owned): Promise<Comparison> =>
  answer(client.POST('/api/compare', { body: { plan, camera: 0, ...ownedBody(owned) } }));

export const compareSupports = (plan: Plan, owned: Owned): Promise<SupportComparison> =>
  answer(client.POST('/api/compare-supports', { body: { plan, camera: 0, ...ownedBody(owned) } }));

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

export const getLayouts = (plan: Plan, owned: Owned): Promise<Layout[]> =>
  answer(client.POST('/api/light-layouts', { body: { plan, camera: 0, ...ownedBody(owned) } }));

export const compareGlare = (plan: Plan, camera: number): Promise<GlareComparison | null> =>
  answer(
    client.POST('/api/compare-glare', { body: { plan, camera, ...ownedBody(NOTHING_OWNED) } }),
  );

export const getLifting = (plan: Plan, camera: number, sizeMm: number): Promise<Lifting | null> =>
  answer(client.POST('/api/lifting', { body: { plan, camera, size_mm: sizeMm } }));

/** Places the lamps; tells each step of the work, and gives it up when the signal says so. */
export async function placeLamps(
  plan: Plan,
  owned: Owned,
  onProgress: (progress: PlacingProgress) => void,
  signal: AbortSignal,
): Promise<LightingOutcome | null> {
  const body = { plan, camera: 0, ...ownedBody(owned) };
  const stream = await answer(client.POST('/api/place-lamps', { body, parseAs: 'stream', signal }));
  for await (const line of linesOf(stream as unknown as ReadableStream<Uint8Array>)) {
    const step = JSON.parse(line) as PlacingLine;
    if (step.outcome) return step.outcome;
    if (step.progress) onProgress(step.progress);
  }
  return null;
}

export const getPicture = async (
  plan: Plan,
  camera: number,
  widthPx: number,
  quality: 'draft' | 'fine',
  pose: number,
): Promise<Blob> =>
  (await answer(
    client.POST('/api/picture', {
      body: { plan, camera, width_px: widthPx, quality, pose },
      parseAs: 'blob',
    }),
  )) as unknown as Blob;

export const getGearKinds = (): Promise<GearKindInfo[]> => answer(client.GET('/api/gear/kinds'));

export const findThings = (
  kind: GearKind | null,
  words: string,
  retired: boolean,
): Promise<Things> =>
  answer(
    client.GET('/api/gear/things', {
      params: { query: { kind: kind ?? undefined, words, retired } },
    }),
  );

export const addThing = (kind: GearKind, figures: Thing['figures']): Promise<Thing> =>
  answer(client.POST('/api/gear/things', { body: { kind, figures } }));

const thing = (gear_id: string) => ({ params: { path: { gear_id } } });

export const editThing = (id: string, base: number, figures: Thing['figures']): Promise<Thing> =>
  answer(
    client.PUT('/api/gear/things/{gear_id}', {
      ...thing(id),
      body: { base_version: base, figures },
    }),
  );

export const copyThing = (id: string): Promise<Thing> =>
  answer(client.POST('/api/gear/things/{gear_id}/copy', thing(id)));

export const retireThing = (id: string): Promise<Thing> =>
  answer(client.POST('/api/gear/things/{gear_id}/retire', thing(id)));

export const putBackThing = (id: string): Promise<Thing> =>
  answer(client.POST('/api/gear/things/{gear_id}/put-back', thing(id)));

export const plansWith = (id: string): Promise<PlanWithThing[]> =>
  answer(client.GET('/api/gear/things/{gear_id}/plans', thing(id)));

export const renewInPlan = (id: string, planId: string, base: number): Promise<PlanSheet> =>
  answer(
    client.POST('/api/gear/things/{gear_id}/plans/{plan_id}', {
      params: { path: { gear_id: id, plan_id: planId } },
      body: { base_revision: base },
    }),
  );

export const takeInFile = (
  file: File,
  kind: GearKind | null,
  how: 'look' | 'all' | 'sound',
): Promise<ImportReport> => {
  if (file.size > PLAN_BYTES_LIMIT) throw tooLarge(file, 'gear');
  return answer(
    client.POST('/api/gear/file', {
      params: {
        query: {
          kind: kind ?? undefined,
          look_only: how === 'look',
          only_sound: how === 'sound',
        },
      },
      body: '',
      bodySerializer: () => file,
      headers: { 'content-type': 'application/octet-stream' },
    }),
  );
};

export const readIes = (file: File): Promise<MeasuredLamp> =>
  answer(
    client.POST('/api/gear/ies', {
      body: '',
      bodySerializer: () => file,
      headers: { 'content-type': 'application/octet-stream' },
    }),
  );

export const getSensors = (): Promise<SensorSize[]> => answer(client.GET('/api/by-trying/sensors'));

export const areaOf = (body: {
  sensor: string;
  width_px: number;
  height_px: number;
  mode_crop: number;
}): Promise<{ width_mm: number; height_mm: number }> =>
  answer(client.POST('/api/by-trying/area', { body }));

export const fieldOfViewOf = (body: {
  distance_mm: number;
  seen_mm: number;
  second_distance_mm: number | null;
  second_seen_mm: number | null;
}): Promise<{ angle_deg: number; pupil_behind_mm: number }> =>
  answer(client.POST('/api/by-trying/field-of-view', { body }));

export const nearestOf = (body: {
  rim_to_print_mm: number | null;
  length_mm: number | null;
  flange_mm: number | null;
  active_width_mm: number | null;
  seen_mm: number | null;
}): Promise<{ min_focus_from_mark_mm: number | null; greatest_magnification: number | null }> =>
  answer(client.POST('/api/by-trying/nearest-focus', { body }));
