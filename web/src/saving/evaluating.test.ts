import { describe, expect, it } from 'vitest';
import { Refused, Unreachable } from '../api/client';
import { type Answered, Evaluating } from './evaluating';

interface Call {
  asked: string;
  mends: boolean;
  signal: AbortSignal;
  give: (answer: string) => void;
  fail: (error: unknown) => void;
}

function bench() {
  const calls: Call[] = [];
  const told: Answered<string>[] = [];
  const evaluating = new Evaluating<string, string>(
    (asked, mends, signal) =>
      new Promise((give, fail) => {
        signal.addEventListener('abort', () => fail(new Unreachable()));
        calls.push({ asked, mends, signal, give, fail });
      }),
    (state) => told.push(state),
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
  const last = async (): Promise<Answered<string> | undefined> => {
    await new Promise((done) => setTimeout(done, 4));
    return told.at(-1);
  };
  return { evaluating, calls, told, call, last };
}

describe('the evaluation of a plan', () => {
  it('gives the figures first and the mends after them', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', mends: true });
    const figures = await call(0);
    expect(figures.mends).toBe(false);
    figures.give('figures of a');
    const mends = await call(1);
    expect(mends.mends).toBe(true);
    expect(await last()).toEqual({ answer: 'figures of a', trouble: null, working: true });
    mends.give('mends of a');
    expect(await last()).toEqual({ answer: 'mends of a', trouble: null, working: false });
  });

  it('never tries mends while something is dragged', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', mends: false });
    (await call(0)).give('figures of a');
    expect((await last())?.working).toBe(false);
    expect(calls).toHaveLength(1);
  });

  it('gives the mends of an older plan up', async () => {
    const { evaluating, call, told, last } = bench();
    evaluating.want({ asked: 'a', mends: true });
    (await call(0)).give('figures of a');
    const old = await call(1);
    evaluating.want({ asked: 'b', mends: false });
    expect(old.signal.aborted).toBe(true);
    const next = await call(2);
    expect(next.asked).toBe('b');
    next.give('figures of b');
    expect((await last())?.answer).toBe('figures of b');
    expect(told.every((state) => state.trouble === null)).toBe(true);
  });

  it('leaves out the plans between while one is asked for', async () => {
    const { evaluating, call } = bench();
    evaluating.want({ asked: 'a', mends: false });
    const first = await call(0);
    evaluating.want({ asked: 'b', mends: false });
    evaluating.want({ asked: 'c', mends: false });
    first.give('figures of a');
    expect((await call(1)).asked).toBe('c');
  });

  it('asks again where the server does not answer, and says so meanwhile', async () => {
    const { evaluating, call, last } = bench();
    evaluating.want({ asked: 'a', mends: false });
    (await call(0)).fail(new Unreachable());
    const again = await call(1);
    expect((await last())?.trouble).toBeTruthy();
    again.give('figures of a');
    expect(await last()).toEqual({ answer: 'figures of a', trouble: null, working: false });
  });

  it('says why a plan was refused and waits for the next', async () => {
    const { evaluating, calls, call, last } = bench();
    evaluating.want({ asked: 'a', mends: true });
    (await call(0)).fail(new Refused(422, [], null));
    expect((await last())?.working).toBe(false);
    expect(calls).toHaveLength(1);
    evaluating.want({ asked: 'b', mends: false });
    expect((await call(1)).asked).toBe('b');
  });

  it('tells nothing once it is stopped', async () => {
    const { evaluating, call, told } = bench();
    evaluating.want({ asked: 'a', mends: true });
    const first = await call(0);
    evaluating.stop();
    first.give('figures of a');
    await new Promise((done) => setTimeout(done, 5));
    expect(told.filter((state) => state.answer !== null)).toHaveLength(0);
  });
});
