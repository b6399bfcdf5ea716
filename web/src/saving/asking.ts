/** Answers that a sheet asks for beside the evaluation: kept, and not asked for while something is dragged. */
import { type UseQueryResult, useQuery } from '@tanstack/react-query';
import type { Owned } from '../api/owned';
import type { Plan } from '../api/types';
import { useSheet } from './context';

const KEPT = { staleTime: Number.POSITIVE_INFINITY };

/** A comparison behind a door: asked for while it is open, and again once the plan has changed. */
export function useCompared<T>(
  name: string,
  open: boolean,
  ask: (plan: Plan, camera: number, owned: Owned) => Promise<T>,
): UseQueryResult<T> {
  const { plan, owned, dragging, camera } = useSheet();
  const asked = open && !dragging;
  return useQuery({
    queryKey: [name, asked ? [plan, camera.index, owned] : null],
    queryFn: () => ask(plan, camera.index, owned),
    enabled: asked,
    gcTime: 30_000,
    placeholderData: (before) => before,
    ...KEPT,
  });
}

/** A quick answer at once, then the whole one; `key` is everything that it depends on. */
export function useRefined<T>(
  name: string,
  key: string,
  enabled: boolean,
  ask: (draft: boolean) => Promise<T>,
): T | null {
  const draft = useQuery({
    queryKey: [name, 'draft', key],
    queryFn: () => ask(true),
    enabled,
    gcTime: 60_000,
    ...KEPT,
  });
  const whole = useQuery({
    queryKey: [name, 'whole', key],
    queryFn: () => ask(false),
    enabled: enabled && draft.isSuccess,
    gcTime: 60_000,
    ...KEPT,
  });
  return whole.data ?? draft.data ?? null;
}
