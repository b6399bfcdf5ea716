/** Camera and lens from the cupboard, or of one's own; and what the cupboard says by now. */
import { UnstyledButton } from '@mantine/core';
import type { Body, Change, Lens } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import { useSheet } from '../../saving/context';
import classes from './lens.module.css';

const OWN = 'own';
const NONE = '';
const HERE = 'here';

interface Owned<Gear> {
  id: string;
  gear: Gear;
}

const same = (one: unknown, other: unknown): boolean =>
  JSON.stringify(one) === JSON.stringify(other);

/** Choices with what the plan has now, even where the cupboard has no such thing any more. */
function choices(
  owned: readonly Owned<Body | Lens>[],
  now: Body | Lens | null,
  id: string | null,
  word: string,
): { value: string; list: { value: string; label: string }[] } {
  const known = owned.find((one) => one.id === id) ?? owned.find((one) => same(one.gear, now));
  const list = owned.map((one) => ({ value: one.id, label: one.gear.name }));
  if (now && !known) list.unshift({ value: HERE, label: now.name });
  if (!now) list.unshift({ value: NONE, label: `choose a ${word}` });
  list.push({ value: OWN, label: 'type in my own' });
  return { value: now ? (known?.id ?? HERE) : NONE, list };
}

const put = (at: string, path: string, value: unknown): Change => ({
  op: 'replace',
  path: at + path,
  value: value as Change['value'],
});

/** The changes that put a body into the plan's camera. */
export function bodyChanges(at: string, body: Body, id: string | null): Change[] {
  const changes = [put(at, '/body', body), put(at, '/body_id', id), put(at, '/mode', null)];
  if (body.kind !== 'camera') {
    changes.push(put(at, '/lens', null), put(at, '/lens_id', null), put(at, '/focal_mm', null));
  }
  return changes;
}

/** The changes that put a lens onto the plan's camera; a zoom setting that it has is kept. */
export function lensChanges(
  at: string,
  lens: Lens,
  id: string | null,
  focal: number | null,
): Change[] {
  const fits = focal !== null && focal >= lens.focal_min_mm && focal <= lens.focal_max_mm;
  return [
    put(at, '/lens', lens),
    put(at, '/lens_id', id),
    put(at, '/focal_mm', fits ? focal : null),
  ];
}

export function BodyChoice({ onOwn }: { onOwn: () => void }) {
  const { cupboard, change, camera: inHand } = useSheet();
  const { at, part: camera } = inHand;
  const id = camera?.body_id ?? null;
  const { value, list } = choices(cupboard.bodies, camera?.body ?? null, id, 'camera');
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
      onChange={(chosenId) => {
        if (chosenId === OWN) onOwn();
        const chosen = cupboard.bodies.find((one) => one.id === chosenId);
        if (chosen) void change(bodyChanges(at, chosen.gear, chosen.id));
      }}
    />
  );
}

export function LensChoice({ onOwn }: { onOwn: () => void }) {
  const { cupboard, change, camera: inHand } = useSheet();
  const { at, part: camera } = inHand;
  const mount = camera?.body?.mount ?? null;
  const fitting = cupboard.lenses.filter(
    (one) => mount === null || one.gear.mount === null || one.gear.mount === mount,
  );
  const { value, list } = choices(fitting, camera?.lens ?? null, camera?.lens_id ?? null, 'lens');
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
      onChange={(chosenId) => {
        if (chosenId === OWN) onOwn();
        const chosen = cupboard.lenses.find((one) => one.id === chosenId);
        if (chosen) {
          void change(lensChanges(at, chosen.gear, chosen.id, camera?.focal_mm ?? null));
        }
      }}
    />
  );
}

/** The filter before the lens, from the cupboard, or none. */
export function FilterChoice() {
  const { cupboard, set, camera: inHand } = useSheet();
  const { at, part: camera } = inHand;
  const now = camera?.filter ?? null;
  if (!cupboard.filters.length && !now) return null;
  const known = cupboard.filters.find((one) => same(one.gear, now));
  return (
    <ChoiceField
      label="Filter"
      value={now ? (known?.id ?? HERE) : NONE}
      choices={[
        { value: NONE, label: 'none' },
        ...(now && !known ? [{ value: HERE, label: now.name }] : []),
        ...cupboard.filters.map((one) => ({ value: one.id, label: one.gear.name })),
      ]}
      explain={now?.lost_stops ? `takes ${now.lost_stops} stops` : 'before the lens'}
      onChange={(id) => {
        if (id === HERE) return;
        void set(`${at}/filter`, cupboard.filters.find((one) => one.id === id)?.gear ?? null);
      }}
    />
  );
}

/** Where the cupboard says something else by now than the plan's copy: an offer, never more. */
export function CupboardOffers() {
  const { cupboard, change, camera: inHand } = useSheet();
  const { at, part: camera } = inHand;
  const body = cupboard.bodies.find((one) => one.id === camera?.body_id);
  const lens = cupboard.lenses.find((one) => one.id === camera?.lens_id);
  const offers: { name: string; changes: Change[] }[] = [];
  if (body && camera?.body && !same(body.gear, camera.body)) {
    const changes = [put(at, '/body', body.gear)];
    if (!body.gear.modes.some((mode) => mode.name === camera.mode))
      changes.push(put(at, '/mode', null));
    offers.push({ name: body.gear.name, changes });
  }
  if (lens && camera?.lens && !same(lens.gear, camera.lens)) {
    offers.push({ name: lens.gear.name, changes: [put(at, '/lens', lens.gear)] });
  }
  return (
    <>
      {offers.map((offer) => (
        <p key={offer.name} className={classes.offer}>
          Your cupboard has other figures of “{offer.name}” by now; this plan keeps its copy.{' '}
          <UnstyledButton className={classes.take} onClick={() => void change(offer.changes)}>
            Take the cupboard’s figures
          </UnstyledButton>
        </p>
      ))}
    </>
  );
}
