/** Requests of the cupboard, and of figures found by trying. */
import { answer, client } from '../api/client';
import { PLAN_BYTES_LIMIT, tooLarge } from '../api/files';
import type {
  GearKind,
  GearKindInfo,
  GearState,
  ImportReport,
  MeasuredLamp,
  PlanSheet,
  PlanWithThing,
  SensorSize,
  Thing,
  Things,
} from '../api/types';

export const getGearKinds = (): Promise<GearKindInfo[]> => answer(client.GET('/api/gear/kinds'));

export const findThings = (
  kind: GearKind | null,
  words: string,
  state: GearState,
): Promise<Things> =>
  answer(
    client.GET('/api/gear/things', {
      params: { query: { kind: kind ?? undefined, words, state } },
    }),
  );

export const addThing = (
  kind: GearKind,
  figures: Thing['figures'],
  considered = false,
): Promise<Thing> =>
  answer(client.POST('/api/gear/things', { body: { kind, figures, considered } }));

/** A thing that was considered is owned now. */
export const ownThing = (id: string): Promise<Thing> =>
  answer(client.POST('/api/gear/things/{gear_id}/own', thing(id)));

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

export const renewInPlan = (id: string, plan: PlanWithThing): Promise<PlanSheet> =>
  answer(
    client.POST('/api/gear/things/{gear_id}/plans/{plan_id}', {
      params: { path: { gear_id: id, plan_id: plan.id } },
      body: { line: plan.line, base_revision: plan.revision },
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
