/** A rig being worked out: what is wanted beside the main camera, how far it is, and what came of it. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { sentencesOf } from '../../api/client';
import type { Ask, RigOutcome, RigProgress } from '../../api/types';
import { useSheet } from '../../saving/context';
import { useSteady } from '../../ui/steady';
import { workOutRig } from './requests';

export interface RigInWork {
  views: readonly Ask[];
  toggle: (ask: Ask) => void;
  progress: RigProgress | null;
  outcome: RigOutcome | null;
  trouble: string[];
  run: () => void;
  stop: () => void;
  /** Puts the outcome aside, once something of it was taken. */
  forget: () => void;
}

const MOST_VIEWS = 3;

export function useRig(planId: string): RigInWork {
  const { plan, owned, cupboardKnown } = useSheet();
  const [search, setSearch] = useSearchParams();
  const [views, setViews] = useState<readonly Ask[]>([]);
  const [progress, setProgress] = useState<RigProgress | null>(null);
  const [outcome, setOutcome] = useState<RigOutcome | null>(null);
  const [trouble, setTrouble] = useState<string[]>([]);
  const control = useRef<AbortController | null>(null);
  useEffect(() => () => control.current?.abort(), []);

  const work = async (): Promise<void> => {
    control.current?.abort();
    const mine = new AbortController();
    control.current = mine;
    setOutcome(null);
    setTrouble([]);
    setProgress({ done: 0, of: 1, now: 'looking through the cupboard', best: null });
    try {
      const found = await workOutRig(plan, views, owned, setProgress, mine.signal);
      if (!mine.signal.aborted) setOutcome(found);
    } catch (error) {
      if (!mine.signal.aborted) setTrouble(sentencesOf(error));
    }
    if (control.current === mine) setProgress(null);
  };
  const run = useSteady(() => void work());
  const stop = useCallback(() => control.current?.abort(), []);
  // Begun with three questions: the answer is worked out at once, and only once.
  const atOnce = search.has('begun');
  useEffect(() => {
    if (!atOnce || !planId || !cupboardKnown) return;
    setSearch(
      (now) => {
        now.delete('begun');
        return now;
      },
      { replace: true },
    );
    run();
  }, [atOnce, planId, cupboardKnown, run, setSearch]);
  const toggle = useCallback(
    (ask: Ask) =>
      setViews((now) =>
        now.includes(ask) ? now.filter((one) => one !== ask) : [...now, ask].slice(-MOST_VIEWS),
      ),
    [],
  );
  const forget = useCallback(() => setOutcome(null), []);
  return { views, toggle, progress, outcome, trouble, run, stop, forget };
}
