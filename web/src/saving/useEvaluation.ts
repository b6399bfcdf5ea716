/** The evaluation of the plan shown. */
import { replaceEqualDeep } from '@tanstack/react-query';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import type { Owned } from '../api/owned';
import type { Evaluation, Plan, StepId } from '../api/types';
import { type Answered, type Ask, Evaluating } from './evaluating';
import { mergedGlance } from './glance';
import { withMoreMends } from './moreMends';
import { evaluateFigures, evaluateMends, glanceAt } from './requests';

interface Asked {
  plan: Plan;
  owned: Owned;
  step: StepId;
  camera: number;
}

export interface Wanted extends Omit<Asked, 'plan'> {
  plan: Plan | null;
  dragging: boolean;
  /** Whether the plan is being saved: its figures come with the answer to that. */
  onItsWay: boolean;
  /** A saved plan with the figures that came with it. */
  known: { plan: Plan; evaluation: Evaluation | null } | null;
}

export type Evaluated = Answered<Asked, Evaluation>;

async function answerTo(question: Ask<Asked, Evaluation>): Promise<Evaluation> {
  const { plan, owned, step, camera } = question.asked;
  if (question.how === 'glance') {
    return mergedGlance(question.before, await glanceAt(plan, step, camera));
  }
  if (question.how === 'figures') return evaluateFigures(plan, question.signal);
  const { before, signal } = question;
  const found = await evaluateMends(plan, owned, { step, left: before?.mends_left }, signal);
  return before ? withMoreMends(before, found) : found;
}

/**
 * Evaluates `plan` whenever it changes: the figures at once, then what would mend the troubles. While
 * something is dragged only the step on screen is answered, for the camera in hand; the others follow
 * when the hand rests. What is the same in two answers stays the same object, so that only what changed
 * is drawn anew.
 */
export function useEvaluation(wanted: Wanted): Evaluated {
  const { plan, owned, dragging, onItsWay, known } = wanted;
  const [state, setState] = useState<Evaluated>({
    answer: null,
    asked: null,
    trouble: null,
    working: true,
  });
  const evaluating = useRef<Evaluating<Asked, Evaluation> | null>(null);
  evaluating.current ??= new Evaluating<Asked, Evaluation>(
    answerTo,
    ({ answer, ...rest }) =>
      setState((before) => ({ answer: replaceEqualDeep(before.answer, answer), ...rest })),
    (answer) => answer.mends_left.length,
  );
  /** Which sheet is on screen matters only for the next answer; changing it asks for nothing. */
  const screen = useRef({ step: wanted.step, camera: wanted.camera });
  screen.current = { step: wanted.step, camera: wanted.camera };

  const knownPlan = known?.plan ?? null;
  const knownFigures = known?.evaluation ?? null;
  useEffect(() => () => evaluating.current?.stop(), []);
  // Before the page is painted: what is asked for then is on its way while it is.
  useLayoutEffect(() => {
    if (!plan || (onItsWay && !dragging)) return;
    evaluating.current?.want({
      asked: { plan, owned, ...screen.current },
      glance: dragging,
      figures: !dragging && plan === knownPlan ? knownFigures : null,
    });
  }, [plan, owned, dragging, onItsWay, knownPlan, knownFigures]);

  return state;
}
