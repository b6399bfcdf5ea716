/** Requests of the angles step. */
import { answer, client } from '../../api/client';
import type { Plan, RingReply } from '../../api/types';

export const getRing = (plan: Plan, camera: number, draft: boolean): Promise<RingReply> =>
  answer(client.POST('/api/ring', { body: { plan, camera, draft } }));
