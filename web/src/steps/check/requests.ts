/** Requests of the check: the chart, test frames read, and the bench that ships with Steeple. */
import { answer, client, Refused } from '../../api/client';
import type { CheckReport, Plan, StandInErrors } from '../../api/types';

export type Paper = 'a4' | 'letter' | 'a3' | 'tiles';

/** What the maker says of the frames; lengths in millimetres. */
export interface Said {
  paper: Paper;
  bar_mm: number;
  tape_mm: number | null;
  raised_mm: number | null;
  corners: readonly (readonly [number, number])[];
  rectangle_mm: readonly [number, number] | null;
}

export const NOTHING_SAID: Said = {
  paper: 'a4',
  bar_mm: 150,
  tape_mm: null,
  raised_mm: null,
  corners: [],
  rectangle_mm: null,
};
/** Files have at most so many bytes together; larger ones are refused before they are sent. */
const FILE_BYTES = 64_000_000;

export async function getChart(plan: Plan, paper: Paper, form: 'pdf' | 'png'): Promise<Blob> {
  const body = { plan, paper, form, dpi: 300 };
  return (await answer(client.POST('/api/chart', { body, parseAs: 'blob' }))) as unknown as Blob;
}

export function checkForm(
  plan: Plan,
  camera: string,
  files: readonly File[],
  said: Said,
): FormData {
  const form = new FormData();
  form.append('plan', JSON.stringify(plan));
  form.append('camera', camera);
  for (const one of files) form.append('files', one);
  form.append('paper', said.paper);
  form.append('bar_mm', String(said.bar_mm));
  if (said.tape_mm !== null) form.append('tape_mm', String(said.tape_mm));
  if (said.raised_mm !== null && files.length > 1) form.append('raised_mm', String(said.raised_mm));
  if (said.corners.length === 4 && said.rectangle_mm) {
    for (const [x, y] of said.corners) {
      form.append('corners', String(x));
      form.append('corners', String(y));
    }
    for (const side of said.rectangle_mm) form.append('rectangle_mm', String(side));
  }
  return form;
}

export async function checkFrames(
  plan: Plan,
  camera: string,
  files: readonly File[],
  said: Said,
): Promise<CheckReport> {
  const size = files.reduce((sum, one) => sum + one.size, 0);
  if (size > FILE_BYTES) {
    const sentence = `These files have ${Math.round(size / 1e6)} MB together; at most 64 MB are read. Save the picture as JPEG, or cut the clip to ten seconds.`;
    const problem = { code: 'too-large', sentence, field: 'files', value: '', range: '' };
    throw new Refused(413, [problem], null);
  }
  const read = await answer(
    client.POST('/api/check', {
      // The body is a form; its description is of what the server makes of it.
      body: { plan: '', files: [], camera, bar_mm: said.bar_mm, paper: said.paper },
      bodySerializer: () => checkForm(plan, camera, files, said),
    }),
  );
  // Places come as lists.
  return read as unknown as CheckReport;
}

/** A test frame of the bench that ships with Steeple, set up with errors. */
export async function standInFrame(plan: Plan, errors: Partial<StandInErrors>): Promise<File> {
  const body = { plan, ...errors } as StandInErrors;
  const blob = (await answer(
    client.POST('/api/check/stand-in', { body, parseAs: 'blob' }),
  )) as unknown as Blob;
  return new File([blob], 'test frame.jpg', { type: 'image/jpeg' });
}
