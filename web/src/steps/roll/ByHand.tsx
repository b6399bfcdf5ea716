/** What is done by hand during the session: restarts, changes of battery and card. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Handling, RollDrawing } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { DEEDS, deedWords, shortName } from './model';

const LIMIT = 200;

export function ByHand({ drawing }: { drawing: RollDrawing }) {
  const { plan } = useSheet();
  const { handling } = plan.session;
  const { put, add, remove } = useEntries<Handling>('/session/handling');
  const devices = drawing.strings.map((one) => ({ value: one.key, label: shortName(one) }));
  const keyOf = (one: Handling): string =>
    drawing.strings.find((each) => each.knots.some((knot) => knot.index === handling.indexOf(one)))
      ?.key ?? `${one.kind}/${one.device}`;
  const device = (key: string): Pick<Handling, 'kind' | 'device'> => {
    const [kind = 'camera', id = ''] = key.split('/');
    return { kind: kind as Handling['kind'], device: id };
  };
  const first = devices[0];
  return (
    <FieldGroup
      title="Done by hand"
      words={handling.length ? `${handling.length} times` : 'nothing'}
    >
      {handling.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: they are told apart by their place
        <fieldset key={index} className={entries.entry} aria-label={`Done by hand ${index + 1}`}>
          <ChoiceField
            label="Device"
            value={keyOf(one)}
            choices={devices}
            onChange={(key) => void put(index, device(key))}
          />
          <ChoiceField
            label="What is done"
            value={DEEDS.find((each) => each.label === deedWords(one.does))?.value ?? 'restart'}
            choices={DEEDS}
            onChange={(value) =>
              void put(index, {
                does: DEEDS.find((each) => each.value === value)?.does ?? ['restart'],
              })
            }
          />
          <PlainField
            label="After"
            kind="plain"
            value={one.at_min}
            explain="minutes from the start"
            onCommit={(value) => put(index, { at_min: value as number })}
          />
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            leave it out
          </UnstyledButton>
        </fieldset>
      ))}
      {first && handling.length < LIMIT ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => add({ ...device(first.value), at_min: 25, does: ['restart'] })}
        >
          Do one more thing by hand
        </Button>
      ) : null}
    </FieldGroup>
  );
}
