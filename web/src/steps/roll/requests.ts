/** Requests of the roll step. */
import { answer, client } from '../../api/client';
import type { Handling, Plan } from '../../api/types';

export const getStaggered = async (plan: Plan): Promise<Handling[]> =>
  (await answer(client.POST('/api/stagger', { body: { plan } }))).handling;

export const getAlarmFile = async (plan: Plan): Promise<Blob> =>
  (await answer(
    client.POST('/api/alarms', { body: { plan }, parseAs: 'blob' }),
  )) as unknown as Blob;
