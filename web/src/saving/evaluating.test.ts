import { describe, expect, it } from 'vitest';
import { Refused, Unreachable } from '../api/client';
import { type Answered, type Ask, Evaluating } from './evaluating';

interface Call {
  asked: string;
  how: Ask<string, string>['how'];
  signal: AbortSignal | null;
  /** What mends go on from; undefined where no mends are asked for. */
  before: string | null | undefined;
  give: (answer: string) => void;
  fail: (error: unknown) => void;
}

function bench() {
  const calls: Call[] = [];
  const told: Answered<string, string>[] = [];
  const evaluating = new Evaluating<string, string>(
    (question) =>
      new Promise((give, fail) => {
        const signal = question.how === 'glance' ? null : question.signal;
        signal?.addEventListener('abort', () => fail(new Unreachable()));
        const before = question.how === 'mends' ? question.before : undefined;
        calls.push({ asked: question.asked, how: question.how, signal, before, give, fail });
      }),
    (state) => told.push(state),
    (answer) => Number(/(\d+) left/.exec(answer)?.[1] ?? 0),
    5,
  );
  const call = async (index: number): Promise<Call> => {
    for (let turn = 0; turn < 60 && !calls[index]; turn += 1) {
      await new Promise((done) => setTimeout(done, 2));
    }
    const found = calls[index];
    if (!found) throw new Error(`There was no call ${index}.`);
    return found;
  };
  const last = async (): Promise<Answered<string, string> | undefined> => {
    await new Promise((done) => setTimeout(done, 4));
    return told.at(-1);
  };
  return { evaluating, calls, told, call, last };
}

describe('the evaluation of a plan', () => {
  it('gives the figures first and the mends after them', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', glance: false });
    const figures = await call(0);
    expect(figures.how).toBe('figures');
    figures.give('figures of a');
    const mends = await call(1);
    expect(mends.how).toBe('mends');
    expect(await last()).toEqual({
      answer: 'figures of a',
      asked: 'a',
      trouble: null,
      working: true,
    });
    mends.give('mends of a');
    expect(await last()).toEqual({
      answer: 'mends of a',
      asked: 'a',
      trouble: null,
      working: false,
    });
  });

  it('goes on with mends that there was no time for, as long as they grow fewer', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', glance: false });
    (await call(0)).give('figures of a');
    (await call(1)).give('mends of a, 5 left');
    expect((await call(2)).how).toBe('mends');
    expect(await last()).toMatchObject({ answer: 'mends of a, 5 left', working: true });
    (await call(2)).give('mends of a, 2 left');
    (await call(3)).give('more of a, 2 left');
    expect(await last()).toMatchObject({ answer: 'more of a, 2 left', working: false });
    expect(calls).toHaveLength(4);
    expect(calls.map((one) => one.before)).toEqual([
      undefined,
      null,
      'mends of a, 5 left',
      'mends of a, 2 left',
    ]);
  });

  it('gives up the rest of the mends for a newer plan', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', glance: false });
    (await call(0)).give('figures of a');
    (await call(1)).give('mends of a, 5 left');
    const rest = await call(2);
    evaluating.want({ asked: 'b', glance: false });
    expect(rest.signal?.aborted).toBe(true);
    (await call(3)).give('figures of b');
    (await call(4)).give('mends of b');
    expect(await last()).toMatchObject({ answer: 'mends of b', asked: 'b', working: false });
  });

  it('never tries mends while something is dragged', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', glance: true });
    (await call(0)).give('figures of a');
    expect((await last())?.working).toBe(false);
    expect(calls).toHaveLength(1);
  });

  it('glances at the sheet on screen once there is an answer to put it into', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', glance: true });
    expect((await call(0)).how).toBe('figures');
    (await call(0)).give('figures of a');
    await last();
    evaluating.want({ asked: 'b', glance: true });
    expect((await call(1)).how).toBe('glance');
    (await call(1)).give('glance at b');
    expect(await last()).toEqual({
      answer: 'glance at b',
      asked: 'b',
      trouble: null,
      working: false,
    });
    evaluating.want({ asked: 'b', glance: false });
    expect((await call(2)).how).toBe('figures');
    expect(calls).toHaveLength(3);
  });

  it('takes figures that came with the saved plan, and asks for its mends alone', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', glance: false, figures: 'saved figures of a' });
    const mends = await call(0);
    expect(mends.how).toBe('mends');
    expect((await last())?.answer).toBe('saved figures of a');
    mends.give('mends of a');
    expect((await last())?.answer).toBe('mends of a');
  });

  it('gives the mends of an older plan up', async () => {
    const { evaluating, call, told, last } = bench();
    evaluating.want({ asked: 'a', glance: false });
    (await call(0)).give('figures of a');
    const old = await call(1);
    evaluating.want({ asked: 'b', glance: true });
    expect(old.signal?.aborted).toBe(true);
    const next = await call(2);
    expect(next.asked).toBe('b');
    next.give('figures of b');
    expect((await last())?.answer).toBe('figures of b');
    expect(told.every((state) => state.trouble === null)).toBe(true);
  });

  it('leaves out the plans between while one is asked for', async () => {
    const { evaluating, call } = bench();
    evaluating.want({ asked: 'a', glance: true });
    const first = await call(0);
    evaluating.want({ asked: 'b', glance: true });
    evaluating.want({ asked: 'c', glance: true });
    first.give('figures of a');
    expect((await call(1)).asked).toBe('c');
  });

  it('asks again where the server does not answer, and says so meanwhile', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', glance: true });
    (await call(0)).fail(new Unreachable());
    const again = await call(1);
    expect((await last())?.trouble).toBeTruthy();
    again.give('figures of a');
    expect(await last()).toEqual({
      answer: 'figures of a',
      asked: 'a',
      trouble: null,
      working: false,
    });
  });

  it('says why a plan was refused and waits for the next', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', glance: false });
    (await call(0)).fail(new Refused(422, [], null));
    expect((await last())?.working).toBe(false);
    expect(calls).toHaveLength(1);
    evaluating.want({ asked: 'b', glance: true });
    expect((await call(1)).asked).toBe('b');
  });

  it('tells nothing once it is stopped', async () => {
    const { evaluating, call, told } = bench();
    evaluating.want({ asked: 'a', glance: false });
    const first = await call(0);
    evaluating.stop();
    first.give('figures of a');
    await new Promise((done) => setTimeout(done, 5));
    expect(told.filter((state) => state.answer !== null)).toHaveLength(0);
  });
});
