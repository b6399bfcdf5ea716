/** Request of the picture that a lens sees, and an address to show it at. */
import { answer, client } from '../api/client';
import type { Plan } from '../api/types';

/** The bytes as an address that needs no giving back, and outlives every page part that shows it. */
export const addressOf = (content: Blob): Promise<string> =>
  new Promise((done, failed) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => failed(reader.error);
    reader.readAsDataURL(content);
  });

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
