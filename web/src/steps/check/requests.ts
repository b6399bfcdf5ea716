/** Requests of the check: the chart, test frames read, and the bench that ships with Steeple. */
import { answer, client, linesOf, Refused } from '../../api/client';
import type {
  AsBuilt,
  BenchReadings,
  CheckLine,
  CheckProgress,
  CheckReport,
  DaylightReading,
  MeterReading,
  MeterReport,
  Plan,
  StandInErrors,
} from '../../api/types';

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

/** Reads frames; tells how far it is, and gives up when the signal says so. */
export async function checkFrames(
  plan: Plan,
  camera: string,
  files: readonly File[],
  said: Said,
  onProgress: (progress: CheckProgress) => void,
  signal: AbortSignal,
): Promise<CheckReport | null> {
  const size = files.reduce((sum, one) => sum + one.size, 0);
  if (size > FILE_BYTES) {
    const sentence = `These files have ${Math.round(size / 1e6)} MB together; at most 64 MB are read. Save the picture as JPEG, or cut the clip to ten seconds.`;
    const problem = { code: 'too-large', sentence, field: 'files', value: '', range: '' };
    throw new Refused(413, [problem], null);
  }
  const stream = await answer(
    client.POST('/api/check/steps', {
      // The body is a form; its description is of what the server makes of it.
      body: { plan: '', files: [], camera, bar_mm: said.bar_mm, paper: said.paper },
      bodySerializer: () => checkForm(plan, camera, files, said),
      parseAs: 'stream',
      signal,
    }),
  );
  for await (const line of linesOf(stream as unknown as ReadableStream<Uint8Array>)) {
    const step = JSON.parse(line) as CheckLine;
    // Places come as lists.
    if (step.report) return step.report as unknown as CheckReport;
    if (step.progress) onProgress(step.progress);
    if (step.problem) throw new Refused(422, [step.problem], null);
  }
  return null;
}

export const readMeter = (
  plan: Plan,
  camera: string,
  readings: readonly MeterReading[],
  daylight: DaylightReading | null,
): Promise<MeterReport> =>
  answer(
    client.POST('/api/check/meter', { body: { plan, camera, readings: [...readings], daylight } }),
  );

/** Keeps a reading in the log, set against the newest revision of the plan, with a small picture of it. */
export async function keepInLog(
  plan_id: string,
  camera: string,
  built: AsBuilt,
  picture: Blob | null,
  says: string,
): Promise<number> {
  const path = { plan_id };
  const { revision } = await answer(client.GET('/api/plans/{plan_id}/head', { params: { path } }));
  const kept = await answer(
    client.POST('/api/log/readings/frame', { body: { plan_id, revision, camera, built } }),
  );
  if (picture) {
    await answer(
      client.POST('/api/log/pictures', {
        params: { query: { plan: plan_id, says } },
        body: picture,
        bodySerializer: (content: unknown) => content as Blob,
        headers: { 'content-type': 'application/octet-stream' },
      } as never),
    );
  }
  return kept.pairs.length;
}

/** Keeps readings of a light meter in the log. */
export async function keepMeter(
  plan_id: string,
  camera: string,
  readings: readonly MeterReading[],
  daylight: DaylightReading | null,
): Promise<number> {
  const path = { plan_id };
  const { revision } = await answer(client.GET('/api/plans/{plan_id}/head', { params: { path } }));
  const body = { plan_id, revision, camera, readings: [...readings], daylight };
  return (await answer(client.POST('/api/log/readings/meter', { body }))).pairs.length;
}

/** What the instruments of the stand-in bench read. */
export const standInReadings = (
  plan: Plan,
  errors: Partial<StandInErrors>,
): Promise<BenchReadings> =>
  answer(
    client.POST('/api/check/stand-in/readings', { body: { plan, ...errors } as StandInErrors }),
  );

/** A test frame, or a clip of a tap, of the bench that ships with Steeple, set up with errors. */
export async function standInFrame(plan: Plan, errors: Partial<StandInErrors>): Promise<File> {
  const body = { plan, ...errors } as StandInErrors;
  const blob = (await answer(
    client.POST('/api/check/stand-in', { body, parseAs: 'blob' }),
  )) as unknown as Blob;
  return errors.kind === 'clip'
    ? new File([blob], 'tap.mp4', { type: 'video/mp4' })
    : new File([blob], 'test frame.jpg', { type: 'image/jpeg' });
}
