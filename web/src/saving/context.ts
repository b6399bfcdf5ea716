/** What every part of a sheet works with: the plan, its evaluation, and ways to change it. */
import { createContext, useContext } from 'react';
import type { Owned } from '../api/owned';
import type {
  Assumption,
  Camera,
  CameraResult,
  Change,
  Cupboard,
  Evaluation,
  Figure,
  Plan,
  PlanField,
  Problem,
  Working,
} from '../api/types';

/** The camera in hand: the one that the address names, or the first. */
export interface CameraInHand {
  index: number;
  /** Empty for a plan without cameras. */
  id: string;
  /** JSON pointer of the camera. */
  at: string;
  part: Camera | null;
  /** What was worked out for it. */
  result: CameraResult | null;
}

export interface SheetTools {
  plan: Plan;
  /** The plan that the evaluation is of: a step behind while something is dragged. */
  answered: Plan;
  camera: CameraInHand;
  chooseCamera: (id: string) => void;
  evaluation: Evaluation;
  /** What each field is called, and how it is typed. */
  fields: ReadonlyMap<string, PlanField>;
  cupboard: Cupboard;
  /** False while the cupboard is still being fetched: what is worked out of it waits. */
  cupboardKnown: boolean;
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

/** The figure of a key with its working, of one camera or of the plan as a whole. */
export function figureOf(
  { evaluation, camera }: Pick<SheetTools, 'evaluation' | 'camera'>,
  key: string | null,
): { figure: Figure | undefined; working: Working | undefined } {
  const all = [camera.result, evaluation];
  return {
    figure: all.flatMap((one) => one?.figures ?? []).find((one) => one.key === key),
    working: all.flatMap((one) => one?.working ?? []).find((one) => one.figure === key),
  };
}

/** The camera of that id, or the first where the plan has none of it. */
export function cameraInHand(
  plan: Plan,
  evaluation: Evaluation,
  wanted: string | null,
): CameraInHand {
  const found = plan.cameras.findIndex((one) => one.id === wanted);
  const index = Math.max(0, found);
  const part = plan.cameras[index] ?? null;
  const id = part?.id ?? '';
  return {
    index,
    id,
    at: `/cameras/${index}`,
    part,
    result: evaluation.cameras.find((one) => one.id === id) ?? null,
  };
}

export function assumptionOf(evaluation: Evaluation, pointer: string): Assumption | undefined {
  return evaluation.assumed.find((one) => one.field === pointer);
}
