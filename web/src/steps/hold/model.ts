/** The changes that put a support under a camera of the plan. Pure. */
import type { Change, PlacedSupport, Plan, Support } from '../../api/types';

const put = (path: string, value: unknown): Change => ({
  op: 'replace',
  path,
  value: value as Change['value'],
});

/** An id that no support of the plan has yet. */
export function freshId(plan: Plan): string {
  const used = new Set(plan.supports.map((one) => one.id));
  for (let number = 1; ; number++) {
    const id = `support-${number}`;
    if (!used.has(id)) return id;
  }
}

/** A support as it is first put into a plan: everything about its place is left to Steeple. */
export function placedSupport(
  id: string,
  gear: Support,
  gearId: string | null,
  owned: boolean,
): PlacedSupport {
  return {
    id,
    gear,
    gear_id: gearId,
    owned,
    foot: { x_mm: null, y_mm: null },
    shelf: null,
    runs: null,
    legs_toward_deg: null,
    counterweight_g: null,
    counterweight_at_mm: null,
    sandbag_g: null,
    sandbag_on: null,
    clamped_down: false,
    tether: null,
    arms: [],
    loads: [],
  };
}

/** The camera let go of its support; the support goes too unless it carries another camera. */
export function letGo(plan: Plan, index: number): Change[] {
  const camera = plan.cameras[index];
  if (!camera?.support) return [];
  const carriesMore = plan.cameras.some((one) => one !== camera && one.support === camera.support);
  const changes = [put(`/cameras/${index}/support`, null)];
  if (!carriesMore) {
    changes.push(
      put(
        '/supports',
        plan.supports.filter((one) => one.id !== camera.support),
      ),
    );
  }
  return changes;
}

/** The plan with a support that one only considers, beside what carries the camera. */
export function considered(plan: Plan, gear: Support): Change[] {
  const placed = placedSupport(freshId(plan), gear, null, false);
  return [put('/supports', [...plan.supports, placed])];
}

/** A considered support struck from the plan by its figures. */
export function notConsidered(plan: Plan, name: string): Change[] {
  const carried = new Set(plan.cameras.map((one) => one.support));
  return [
    put(
      '/supports',
      plan.supports.filter((one) => one.owned || carried.has(one.id) || one.gear.name !== name),
    ),
  ];
}
