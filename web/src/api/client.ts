/** The one way to the server. Refusals come back as `Refused`, lost connections as `Unreachable`. */
import createClient from 'openapi-fetch';
import type { paths } from './schema';
import type { Problem } from './types';

export const client = createClient<paths>({ baseUrl: '/' });

/** The server answered, and said no. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
    readonly newestRevision: number | null,
  ) {
    super(problems[0]?.sentence ?? 'The server refused this.');
  }
}

/** The server did not answer. */
export class Unreachable extends Error {
  constructor() {
    super('Steeple does not answer. It may have been stopped; nothing typed here is lost.');
  }
}

/** Longer than the server lets anything but heavy work take: who has not answered by then will not. */
const ANSWER_MS = 15_000;

/** Ends a request that a bad line keeps hanging; it comes back as `Unreachable`, and may be sent again. */
export function inTime(): AbortSignal {
  const ends = new AbortController();
  setTimeout(() => ends.abort(), ANSWER_MS);
  return ends.signal;
}

interface Reply<Data> {
  data?: Data;
  error?: unknown;
  response: Response;
}

interface ProblemsReply {
  problems?: Problem[];
  newest_revision?: number | null;
}

/** The data of a reply; throws `Refused` or `Unreachable`. */
export async function answer<Data>(request: Promise<Reply<Data>>): Promise<Data> {
  let reply: Reply<Data>;
  try {
    reply = await request;
  } catch {
    throw new Unreachable();
  }
  if (reply.error !== undefined || !reply.response.ok) {
    const body = (reply.error ?? {}) as ProblemsReply;
    throw new Refused(reply.response.status, body.problems ?? [], body.newest_revision ?? null);
  }
  return reply.data as Data;
}

/** The sentences of whatever went wrong. */
export function sentencesOf(error: unknown): string[] {
  if (error instanceof Refused && error.problems.length) {
    return error.problems.map((problem) => problem.sentence);
  }
  return [error instanceof Error ? error.message : 'Something went wrong; nothing was lost.'];
}

/** The lines of a reply as they come. */
export async function* linesOf(stream: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  for (;;) {
    const { value, done } = await reader.read();
    rest += value ? decoder.decode(value, { stream: true }) : '';
    const lines = rest.split('\n');
    rest = lines.pop() ?? '';
    for (const line of lines) if (line) yield line;
    if (done) break;
  }
  if (rest) yield rest;
}
