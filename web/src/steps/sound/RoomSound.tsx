/** The room as it sounds: what bounds it, what is soft in it, and what would take up its echo. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Plan, SoundDrawing } from '../../api/types';
import { areaWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { TakeOne } from '../../fields/TakeOne';
import { useEntries } from '../../fields/useEntries';
import { assumptionOf, useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import { bandWords } from './drawing/FallingInk';
import { echoSays, fresh } from './model';
import classes from './sound.module.css';

type Soft = Plan['sound']['soft'][number];
type Treatment = SoundDrawing['treatments'][number];

const SURFACES = [
  'plaster',
  'masonry',
  'plasterboard',
  'concrete',
  'tiles',
  'glass',
  'wood panels',
  'floorboards',
  'parquet',
  'carpet',
  'thick carpet',
  'acoustic tiles',
];
const FURNISHED = [
  { value: 'bare', label: 'bare' },
  { value: 'some', label: 'table and shelves' },
  { value: 'full', label: 'lived in' },
];
const SOFT: readonly Soft['kind'][] = [
  'duvet',
  'blanket',
  'curtain',
  'rug',
  'foam',
  'full bookshelf',
  'sofa',
  'bed',
  'soft chair',
  'person',
];
const BY_PIECE: readonly string[] = ['sofa', 'bed', 'soft chair', 'person'];
const MOST = 24;

export function RoomSound({ drawing }: { drawing: SoundDrawing }) {
  const { plan, evaluation, cupboard, set } = useSheet();
  const { put, add, remove } = useEntries<Soft>('/sound/soft');
  const usual = (field: string) => assumptionOf(evaluation, `/room/surfaces/${field}`)?.text ?? '';
  const surface = (field: 'floor' | 'walls' | 'ceiling', label: string) => (
    <ChoiceField
      label={label}
      value={plan.room.surfaces[field] ?? ''}
      choices={[
        { value: '', label: usual(field) ? `${usual(field)} (usual)` : 'not said' },
        ...SURFACES.map((one) => ({ value: one, label: one })),
      ]}
      onChange={(value) => void set(`/room/surfaces/${field}`, value || null)}
    />
  );
  return (
    <>
      <FieldGroup title="The room" words={echoSays(drawing)} open={drawing.mid_s === null}>
        {surface('floor', 'Floor')}
        {surface('walls', 'Walls')}
        {surface('ceiling', 'Ceiling')}
        <ChoiceField
          label="Furniture"
          wide
          value={plan.room.surfaces.furnished ?? ''}
          choices={[{ value: '', label: 'table and shelves (usual)' }, ...FURNISHED]}
          onChange={(value) => void set('/room/surfaces/furnished', value || null)}
        />
        {drawing.bands.length ? (
          <p className={`${classes.caption} ${classes.wide}`}>
            {drawing.bands
              .map((one) => `${bandWords(one.mid_hz)} ${one.rt60_s.toFixed(2)} s`)
              .join(' · ')}
          </p>
        ) : (
          <p className={`${classes.caption} ${classes.wide}`}>
            Give its width, depth and height above, or read a clap below.
          </p>
        )}
        {plan.sound.soft.map((one, index) => (
          <fieldset
            // biome-ignore lint/suspicious/noArrayIndexKey: soft things are told apart by their place
            key={index}
            className={entries.entry}
            aria-label={one.name ?? one.kind}
          >
            <ChoiceField
              label="Soft thing"
              value={one.kind}
              choices={SOFT.map((kind) => ({ value: kind, label: kind }))}
              onChange={(value) => void put(index, { kind: value as Soft['kind'] })}
            />
            <PlainField
              label="Its name"
              kind="text"
              value={one.name}
              nullable
              onCommit={(value) => put(index, { name: value as string | null })}
            />
            {BY_PIECE.includes(one.kind) ? null : (
              <PlainField
                label="Area of one"
                kind="plain"
                value={one.area_m2}
                nullable
                explain="square metres; empty: 2"
                onCommit={(value) => put(index, { area_m2: value as number | null })}
              />
            )}
            <PlainField
              label="How many"
              kind="plain"
              value={one.count}
              nullable
              explain="empty: one"
              onCommit={(value) => put(index, { count: value as number | null })}
            />
            <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
              take it out
            </UnstyledButton>
          </fieldset>
        ))}
        {plan.sound.soft.length < MOST ? (
          <>
            <Button
              variant="default"
              size="compact-sm"
              onClick={() =>
                add({ kind: 'curtain', name: null, area_m2: null, count: null, hung: false })
              }
            >
              Something soft is in the room
            </Button>
            <TakeOne
              says="From your cupboard:"
              things={cupboard.absorbers}
              onTake={({ gear }) =>
                add({
                  kind: gear.form,
                  name: fresh(
                    plan.sound.soft.flatMap((one) => one.name ?? []),
                    gear.name,
                  ),
                  area_m2: Math.round((gear.width_mm * gear.height_mm) / 1e4) / 100,
                  count: gear.owned,
                  hung: true,
                })
              }
            />
          </>
        ) : null}
      </FieldGroup>
      {drawing.treatments.length && (drawing.mid_s ?? 0) > drawing.wanted_high_s ? (
        <FieldGroup title="Against the echo" words={againstWords(drawing)}>
          {drawing.treatments.map((one) => (
            <Against key={one.kind} one={one} onTake={() => add(softOf(one))} />
          ))}
        </FieldGroup>
      ) : null}
    </>
  );
}

function againstWords(drawing: SoundDrawing): string {
  const best = drawing.treatments.find((one) => one.does);
  return best
    ? `the least that does it: ${best.pieces} × ${best.title.toLowerCase()}`
    : 'nothing one puts up for a day is enough here: come closer instead';
}

const softOf = (one: Treatment): Soft => ({
  kind: one.kind as Soft['kind'],
  name: one.title,
  area_m2: one.area_m2,
  count: null,
  hung: true,
});

function Against({ one, onTake }: { one: Treatment; onTake: () => void }) {
  const { system } = useUnits();
  return (
    <div className={classes.way} data-good={one.does} style={{ flex: '1 1 100%' }}>
      <div>
        {one.title}, {areaWords(one.area_m2, system)}
        <small>{one.where}</small>
      </div>
      <div>
        <Sentence pieces={one.says} />
      </div>
      <Button
        variant="default"
        size="compact-sm"
        aria-label={`Bring it in: ${one.title}`}
        onClick={onTake}
      >
        Bring it in
      </Button>
    </div>
  );
}
