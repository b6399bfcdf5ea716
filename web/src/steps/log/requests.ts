/** Requests of the log: sessions, takes, what was lost, predicted against measured, pictures, files. */
import { answer, client, inTime } from '../../api/client';
import type {
  Figure,
  Glance,
  Losses,
  MeasuredRow,
  PairFigure,
  PictureOfLog,
  Piece,
  Plan,
  SessionOfLog,
  StepId,
  TakeFound,
} from '../../api/types';
import { changesOf, type Sought } from './model';

export type Compared = Awaited<ReturnType<typeof getCompared>>;

export const getCompared = () =>
  answer(client.GET('/api/log/compared', { params: { query: {} }, signal: inTime() }));

export const switchLearned = (figure: PairFigure, of: string, on: boolean) =>
  answer(client.POST('/api/log/learned/switch', { body: { figure, of, on } }));

/** What the answer of a step would be for a plan. */
export async function answerWith(
  changed: Plan,
  plan: Plan,
  step: StepId,
  camera: number,
): Promise<Piece[]> {
  const look = (at: Plan): Promise<Glance> =>
    answer(client.POST('/api/glance', { body: { plan: at, step, camera } }));
  const found = await look(changed);
  if (step === 'light') {
    // How much light there is stands among the figures, not in the answer.
    const [after, before] = [found, await look(plan)].map(figuresOf);
    return changesOf(before ?? [], after ?? []);
  }
  // How much higher a support is set stands under its answer.
  return step === 'hold' ? found.answer.under : found.answer.line;
}

const figuresOf = (glance: Glance): Figure[] => [
  ...glance.figures,
  ...(glance.camera?.figures ?? []),
];

export const getLosses = (plan: string | null): Promise<Losses> =>
  answer(client.GET('/api/log/losses', { params: { query: plan ? { plan } : {} } }));

export const SESSIONS_SHOWN = 12;

/** A page of sessions, and one more where there are older ones. */
export const getSessions = async (plan: string | null, start: number): Promise<SessionOfLog[]> =>
  (
    await answer(
      client.GET('/api/log/sessions', {
        params: { query: { start, most: SESSIONS_SHOWN + 1, ...(plan && { plan }) } },
      }),
    )
  ).sessions;

export const findTakes = (
  sought: Sought,
  plan: string | null,
  start: number,
): Promise<{ takes: TakeFound[]; count: number }> =>
  answer(
    client.GET('/api/log/takes', {
      params: {
        query: {
          words: sought.words,
          start,
          most: 30,
          ...(plan && { plan }),
          ...(sought.mark && { mark: sought.mark }),
          ...(sought.stopped && { stopped: sought.stopped }),
          ...(sought.since && { since: sought.since }),
          ...(sought.until && { until: sought.until }),
        },
      },
    }),
  );

export const getPictures = async (plan: string): Promise<PictureOfLog[]> =>
  (await answer(client.GET('/api/log/pictures', { params: { query: { plan } } }))).pictures;

export const dropPicture = (picture_id: string) =>
  answer(client.DELETE('/api/log/pictures/{picture_id}', { params: { path: { picture_id } } }));

export const dropOlder = (days: number) =>
  answer(client.POST('/api/log/pictures/older', { params: { query: { days } } }));

export async function openLog(
  file: File,
): Promise<{ sessions: number; events: number; pairs: number }> {
  const body = await file.arrayBuffer();
  return answer(
    client.POST('/api/log/open', {
      body: body as never,
      bodySerializer: (content: unknown) => content as ArrayBuffer,
      headers: { 'content-type': 'application/octet-stream' },
    } as never),
  );
}

export type { MeasuredRow };
