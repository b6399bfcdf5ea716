/** What every part of a sheet works with: the plan, its evaluation, and ways to change it. */
import { createContext, useContext } from 'react';
import type { Owned } from '../api/requests';
import type {
  Assumption,
  Change,
  Cupboard,
  Evaluation,
  Figure,
  Plan,
  Problem,
  Working,
} from '../api/types';

export interface SheetTools {
  plan: Plan;
  evaluation: Evaluation;
  cupboard: Cupboard;
  /** What mends and comparisons may take. */
  owned: Owned;
  /** Whether something is being dragged, so that only the quick answers are wanted. */
  dragging: boolean;
  /** Shows a plan while something is dragged; nothing is saved. */
  drag: (plan: Plan) => void;
  /** Makes a change and saves it; gives the problems where it was refused. */
  commit: (update: (plan: Plan) => Plan) => Promise<readonly Problem[]>;
  /** The same, shown only once it was accepted: for what is typed. */
  edit: (update: (plan: Plan) => Plan) => Promise<readonly Problem[]>;
  set: (pointer: string, value: unknown) => Promise<readonly Problem[]>;
  change: (changes: readonly Change[]) => Promise<readonly Problem[]>;
}

export const SheetContext = createContext<SheetTools | null>(null);

export function useSheet(): SheetTools {
  const tools = useContext(SheetContext);
  if (!tools) throw new Error('A sheet part stands outside its sheet.');
  return tools;
}

/** The figure of a key with its working, of whichever camera has it first. */
export function figureOf(
  evaluation: Evaluation,
  key: string | null,
): { figure: Figure | undefined; working: Working | undefined } {
  for (const camera of evaluation.cameras) {
    const figure = camera.figures.find((one) => one.key === key);
    if (figure) {
      return { figure, working: camera.working.find((one) => one.figure === key) };
    }
  }
  return { figure: undefined, working: undefined };
}

export function assumptionOf(evaluation: Evaluation, pointer: string): Assumption | undefined {
  return evaluation.assumed.find((one) => one.field === pointer);
}
