/** The evaluation of the plan shown: one request in flight, the newest plan next. */
import { useEffect, useRef, useState } from 'react';
import { sentencesOf } from './client';
import { evaluatePlan, NOTHING_OWNED, type Owned } from './requests';
import type { Evaluation, Plan } from './types';

export interface Evaluated {
  evaluation: Evaluation | null;
  trouble: string | null;
  /** Whether a newer answer is on its way. */
  working: boolean;
}

interface Job {
  plan: Plan;
  owned: Owned;
  tryMends: boolean;
}

const RETRY_MS = 1500;

/**
 * Evaluates `plan` whenever it changes. While `dragging`, mends are left out so that the figures
 * follow at once; after it they are worked out.
 */
export function useEvaluation(plan: Plan | null, owned: Owned, dragging: boolean): Evaluated {
  const [state, setState] = useState<Evaluated>({
    evaluation: null,
    trouble: null,
    working: true,
  });
  const wanted = useRef<Job | null>(null);
  const running = useRef(false);
  const gone = useRef(false);

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
    };
  }, []);

  useEffect(() => {
    if (!plan) return;
    wanted.current = { plan, owned, tryMends: !dragging };
    if (running.current) return;
    const run = async (): Promise<void> => {
      running.current = true;
      setState((now) => (now.working ? now : { ...now, working: true }));
      while (wanted.current && !gone.current) {
        const job = wanted.current;
        wanted.current = null;
        try {
          const evaluation = await evaluatePlan(
            job.plan,
            job.tryMends ? job.owned : NOTHING_OWNED,
            job.tryMends,
            new AbortController().signal,
          );
          if (gone.current) break;
          setState({ evaluation, trouble: null, working: wanted.current !== null });
        } catch (error) {
          if (gone.current) break;
          const trouble = sentencesOf(error)[0] ?? null;
          setState((now) => ({ ...now, trouble, working: false }));
          if (!wanted.current && error instanceof Error && error.name === 'Error') {
            await new Promise((done) => setTimeout(done, RETRY_MS));
            wanted.current ??= job;
          }
        }
      }
      running.current = false;
    };
    void run();
  }, [plan, owned, dragging]);

  return state;
}
