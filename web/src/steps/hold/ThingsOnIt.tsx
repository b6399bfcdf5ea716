/** Other things on the same support: what they weigh, which arm, and what moves with what. */
import { Button, UnstyledButton } from '@mantine/core';
import type { HoldDrawing, OtherLoad } from '../../api/types';
import { massWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import classes from './hold.module.css';

const LIMIT = 6;
const NEW: OtherLoad = { name: 'lamp', mass_g: null, arm: 'shared', along_mm: 0 };
const ARMS = [
  { value: 'shared', label: 'on the camera’s arm' },
  { value: 'own', label: 'on an arm of its own' },
];

export function ThingsOnIt({ hold }: { hold: HoldDrawing }) {
  const { plan } = useSheet();
  const loads = plan.supports[hold.index]?.loads ?? [];
  const { put, add, remove } = useEntries<OtherLoad>(`/supports/${hold.index}/loads`);
  const words = loads.length ? loads.map((one) => one.name).join(', ') : 'the camera alone';
  const barred = hold.model === 'bar' || hold.model === 'pole';
  return (
    <FieldGroup title="Everything that hangs on it" words={words}>
      <ul className={classes.things}>
        {hold.things.map((thing) => (
          <li key={`${thing.index}`}>
            <b>{thing.name}</b> {thing.mass_g === null ? 'not weighed' : massWords(thing.mass_g)} ·{' '}
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
          <UnstyledButton
            className={entries.remove}
            aria-label={`Take ${load.name} off`}
            onClick={() => remove(index)}
          >
            take off
          </UnstyledButton>
        </fieldset>
      ))}
      {loads.length < LIMIT ? (
        <Button variant="default" size="compact-md" onClick={() => add(NEW)}>
          Hang something else on it
        </Button>
      ) : null}
    </FieldGroup>
  );
}
