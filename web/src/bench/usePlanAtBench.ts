/** The plan that a session goes by: as it was when the session began, with the newest beside it. */
import { useQuery } from '@tanstack/react-query';
import { sentencesOf } from '../api/client';
import { getCall, getPlanAt, getPlanNow, getRoll, type PlanNow } from './requests';

const KEPT_FOR_GOOD = { staleTime: Number.POSITIVE_INFINITY, gcTime: Number.POSITIVE_INFINITY };

export function usePlanAtBench(planId: string, revision: number | null) {
  const newest = useQuery({
    queryKey: ['bench-plan', planId],
    queryFn: () => getPlanNow(planId),
    refetchInterval: 20_000,
  });
  const wanted = revision ?? newest.data?.revision ?? null;
  const old = useQuery({
    queryKey: ['bench-plan', planId, wanted],
    queryFn: () => getPlanAt(planId, wanted ?? 1),
    enabled: wanted !== null && wanted !== newest.data?.revision,
    ...KEPT_FOR_GOOD,
  });
  const now: PlanNow | null =
    wanted !== null && wanted === newest.data?.revision ? newest.data : (old.data ?? null);
  const roll = useQuery({
    queryKey: ['bench-roll', planId, now?.revision],
    queryFn: () => (now ? getRoll(now.plan) : null),
    enabled: now !== null,
    ...KEPT_FOR_GOOD,
  });
  const call = useQuery({
    queryKey: ['bench-call', planId, now?.revision],
    queryFn: () => (now ? getCall(now.plan) : null),
    enabled: now !== null,
    ...KEPT_FOR_GOOD,
  });
  const error = newest.error ?? old.error ?? roll.error ?? call.error;
  return {
    now,
    newest: newest.data?.revision ?? null,
    roll: roll.data ?? null,
    call: call.data ?? null,
    trouble: now || !error ? [] : sentencesOf(error),
  };
}
