/** Request of the picture that a lens sees. */
import { answer, client } from '../api/client';
import type { Plan } from '../api/types';

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
