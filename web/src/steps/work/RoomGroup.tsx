/** The room: ceiling, slope of the roof, walls, and what hangs or stands in it. */
import { Button, UnstyledButton } from '@mantine/core';
import type { KeepClear, Obstacle } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import classes from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';

const SLOPE = '/room/slope';
const LIMIT = 12;
const NEW: Obstacle = {
  name: 'wall cupboard',
  from_left_edge_mm: 0,
  from_front_edge_mm: 400,
  width_mm: 600,
  depth_mm: 300,
  bottom_mm: 1400,
  top_mm: 2000,
  stays: false,
};
const EDGES = {
  'left-right': ['Above the left edge', 'Above the right edge'],
  'near-far': ['Above your edge', 'Above the far edge'],
} as const;

export function RoomGroup() {
  const { plan } = useSheet();
  const { system } = useUnits();
  const { room } = plan;
  const said = [
    room.ceiling_mm === null ? null : `ceiling ${lengthWords(room.ceiling_mm, system)}`,
    room.slope ? 'a slope' : null,
    ...room.obstacles.map((one) => one.name),
  ].filter((one) => one !== null);
  return (
    <FieldGroup title="Room" words={said.length ? said.join(', ') : 'not measured'}>
      <PlanField pointer="/room/name" />
      <PlanField pointer="/room/ceiling_mm" />
      <SlopeFields />
      <PlanField pointer="/room/width_mm" />
      <PlanField pointer="/room/depth_mm" />
      <PlanField pointer="/room/table_from_left_wall_mm" />
      <PlanField pointer="/room/table_from_far_wall_mm" />
      <Obstacles />
      <ClearFloor />
    </FieldGroup>
  );
}

function SlopeFields() {
  const { plan, set } = useSheet();
  const { slope, ceiling_mm: ceiling } = plan.room;
  const [first, second] = EDGES[slope?.across ?? 'near-far'];
  return (
    <>
      <ChoiceField
        label="Sloping ceiling"
        value={slope?.across ?? ''}
        choices={[
          { value: '', label: 'none' },
          { value: 'near-far', label: 'from you to the far side' },
          { value: 'left-right', label: 'from left to right' },
        ]}
        explain="measured above two edges"
        onChange={(across) =>
          void set(
            SLOPE,
            across === ''
              ? null
              : {
                  across,
                  first_mm: slope?.first_mm ?? ceiling ?? 2400,
                  second_mm: slope?.second_mm ?? ceiling ?? 2400,
                },
          )
        }
      />
      {slope ? (
        <>
          <PlainField
            label={first}
            kind="length"
            value={slope.first_mm}
            explain="from the floor"
            onCommit={(value) => set(`${SLOPE}/first_mm`, value)}
          />
          <PlainField
            label={second}
            kind="length"
            value={slope.second_mm}
            explain="from the floor"
            onCommit={(value) => set(`${SLOPE}/second_mm`, value)}
          />
        </>
      ) : null}
    </>
  );
}

const CLEAR_KINDS = [
  { value: 'door', label: 'a door’s swing' },
  { value: 'drawer', label: 'a drawer' },
  { value: 'walkway', label: 'a walkway' },
  { value: 'stool', label: 'a stool' },
  { value: 'audience', label: 'an audience' },
];
const NEW_CLEAR: KeepClear = {
  kind: 'door',
  name: 'door',
  from_left_edge_mm: -1200,
  from_front_edge_mm: -1200,
  width_mm: 900,
  depth_mm: 900,
  eye_mm: null,
};
type ClearRow = [
  'from_left_edge_mm' | 'from_front_edge_mm' | 'width_mm' | 'depth_mm',
  string,
  string,
];
const CLEAR_ROWS: readonly ClearRow[] = [
  ['from_left_edge_mm', 'From the left', 'table edge to it'],
  ['from_front_edge_mm', 'From your edge', 'to its near side'],
  ['width_mm', 'Width', ''],
  ['depth_mm', 'Depth', ''],
];

/** Floor that must stay free: doors, drawers, walkways, stools. Stands are judged against it. */
function ClearFloor() {
  const { keep_clear: areas } = useSheet().plan.room;
  const { put, add, remove } = useEntries<KeepClear>('/room/keep_clear');
  return (
    <>
      {areas.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: areas have no other name of their own
        <fieldset key={index} className={classes.entry} aria-label={`Floor for ${one.name}`}>
          <ChoiceField
            label="Keep clear for"
            value={one.kind}
            choices={CLEAR_KINDS}
            onChange={(kind) => void put(index, { kind: kind as KeepClear['kind'] })}
          />
          <PlainField
            label="Name"
            kind="text"
            value={one.name}
            onCommit={(value) => put(index, { name: String(value) })}
          />
          {CLEAR_ROWS.map(([name, label, explain]) => (
            <PlainField
              key={name}
              label={label}
              kind="length"
              value={one[name]}
              explain={explain}
              onCommit={(value) => put(index, { [name]: value })}
            />
          ))}
          {one.kind === 'audience' ? (
            <PlainField
              label="Their eyes"
              kind="length"
              value={one.eye_mm}
              explain="from the floor; empty: seated"
              nullable
              onCommit={(value) => put(index, { eye_mm: value === null ? null : Number(value) })}
            />
          ) : null}
          <UnstyledButton
            className={classes.remove}
            aria-label={`Take the floor for ${one.name} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {areas.length < LIMIT ? (
        <Button variant="default" size="compact-md" onClick={() => add(NEW_CLEAR)}>
          Keep floor clear for a door or walkway
        </Button>
      ) : null}
    </>
  );
}

type Row = [Exclude<keyof Obstacle, 'stays'>, string, string];
const ROWS: readonly Row[] = [
  ['from_left_edge_mm', 'From the left', 'table edge to it'],
  ['from_front_edge_mm', 'From your edge', 'to its near side'],
  ['width_mm', 'Width', ''],
  ['depth_mm', 'Depth', ''],
  ['bottom_mm', 'Its bottom', 'from the floor'],
  ['top_mm', 'Its top', 'empty: to the ceiling'],
];

function Obstacles() {
  const { obstacles } = useSheet().plan.room;
  const { put, add, remove } = useEntries<Obstacle>('/room/obstacles');
  return (
    <>
      {obstacles.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: obstacles have no other name of their own
        <fieldset key={index} className={classes.entry} aria-label={one.name}>
          <PlainField
            label="Name"
            kind="text"
            value={one.name}
            onCommit={(value) => put(index, { name: String(value) })}
          />
          {ROWS.map(([name, label, explain]) => (
            <PlainField
              key={name}
              label={label}
              kind="length"
              value={one[name] ?? null}
              explain={explain}
              nullable={name === 'top_mm'}
              onCommit={(value) => put(index, { [name]: value })}
            />
          ))}
          <Tick
            label="cannot be moved"
            name={`${one.name} cannot be moved`}
            checked={one.stays}
            onChange={(stays) => void put(index, { stays })}
          />
          <UnstyledButton
            className={classes.remove}
            aria-label={`Take ${one.name} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {obstacles.length < LIMIT ? (
        <Button variant="default" size="compact-md" onClick={() => add(NEW)}>
          Add a cupboard, beam or lamp
        </Button>
      ) : null}
    </>
  );
}
