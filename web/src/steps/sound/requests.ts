/** Requests of the sound step. */
import { answer, client, Refused } from '../../api/client';
import { type Owned, ownedBody } from '../../api/owned';
import type { ClapReport, MicOffers, Plan } from '../../api/types';

export const getWays = (plan: Plan, kind: MicOffers['kind'], owned: Owned): Promise<MicOffers> =>
  answer(client.POST('/api/microphones', { body: { plan, kind, ...ownedBody(owned) } }));

/** Recordings have at most so many bytes together; larger ones are refused before they are sent. */
const SOUND_BYTES = 64_000_000;

export async function readClaps(
  files: readonly File[],
  frameRateHz: number | null,
): Promise<ClapReport> {
  const size = files.reduce((sum, one) => sum + one.size, 0);
  if (size > SOUND_BYTES) {
    const sentence = `These recordings have ${Math.round(size / 1e6)} MB together; at most 64 MB are read. Cut a few seconds round the clap out of each.`;
    const problem = { code: 'too-large', sentence, field: 'files', value: '', range: '' };
    throw new Refused(413, [problem], null);
  }
  const read = await answer(
    client.POST('/api/clap', {
      // The body is a form; its description is of what the server makes of it.
      body: { files: [], frame_rate_hz: frameRateHz ?? 25 },
      bodySerializer: () => {
        const form = new FormData();
        for (const one of files) form.append('files', one);
        form.append('frame_rate_hz', String(frameRateHz ?? 25));
        return form;
      },
    }),
  );
  // Pairs of a curve come as lists.
  return read as unknown as ClapReport;
}

/** A recording of a clap in the room of a plan, by the stand-in. */
export async function standInClap(plan: Plan): Promise<File> {
  const blob = (await answer(
    client.POST('/api/clap/stand-in', { body: { plan, form: 'wav' }, parseAs: 'blob' }),
  )) as unknown as Blob;
  return new File([blob], 'stand-in clap.wav', { type: 'audio/wav' });
}
