/** The dome of one lamp: a quick one at once, then all poses; kept while it is moved on it. */
import { useMemo, useState } from 'react';
import type { DomeReply, Plan } from '../../api/types';
import { useRefined } from '../../saving/asking';
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

export function useDome(camera: number, lamp: number, distance: number): DomeReply | null {
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
  const enabled = !dragging && lamp >= 0 && lamp < plan.lights.length;
  return useRefined('dome', key, enabled, (draft) => getDome(plan, camera, lamp, draft));
}
