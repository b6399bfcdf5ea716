/** The evaluation of the plan shown. */
import { replaceEqualDeep } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { NOTHING_OWNED, type Owned } from '../api/owned';
import type { Evaluation, Plan } from '../api/types';
import { Evaluating } from './evaluating';
import { evaluatePlan } from './requests';

export interface Evaluated {
  evaluation: Evaluation | null;
  trouble: string | null;
  /** Whether a newer answer, or its mends, is on its way. */
  working: boolean;
}

interface Asked {
  plan: Plan;
  owned: Owned;
}

/**
 * Evaluates `plan` whenever it changes: the figures at once, then what would mend the troubles. While
 * `dragging`, mends are left out. What is the same in two answers stays the same object, so that only
 * what changed is drawn anew.
 */
export function useEvaluation(plan: Plan | null, owned: Owned, dragging: boolean): Evaluated {
  const [state, setState] = useState<Evaluated>({
    evaluation: null,
    trouble: null,
    working: true,
  });
  const evaluating = useRef<Evaluating<Asked, Evaluation> | null>(null);
  evaluating.current ??= new Evaluating(
    (asked, mends, signal) =>
      evaluatePlan(asked.plan, mends ? asked.owned : NOTHING_OWNED, mends, signal),
    ({ answer, ...rest }) =>
      setState((before) => ({ evaluation: replaceEqualDeep(before.evaluation, answer), ...rest })),
  );

  useEffect(() => () => evaluating.current?.stop(), []);
  useEffect(() => {
    if (plan) evaluating.current?.want({ asked: { plan, owned }, mends: !dragging });
  }, [plan, owned, dragging]);

  return state;
}
