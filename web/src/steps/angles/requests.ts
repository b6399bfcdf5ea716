/** Requests of the angles step. */
import { answer, client } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type {
  Ask,
  CameraPlaces,
  ChangeOver,
  Plan,
  RevealReply,
  RingReply,
  SyncReply,
} from '../../api/types';

export const getRing = (plan: Plan, camera: number, draft: boolean): Promise<RingReply> =>
  answer(client.POST('/api/ring', { body: { plan, camera, draft } }));

export const placeCamera = (
  plan: Plan,
  ask: Ask,
  camera: number | null,
  owned: Owned,
): Promise<CameraPlaces> =>
  answer(client.POST('/api/place-camera', { body: { plan, ask, camera, ...ownedBody(owned) } }));

export const getChangeOvers = (plan: Plan): Promise<ChangeOver[]> =>
  answer(client.POST('/api/change-overs', { body: { plan } }));

export const getSync = (plan: Plan, camera: number): Promise<SyncReply> =>
  answer(client.POST('/api/sync', { body: { plan, camera, draft: false } }));

export const getReveal = (
  plan: Plan,
  camera: number,
  owned: Owned,
  seconds: number,
): Promise<RevealReply> =>
  answer(
    client.POST('/api/reveal', {
      body: { plan, camera, duration_s: seconds, ...ownedBody(owned) },
    }),
  );
