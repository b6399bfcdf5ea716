/** The dome of one lamp: a quick one at once, then all poses; kept while it is moved on it. */
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { DomeReply, Plan } from '../../api/types';
import { useSheet } from '../../saving/context';
import { getDome } from './requests';

/** Everything that the dome depends on; where the lamp itself is now is not among it. */
function keyOf(plan: Plan, camera: number, lamp: number, distance: number): unknown {
  const fixture = plan.lights[lamp]?.fixture;
  return [
    camera,
    plan.work,
    plan.table,
    plan.room,
    plan.maker,
    plan.cameras,
    plan.supports,
    plan.cards,
    plan.lights.filter((_, index) => index !== lamp),
    plan.lights[lamp]?.level_percent,
    fixture,
    Math.round(distance),
  ];
}

export function useDome(
  camera: number,
  lamp: number,
  distance: number,
): { reply: DomeReply | null } {
  const { plan: shown, dragging } = useSheet();
  const [settled, settle] = useState({ plan: shown, distance });
  if (!dragging && (settled.plan !== shown || settled.distance !== distance)) {
    settle({ plan: shown, distance });
  }
  const { plan } = settled;
  const key = useMemo(
    () => JSON.stringify(keyOf(settled.plan, camera, lamp, settled.distance)),
    [settled, camera, lamp],
  );
  const options = {
    enabled: !dragging && lamp >= 0 && lamp < plan.lights.length,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  };
  const draft = useQuery({
    queryKey: ['dome', 'draft', key],
    queryFn: () => getDome(plan, camera, lamp, true),
    ...options,
  });
  const fine = useQuery({
    queryKey: ['dome', 'fine', key],
    queryFn: () => getDome(plan, camera, lamp, false),
    ...options,
    enabled: options.enabled && draft.isSuccess,
  });
  return { reply: fine.data ?? draft.data ?? null };
}
