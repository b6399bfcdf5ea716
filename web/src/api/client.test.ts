import { describe, expect, it } from 'vitest';
import { answer, linesOf, Refused, sentencesOf, Unreachable } from './client';
import type { Problem } from './types';

const problem = (sentence: string): Problem => ({
  code: 'x',
  sentence,
  field: 'width_mm',
  value: '1',
  range: '5 to 10',
});
const reply = (status: number, more: { data?: unknown; error?: unknown } = {}) =>
  Promise.resolve({ response: new Response(null, { status }), ...more });

describe('the way to the server', () => {
  it('gives the data of a reply', async () => {
    expect(await answer(reply(200, { data: { id: 'a' } }))).toEqual({ id: 'a' });
  });

  it('tells a refusal with its sentences and the newest revision', async () => {
    const error = { problems: [problem('Too narrow.'), problem('Too low.')], newest_revision: 7 };
    const refused = await answer(reply(409, { error })).catch((found: unknown) => found);
    expect(refused).toBeInstanceOf(Refused);
    expect(refused).toMatchObject({ status: 409, newestRevision: 7, message: 'Too narrow.' });
    expect(sentencesOf(refused)).toEqual(['Too narrow.', 'Too low.']);
  });

  it.each([
    ['nothing that can be read', undefined],
    ['an empty body', {}],
  ])('tells a refusal that says %s', async (_, error) => {
    const refused = await answer(reply(503, { error })).catch((found: unknown) => found);
    expect(refused).toMatchObject({ status: 503, problems: [], newestRevision: null });
    expect(sentencesOf(refused)).toEqual(['The server refused this.']);
  });

  it('tells that nobody answered', async () => {
    const lost = await answer(Promise.reject(new TypeError('network'))).catch(
      (found: unknown) => found,
    );
    expect(lost).toBeInstanceOf(Unreachable);
    expect(sentencesOf(lost)[0]).toContain('nothing typed here is lost');
  });

  it('has a sentence for whatever was thrown', () => {
    expect(sentencesOf(new Error('That went wrong.'))).toEqual(['That went wrong.']);
    expect(sentencesOf('nonsense')).toEqual(['Something went wrong; nothing was lost.']);
  });
});

describe('lines of a reply', () => {
  const bytes = new TextEncoder().encode('one\ntwö\n\nthree');
  const streamed = (...ends: number[]): ReadableStream<Uint8Array> =>
    new ReadableStream({
      start(controller) {
        let from = 0;
        for (const end of [...ends, bytes.length]) {
          controller.enqueue(bytes.slice(from, end));
          from = end;
        }
        controller.close();
      },
    });
  const read = async (stream: ReadableStream<Uint8Array>): Promise<string[]> => {
    const found: string[] = [];
    for await (const line of linesOf(stream)) found.push(line);
    return found;
  };

  it('come whole, wherever the pieces end', async () => {
    for (let end = 0; end <= bytes.length; end += 1) {
      expect(await read(streamed(end))).toEqual(['one', 'twö', 'three']);
    }
  });

  it('come whole byte by byte', async () => {
    expect(await read(streamed(...bytes.keys()))).toEqual(['one', 'twö', 'three']);
  });

  it('come before the reply ends', async () => {
    const stream = new ReadableStream<Uint8Array>({
      start: (controller) => controller.enqueue(new TextEncoder().encode('first\nsec')),
    });
    const { value } = await linesOf(stream).next();
    expect(value).toBe('first');
  });
});
