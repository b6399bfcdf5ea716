/** Work that takes seconds, tells how far it is and can be stopped: one at a time, given up when its part leaves. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { sentencesOf } from '../api/client';
import { useSteady } from './steady';

export interface LongWork<Progress, Outcome> {
  progress: Progress | null;
  outcome: Outcome | null;
  trouble: readonly string[];
  run: () => void;
  stop: () => void;
  /** Puts the outcome aside, once something of it was taken. */
  forget: () => void;
}

export function useLongWork<Progress, Outcome>(
  work: (tell: (progress: Progress) => void, signal: AbortSignal) => Promise<Outcome | null>,
  first: Progress,
): LongWork<Progress, Outcome> {
  const [progress, setProgress] = useState<Progress | null>(null);
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const go = async (): Promise<void> => {
    control.current?.abort();
    const mine = new AbortController();
    control.current = mine;
    setOutcome(null);
    setTrouble([]);
    setProgress(first);
    try {
      const found = await work((told) => {
        if (!mine.signal.aborted) setProgress(told);
      }, mine.signal);
      if (!mine.signal.aborted) setOutcome(found);
    } catch (error) {
      if (!mine.signal.aborted) setTrouble(sentencesOf(error));
    }
    if (control.current === mine) setProgress(null);
  };
  const run = useSteady(() => void go());
  const stop = useCallback(() => control.current?.abort(), []);
  const forget = useCallback(() => setOutcome(null), []);
  return { progress, outcome, trouble, run, stop, forget };
}
