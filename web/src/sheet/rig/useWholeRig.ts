/** The whole rig being worked out of the cupboard; what was found for a plan is kept while sheets are walked through. */
import { useQueryClient } from '@tanstack/react-query';
import type { Ask, RigOutcome, RigProgress } from '../../api/types';
import { useSheet } from '../../saving/context';
import { type LongWork, useLongWork } from '../../ui/useLongWork';
import { workOutRig } from './requests';

const FIRST: RigProgress = { done: 0, of: 1, now: 'looking through the cupboard', best: null };
const NO_VIEWS: readonly Ask[] = [];

export interface WholeRigWork extends LongWork<RigProgress, RigOutcome> {
  /** What was found before for the same plan and cupboard. */
  known: RigOutcome | null;
}

export function useWholeRig(views: readonly Ask[] = NO_VIEWS): WholeRigWork {
  const { plan, owned } = useSheet();
  const queries = useQueryClient();
  const key = ['whole-rig', plan, owned, views];
  const work = useLongWork<RigProgress, RigOutcome>(async (tell, signal) => {
    const found = await workOutRig(plan, views, owned, tell, signal);
    if (found) queries.setQueryData(key, found);
    return found;
  }, FIRST);
  return { ...work, known: queries.getQueryData<RigOutcome>(key) ?? null };
}
