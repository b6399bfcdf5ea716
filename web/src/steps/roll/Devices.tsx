/** What each device records on and runs on, and what would stop it. */
import { UnstyledButton } from '@mantine/core';
import type { Plan, RollDrawing, RollString } from '../../api/types';
import {
  NOTHING_STORED,
  USUAL_SUPPLY,
  valueAt,
  withChanges,
  withoutFed,
  withoutHandling,
} from '../../domain/plan';
import { bytesWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { TakeOne } from '../../fields/TakeOne';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { shortName } from './model';
import classes from './roll.module.css';

type Bank = Plan['banks'][number];
type Recorder = Plan['recorders'][number];
const MOST = 8;

export function Devices({ drawing }: { drawing: RollDrawing }) {
  const open = drawing.strings.filter((one) => one.unknown.length).length;
  return (
    <>
      <FieldGroup
        title="Cards and batteries"
        words={open ? `${open} of ${drawing.strings.length} not known in full` : 'all known'}
        open={open > 0}
      >
        {drawing.strings.map((one) => (
          <OneDevice key={one.key} string={one} />
        ))}
      </FieldGroup>
      <More drawing={drawing} />
    </>
  );
}

function OneDevice({ string }: { string: RollString }) {
  const { plan, cupboard, set } = useSheet();
  const at = `/${string.at}`;
  const medium = valueAt(plan, `${at}/storage/medium`) as { name: string } | null | undefined;
  const by = (valueAt(plan, `${at}/supply/by`) as string | null) ?? '';
  const bank = valueAt(plan, `${at}/supply/bank`) as string | null;
  const count = (pointer: string) => (value: number | string | null) =>
    set(pointer, value === 0 ? null : value);
  const put = (value: string) => {
    const gear = cupboard.media.find((one) => one.gear.name === value)?.gear ?? null;
    void set(`${at}/storage/medium`, gear);
  };
  const names = [...new Set(cupboard.media.map((one) => one.gear.name))];
  if (medium && !names.includes(medium.name)) names.unshift(medium.name);
  return (
    <fieldset className={entries.entry} aria-label={string.gear}>
      <p className={classes.device}>
        <b>{shortName(string)}</b>, {string.gear}
        {string.size_bytes ? `: ${bytesWords(string.size_bytes)}` : ''}
      </p>
      {string.kind === 'camera' || string.kind === 'recorder' ? (
        <>
          <ChoiceField
            label={`Records on, ${shortName(string)}`}
            value={medium?.name ?? ''}
            choices={[
              { value: '', label: 'not known' },
              ...names.map((name) => ({ value: name, label: name })),
            ]}
            onChange={put}
          />
          <PlainField
            label="Spare cards"
            kind="plain"
            value={(valueAt(plan, `${at}/storage/spare_media`) as number | null) ?? 0}
            explain="empty, at hand"
            onCommit={count(`${at}/storage/spare_media`)}
          />
        </>
      ) : null}
      <ChoiceField
        label={`Runs on, ${shortName(string)}`}
        value={by === 'bank' ? `bank ${bank ?? ''}` : by}
        choices={[
          { value: '', label: `${string.feeds_on} (usual)` },
          { value: 'battery', label: 'its own battery' },
          { value: 'mains', label: 'the mains' },
          ...plan.banks.map((one) => ({ value: `bank ${one.id}`, label: one.gear.name })),
        ]}
        onChange={(value) => {
          const id = value.startsWith('bank ') ? value.slice(5) : null;
          void set(`${at}/supply`, {
            ...(valueAt(plan, `${at}/supply`) as object),
            by: id ? 'bank' : value || null,
            bank: id,
          });
        }}
      />
      <PlainField
        label="Spare batteries"
        kind="plain"
        value={(valueAt(plan, `${at}/supply/spare_batteries`) as number | null) ?? 0}
        explain="full, at hand"
        onCommit={count(`${at}/supply/spare_batteries`)}
      />
      <ul className={classes.limits}>
        {string.limits.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: limits stand in one order
          <li key={index}>
            <Sentence pieces={one} />
          </li>
        ))}
        {string.unknown.map((one) => (
          <li key={one} className={classes.unknown}>
            Not known. {one}
          </li>
        ))}
      </ul>
    </fieldset>
  );
}

/** Recorders and banks of the plan, taken from the cupboard. */
function More({ drawing }: { drawing: RollDrawing }) {
  const { plan, cupboard, edit } = useSheet();
  const fresh = (used: readonly string[], name: string): string => {
    let number = 1;
    while (used.includes(`${name}-${number}`)) number += 1;
    return `${name}-${number}`;
  };
  const takeRecorder = (thing: { id: string; gear: Recorder['gear'] }) =>
    void edit((now) => ({
      ...now,
      recorders: [
        ...now.recorders,
        {
          id: fresh(
            now.recorders.map((one) => one.id),
            'recorder',
          ),
          gear: thing.gear,
          gear_id: thing.id,
          storage: NOTHING_STORED,
          supply: USUAL_SUPPLY,
          position: { on: null, x_mm: null, y_mm: null },
        },
      ],
    }));
  const takeBank = (thing: { id: string; gear: Bank['gear'] }) =>
    void edit((now) => ({
      ...now,
      banks: [
        ...now.banks,
        {
          id: fresh(
            now.banks.map((one) => one.id),
            'bank',
          ),
          gear: thing.gear,
          gear_id: thing.id,
        },
      ],
    }));
  const banks = cupboard.power.filter((one) => one.gear.form === 'power bank');
  const words = [
    plan.recorders.length ? `${plan.recorders.length} recording sound` : '',
    plan.banks.length ? `${plan.banks.length} feeding` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <FieldGroup title="Recorders and power banks" words={words || 'none in the plan'}>
      {plan.recorders.map((one, index) => (
        <fieldset key={one.id} className={entries.entry} aria-label={one.gear.name}>
          <p className={classes.device}>{one.gear.name}</p>
          <UnstyledButton
            className={entries.remove}
            onClick={() =>
              void edit((now) => ({
                ...withoutFed(withoutHandling(now, 'recorder', one.id), 'recorder', one.id),
                recorders: now.recorders.filter((_, at) => at !== index),
              }))
            }
          >
            take it out
          </UnstyledButton>
        </fieldset>
      ))}
      {plan.banks.map((one) => {
        const row = drawing.banks.find((each) => each.id === one.id);
        return (
          <fieldset key={one.id} className={entries.entry} aria-label={one.gear.name}>
            <p className={classes.device}>
              {one.gear.name}
              {row?.feeds.length ? `, feeds ${row.feeds.length}` : ', feeds nothing yet'}
            </p>
            <UnstyledButton
              className={entries.remove}
              onClick={() => void edit((now) => withoutBank(now, one.id))}
            >
              take it out
            </UnstyledButton>
          </fieldset>
        );
      })}
      {plan.recorders.length < MOST ? (
        <TakeOne
          says="Sound recorders in your cupboard:"
          things={cupboard.recorders}
          onTake={takeRecorder}
        />
      ) : null}
      {plan.banks.length < MOST ? (
        <TakeOne says="Power banks in your cupboard:" things={banks} onTake={takeBank} />
      ) : null}
    </FieldGroup>
  );
}

/** The plan without a bank; what it fed runs on its usual supply again. */
function withoutBank(plan: Plan, id: string): Plan {
  const lists = ['cameras', 'recorders', 'lights', 'mics'] as const;
  const changes = lists.flatMap((name) =>
    plan[name].flatMap((one, index) =>
      one.supply.bank === id
        ? [
            {
              op: 'replace' as const,
              path: `/${name}/${index}/supply`,
              value: { ...one.supply, by: null, bank: null },
            },
          ]
        : [],
    ),
  );
  return withChanges({ ...plan, banks: plan.banks.filter((one) => one.id !== id) }, changes);
}
