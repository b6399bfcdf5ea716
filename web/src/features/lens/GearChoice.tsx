/** Camera and lens from the cupboard, or of one's own. */
import type { Body, Lens } from '../../api/types';
import { ChoiceField } from '../../ui/ChoiceField';
import { useSheet } from '../../ui/sheet';

const OWN = 'own';
const NONE = '';
const HERE = 'here';

/** Choices with what the plan has now, even where the cupboard has no such thing any more. */
function choices(
  owned: readonly { id: string; gear: Body | Lens }[],
  now: Body | Lens | null,
  word: string,
): { value: string; list: { value: string; label: string }[] } {
  const same = owned.find((one) => JSON.stringify(one.gear) === JSON.stringify(now));
  const list = owned.map((one) => ({ value: one.id, label: one.gear.name }));
  if (now && !same) list.unshift({ value: HERE, label: now.name });
  if (!now) list.unshift({ value: NONE, label: `choose a ${word}` });
  list.push({ value: OWN, label: 'type in my own' });
  return { value: same?.id ?? (now ? HERE : NONE), list };
}

export function BodyChoice({ onOwn }: { onOwn: () => void }) {
  const { plan, cupboard, change } = useSheet();
  const camera = plan.cameras[0];
  const { value, list } = choices(cupboard.bodies, camera?.body ?? null, 'camera');
  const take = (body: Body) =>
    change([
      { op: 'replace', path: '/cameras/0/body', value: body },
      { op: 'replace', path: '/cameras/0/mode', value: null },
      ...(body.kind === 'camera'
        ? []
        : [
            { op: 'replace' as const, path: '/cameras/0/lens', value: null },
            { op: 'replace' as const, path: '/cameras/0/focal_mm', value: null },
          ]),
    ]);
  return (
    <ChoiceField
      wide
      label="Camera"
      value={value}
      choices={list}
      explain={
        camera?.body?.view
          ? `sees ${camera.body.view.angle_deg}° ${camera.body.view.measured}`
          : cupboard.bodies.length
            ? 'from your cupboard'
            : 'your cupboard is empty'
      }
      onChange={(id) => {
        if (id === OWN) onOwn();
        const chosen = cupboard.bodies.find((one) => one.id === id);
        if (chosen) void take(chosen.gear);
      }}
    />
  );
}

export function LensChoice({ onOwn }: { onOwn: () => void }) {
  const { plan, cupboard, change } = useSheet();
  const camera = plan.cameras[0];
  const { value, list } = choices(cupboard.lenses, camera?.lens ?? null, 'lens');
  const take = (lens: Lens) => {
    const focal = camera?.focal_mm ?? null;
    const fits = focal !== null && focal >= lens.focal_min_mm && focal <= lens.focal_max_mm;
    return change([
      { op: 'replace', path: '/cameras/0/lens', value: lens },
      { op: 'replace', path: '/cameras/0/focal_mm', value: fits ? focal : null },
    ]);
  };
  return (
    <ChoiceField
      wide
      label="Lens"
      value={value}
      choices={list}
      explain={
        camera?.lens
          ? `${camera.lens.focal_min_mm} to ${camera.lens.focal_max_mm} mm`
          : cupboard.lenses.length
            ? 'from your cupboard'
            : 'your cupboard is empty'
      }
      onChange={(id) => {
        if (id === OWN) onOwn();
        const chosen = cupboard.lenses.find((one) => one.id === id);
        if (chosen) void take(chosen.gear);
      }}
    />
  );
}
