/** Everybody else at the table: where they sit or stand, and how tall they are. */
import { Button, UnstyledButton } from '@mantine/core';
import type { SecondPerson } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import classes from '../../fields/Entries.module.css';
import { PlanField } from '../../fields/PlanField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';

const PLACES = [
  { value: 'opposite', label: 'opposite you' },
  { value: 'left', label: 'at the left end' },
  { value: 'right', label: 'at the right end' },
];
const POSTURES = [
  { value: '', label: 'as you' },
  { value: 'seated', label: 'seated' },
  { value: 'standing', label: 'standing' },
];
const NEW: SecondPerson = {
  place: 'opposite',
  along_mm: null,
  from_edge_mm: null,
  height_mm: null,
  posture: null,
};
const MOST = 4;

/** What is asked of one person, wherever it stands in the plan. */
function Person(props: {
  at: string;
  person: SecondPerson;
  put: (change: Partial<SecondPerson>) => void;
}) {
  const { at, person, put } = props;
  return (
    <>
      <ChoiceField
        label="Where"
        value={person.place}
        choices={PLACES}
        onChange={(place) => put({ place: place as SecondPerson['place'] })}
      />
      <ChoiceField
        label="Seated or standing"
        value={person.posture ?? ''}
        choices={POSTURES}
        onChange={(one) => put({ posture: one === '' ? null : (one as 'seated' | 'standing') })}
      />
      {['height_mm', 'along_mm', 'from_edge_mm'].map((name) => (
        <PlanField key={name} pointer={`${at}/${name}`} />
      ))}
    </>
  );
}

export function PeopleFields() {
  const { plan, set } = useSheet();
  const { second, others } = plan.maker;
  const { put, add, remove } = useEntries<SecondPerson>('/maker/others');
  return (
    <>
      {second ? (
        <fieldset className={classes.entry} aria-label="Second person">
          <Person
            at="/maker/second"
            person={second}
            put={(change) => void set('/maker/second', { ...second, ...change })}
          />
          <UnstyledButton
            className={classes.remove}
            aria-label="Take the second person away"
            onClick={() => void set('/maker/second', null)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ) : null}
      {others.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: people have no name of their own here
        <fieldset key={index} className={classes.entry} aria-label={`Person ${index + 3}`}>
          <Person
            at={`/maker/others/${index}`}
            person={one}
            put={(change) => void put(index, change)}
          />
          <UnstyledButton
            className={classes.remove}
            aria-label={`Take person ${index + 3} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {others.length < MOST ? (
        <Button
          variant="default"
          size="compact-md"
          onClick={() => (second ? add(NEW) : void set('/maker/second', NEW))}
        >
          Somebody else is at the table
        </Button>
      ) : null}
    </>
  );
}
