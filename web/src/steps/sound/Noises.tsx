/** What sounds besides: what it is, how loud, where it stands, and whether it is switched off meanwhile. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Plan, SoundDrawing } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { dbWords, fresh } from './model';

type Noise = Plan['sound']['noises'][number];

const KINDS: readonly Noise['kind'][] = [
  'machine',
  'hob',
  'fan',
  'fridge',
  'street',
  'heater',
  'computer',
  'people',
];
const LIMIT = 16;

export function Noises({ drawing }: { drawing: SoundDrawing }) {
  const { plan } = useSheet();
  const { put, add, remove } = useEntries<Noise>('/sound/noises');
  const { noises } = plan.sound;
  const words = drawing.noises.length
    ? drawing.noises.map((one) => `${one.name} ${dbWords(one.level_db)}`).join(', ')
    : 'none but the quiet room';
  return (
    <FieldGroup title="Noises" words={words}>
      {noises.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: noises are told apart by their place
        <fieldset key={index} className={entries.entry} aria-label={one.name}>
          <PlainField
            label="What sounds"
            kind="text"
            value={one.name}
            onCommit={(value) => put(index, { name: value as string })}
          />
          <ChoiceField
            label="Kind of noise"
            value={one.kind}
            choices={KINDS.map((kind) => ({ value: kind, label: kind }))}
            onChange={(value) => void put(index, { kind: value as Noise['kind'] })}
          />
          <PlanField pointer={`/sound/noises/${index}/level_db`} />
          {one.kind === 'street' || one.kind === 'people' ? null : (
            <>
              <PlanField pointer={`/sound/noises/${index}/x_mm`} />
              <PlanField pointer={`/sound/noises/${index}/y_mm`} />
            </>
          )}
          <Tick
            label="switched off meanwhile"
            name={`${one.name} is switched off meanwhile`}
            checked={one.off}
            onChange={(off) => void put(index, { off })}
          />
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            take it out
          </UnstyledButton>
        </fieldset>
      ))}
      {noises.length < LIMIT ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() =>
            add({
              name: fresh(
                noises.map((one) => one.name),
                'fan',
              ),
              kind: 'fan',
              level_db: null,
              x_mm: null,
              y_mm: null,
              z_mm: null,
              off: false,
            })
          }
        >
          Something sounds here
        </Button>
      ) : null}
    </FieldGroup>
  );
}
