/** Breaks: stretches in which nothing need be recorded, where somebody can get up and miss nothing. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Plan } from '../../api/types';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';

type Break = Plan['session']['breaks'][number];
const LIMIT = 24;

export function Pauses() {
  const { plan } = useSheet();
  const { breaks } = plan.session;
  const { put, add, remove } = useEntries<Break>('/session/breaks');
  const last = breaks.at(-1);
  const next = last ? last.at_min + last.takes_min + 25 : 25;
  const words = breaks.length
    ? breaks.map((one) => one.name ?? 'break').join(', ')
    : 'none: whoever gets up misses something';
  return (
    <FieldGroup title="Breaks" words={words}>
      {breaks.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: breaks are told apart by their place
        <fieldset key={index} className={entries.entry} aria-label={`Break ${index + 1}`}>
          <PlainField
            label="Name of the break"
            kind="text"
            value={one.name}
            nullable
            onCommit={(value) => put(index, { name: value as string | null })}
          />
          <PlainField
            label="After"
            kind="plain"
            value={one.at_min}
            explain="minutes from the start"
            onCommit={(value) => put(index, { at_min: value as number })}
          />
          <PlainField
            label="It takes"
            kind="plain"
            value={one.takes_min}
            explain="minutes"
            onCommit={(value) => put(index, { takes_min: value as number })}
          />
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            take this break out
          </UnstyledButton>
        </fieldset>
      ))}
      {breaks.length < LIMIT ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => add({ name: null, at_min: next, takes_min: 5 })}
        >
          {breaks.length ? 'One more break' : 'There is a break'}
        </Button>
      ) : null}
    </FieldGroup>
  );
}
