/** Things that stand in the zone: boxes, cylinders, balls, each with its size and place. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Item } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import classes from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';

const KINDS = [
  { value: 'box', label: 'box' },
  { value: 'cylinder', label: 'cylinder' },
  { value: 'sphere', label: 'ball' },
];
const LIMIT = 12;
const NEW: Item = {
  kind: 'box',
  name: 'thing',
  x_mm: 0,
  y_mm: 0,
  width_mm: 80,
  depth_mm: 60,
  height_mm: 40,
};

/** The thing in another form: what the new form needs is taken from what there is. */
function asKind(item: Item, kind: Item['kind']): Item {
  return {
    ...item,
    kind,
    depth_mm: kind === 'box' ? (item.depth_mm ?? item.width_mm) : null,
    height_mm: kind === 'sphere' ? null : (item.height_mm ?? item.width_mm),
  };
}

export function ThingsGroup() {
  const { items } = useSheet().plan.work;
  const { put, add, remove } = useEntries<Item>('/work/items');
  const words = items.length ? items.map((item) => item.name).join(', ') : 'none';
  return (
    <FieldGroup title="Things in the zone" words={words}>
      {items.map((item, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: things have no other name of their own
        <fieldset key={index} className={classes.entry} aria-label={item.name}>
          <PlainField
            label="Name"
            kind="text"
            value={item.name}
            onCommit={(value) => put(index, { name: String(value) })}
          />
          <ChoiceField
            label="Form"
            value={item.kind}
            choices={KINDS}
            onChange={(kind) => void put(index, asKind(item, kind as Item['kind']))}
          />
          <PlainField
            label={item.kind === 'box' ? 'Width' : 'Diameter'}
            kind="length"
            value={item.width_mm}
            onCommit={(value) => put(index, { width_mm: Number(value) })}
          />
          {item.kind === 'box' ? (
            <PlainField
              label="Depth"
              kind="length"
              value={item.depth_mm}
              onCommit={(value) => put(index, { depth_mm: Number(value) })}
            />
          ) : null}
          {item.kind === 'sphere' ? null : (
            <PlainField
              label="Height"
              kind="length"
              value={item.height_mm}
              onCommit={(value) => put(index, { height_mm: Number(value) })}
            />
          )}
          <PlainField
            label="To the right"
            kind="length"
            value={item.x_mm}
            explain="of the zone’s middle"
            onCommit={(value) => put(index, { x_mm: Number(value) })}
          />
          <PlainField
            label="Away from you"
            kind="length"
            value={item.y_mm}
            explain="of the zone’s middle"
            onCommit={(value) => put(index, { y_mm: Number(value) })}
          />
          <UnstyledButton
            className={classes.remove}
            aria-label={`Take ${item.name} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {items.length < LIMIT ? (
        <Button
          variant="default"
          size="compact-md"
          onClick={() => add({ ...NEW, name: `thing ${items.length + 1}` })}
        >
          Put something in
        </Button>
      ) : null}
    </FieldGroup>
  );
}
