/** Other things on the same support: what they weigh, which arm, and what moves with what. */
import { Button, UnstyledButton } from '@mantine/core';
import type { HoldDrawing, OtherLoad, PlacedSupport } from '../../api/types';
import { clockWords, HOURS } from '../../domain/clock';
import { massWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { namesById } from '../../sheet/cameras';
import { useUnits } from '../../ui/units';
import classes from './hold.module.css';

const LIMIT = 6;
const NEW: OtherLoad = {
  name: 'lamp',
  mass_g: null,
  arm: 'shared',
  along_mm: 0,
  toward_deg: null,
  joint_holds_n_m: null,
};
const ARMS = [
  { value: 'shared', label: 'on the camera’s arm' },
  { value: 'own', label: 'on an arm of its own' },
];

export function ThingsOnIt({ hold }: { hold: HoldDrawing }) {
  const { plan } = useSheet();
  const { system } = useUnits();
  const loads = plan.supports[hold.index]?.loads ?? [];
  const { put, add, remove } = useEntries<OtherLoad>(`/supports/${hold.index}/loads`);
  const words = loads.length ? loads.map((one) => one.name).join(', ') : 'the camera alone';
  const barred = hold.model === 'bar' || hold.model === 'pole';
  return (
    <FieldGroup title="Everything that hangs on it" words={words}>
      <ul className={classes.things}>
        {hold.things.map((thing) => (
          <li key={`${thing.index}`}>
            <b>{thing.name}</b>{' '}
            {thing.mass_g === null ? 'not weighed' : massWords(thing.mass_g, system)} ·{' '}
            <span>{thing.moves}</span>
          </li>
        ))}
      </ul>
      {loads.map((load, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: things have no other name of their own
        <fieldset key={index} className={entries.entry} aria-label={load.name}>
          <PlainField
            label="Name"
            kind="text"
            value={load.name}
            onCommit={(value) => put(index, { name: String(value) })}
          />
          <PlainField
            label="Mass"
            kind="mass"
            value={load.mass_g}
            explain="on a kitchen scale"
            nullable
            onCommit={(value) => put(index, { mass_g: value === null ? null : Number(value) })}
          />
          <ChoiceField
            label="Arm"
            value={load.arm}
            choices={ARMS}
            onChange={(arm) => void put(index, { arm: arm as OtherLoad['arm'] })}
          />
          <PlainField
            label="Along it"
            kind="length"
            value={load.along_mm}
            explain={barred ? 'from its middle' : 'from the column, toward the camera'}
            onCommit={(value) => put(index, { along_mm: Number(value) })}
          />
          {load.arm === 'own' ? (
            <>
              <ChoiceField
                label="Its arm points to"
                value={load.toward_deg === null ? '' : String(load.toward_deg)}
                choices={[
                  { value: '', label: 'the camera’s side' },
                  ...(load.toward_deg === null ||
                  HOURS.some((one) => Number(one.value) === load.toward_deg)
                    ? []
                    : [{ value: String(load.toward_deg), label: clockWords(load.toward_deg) }]),
                  ...HOURS,
                ]}
                explain="12 is away from you"
                onChange={(value) =>
                  void put(index, { toward_deg: value === '' ? null : Number(value) })
                }
              />
              <PlanField pointer={`/supports/${hold.index}/loads/${index}/joint_holds_n_m`} />
            </>
          ) : null}
          <UnstyledButton
            className={entries.remove}
            aria-label={`Take ${load.name} off`}
            onClick={() => remove(index)}
          >
            take off
          </UnstyledButton>
        </fieldset>
      ))}
      <CameraArms hold={hold} />
      {loads.length < LIMIT ? (
        <Button variant="default" size="compact-md" onClick={() => add(NEW)}>
          Hang something else on it
        </Button>
      ) : null}
    </FieldGroup>
  );
}

type CameraArm = PlacedSupport['arms'][number];

/** The other cameras on this support: on the same arm, or each on an arm of its own from the same column. */
function CameraArms({ hold }: { hold: HoldDrawing }) {
  const { plan, set } = useSheet();
  const placed = plan.supports[hold.index];
  const names = namesById(plan.cameras);
  const carried = plan.cameras.filter((one) => one.support === placed?.id);
  if (!placed || carried.length < 2 || hold.model !== 'column') return null;
  const at = `/supports/${hold.index}/arms`;
  return (
    <>
      {carried.slice(1).map((camera) => {
        const index = placed.arms.findIndex((one) => one.camera === camera.id);
        const fresh: CameraArm = {
          camera: camera.id,
          reach_mm: placed.gear.reach_mm ?? 500,
          mass_g: null,
          joint_holds_n_m: null,
        };
        return (
          <fieldset key={camera.id} className={entries.entry} aria-label={names.get(camera.id)}>
            <Tick
              label={`${names.get(camera.id) ?? camera.id} camera: on an arm of its own`}
              checked={index >= 0}
              onChange={(own) =>
                void set(
                  at,
                  own
                    ? [...placed.arms, fresh]
                    : placed.arms.filter((one) => one.camera !== camera.id),
                )
              }
            />
            {index >= 0
              ? ['reach_mm', 'mass_g', 'joint_holds_n_m'].map((name) => (
                  <PlanField key={name} pointer={`${at}/${index}/${name}`} />
                ))
              : null}
          </fieldset>
        );
      })}
    </>
  );
}
