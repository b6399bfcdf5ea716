/** The cupboard: everything owned, by kind and figures. */
import { Button, Loader, SegmentedControl, TextInput, UnstyledButton } from '@mantine/core';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { Refused, sentencesOf } from '../api/client';
import type { GearKind, GearKindInfo, GearState, Problem, Thing } from '../api/types';
import { Bar } from '../ui/Bar';
import { Trouble } from '../ui/Trouble';
import { useUnits } from '../ui/units';
import { Exchange } from './CupboardExchange';
import classes from './CupboardPage.module.css';
import { GearForm } from './GearForm';
import { summaryOf } from './model';
import { PlanOffers } from './PlanOffers';
import {
  addThing,
  copyThing,
  editThing,
  findThings,
  getGearKinds,
  ownThing,
  putBackThing,
  retireThing,
} from './requests';

const STATES = [
  { value: 'owned', label: 'yours' },
  { value: 'considered', label: 'considered' },
  { value: 'retired', label: 'retired' },
] as const;

type Open = { thing: Thing | null } | null;

export function CupboardPage() {
  const kinds = useQuery({ queryKey: ['gear-kinds'], queryFn: getGearKinds });
  const [kind, setKind] = useState<GearKind>('body');
  const [words, setWords] = useState('');
  const [state, setState] = useState<GearState>('owned');
  const [open, setOpen] = useState<Open>(null);
  const things = useQuery({
    queryKey: ['things', kind, words, state],
    queryFn: () => findThings(kind, words, state),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
  useEffect(() => {
    document.title = 'Cupboard · Steeple';
  }, []);
  const info = kinds.data?.find((one) => one.kind === kind);
  const trouble = kinds.error ?? things.error;
  return (
    <div className={classes.page}>
      <Bar>
        <BackToPlan />
      </Bar>
      <main className={classes.cupboard}>
        <nav className={classes.kinds} aria-label="Kinds of gear">
          {kinds.data?.map((one) => (
            <UnstyledButton
              key={one.kind}
              className={`${classes.kind} ${one.kind === kind ? classes.here : ''}`}
              aria-current={one.kind === kind ? 'true' : undefined}
              onClick={() => {
                setKind(one.kind);
                setOpen(null);
              }}
            >
              {one.plural}
              <span>{things.data?.counts[one.kind] ?? 0}</span>
            </UnstyledButton>
          ))}
          <Exchange kind={kind} title={info?.plural ?? ''} />
        </nav>
        <section aria-label="Gear" className={classes.list}>
          <h1>Your cupboard</h1>
          <div className={classes.find}>
            <TextInput
              aria-label="Search the cupboard"
              placeholder="search all of it by name or kind"
              value={words}
              maxLength={120}
              onChange={(event) => setWords(event.currentTarget.value)}
            />
            {state === 'retired' ? null : (
              <Button onClick={() => setOpen({ thing: null })}>
                {state === 'considered'
                  ? `Consider a ${(info?.title ?? 'thing').toLowerCase()}`
                  : `Add a ${(info?.title ?? 'thing').toLowerCase()}`}
              </Button>
            )}
            <SegmentedControl
              aria-label="Which things"
              value={state}
              data={[...STATES]}
              onChange={(value) => {
                setState(value as GearState);
                setOpen(null);
              }}
            />
          </div>
          {trouble ? <Trouble sentences={sentencesOf(trouble)} /> : null}
          {things.isPending || !info ? (
            <output className={classes.loading}>
              <Loader size="sm" /> Opening the cupboard
            </output>
          ) : (
            <Things
              info={info}
              things={things.data?.things ?? []}
              searching={words.trim() !== ''}
              elsewhere={Object.entries(things.data?.counts ?? {}).filter(
                ([other, count]) => other !== kind && count > 0,
              )}
              state={state}
              open={open}
              onOpen={setOpen}
            />
          )}
        </section>
      </main>
    </div>
  );
}

/** Where one came from, when that was a plan. */
function BackToPlan() {
  const navigate = useNavigate();
  const { key } = useLocation();
  if (key === 'default') return null;
  return (
    <UnstyledButton className={classes.quiet} onClick={() => navigate(-1)}>
      back
    </UnstyledButton>
  );
}

interface ThingsProps {
  info: GearKindInfo;
  things: readonly Thing[];
  searching: boolean;
  elsewhere: [string, number][];
  state: GearState;
  open: Open;
  onOpen: (open: Open) => void;
}

function Things({ info, things, searching, elsewhere, state, open, onOpen }: ThingsProps) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string[] | null>(null);
  const refresh = async (): Promise<void> => {
    await queries.invalidateQueries({ queryKey: ['things'] });
    await queries.invalidateQueries({ queryKey: ['cupboard'] });
    // What was compared before did not know of it.
    queries.removeQueries({ type: 'inactive' });
  };
  const act = async (work: Promise<unknown>): Promise<void> => {
    setTrouble(null);
    try {
      await work;
    } catch (error) {
      setTrouble(sentencesOf(error));
    }
    await refresh();
  };
  const save = async (figures: Thing['figures']): Promise<readonly Problem[]> => {
    try {
      if (open?.thing) await editThing(open.thing.id, open.thing.version, figures);
      else await addThing(info.kind, figures, state === 'considered');
    } catch (error) {
      if (error instanceof Refused) return error.problems;
      return [
        {
          code: 'unreachable',
          sentence: sentencesOf(error)[0] ?? '',
          field: '',
          value: '',
          range: '',
        },
      ];
    }
    await refresh();
    onOpen(null);
    return [];
  };
  const form = (thing: Thing | null) => (
    <GearForm
      key={thing?.id ?? 'new'}
      heading={
        thing
          ? thing.name
          : state === 'considered'
            ? `A ${info.title.toLowerCase()} to think about`
            : `A ${info.title.toLowerCase()} of yours`
      }
      kind={info.kind}
      fields={info.fields}
      figures={thing?.figures ?? null}
      submit={
        thing
          ? 'Keep these figures'
          : state === 'considered'
            ? 'Keep it in mind'
            : 'Put it in the cupboard'
      }
      onSubmit={save}
      onClose={() => onOpen(null)}
    >
      {thing ? <PlanOffers thing={thing} /> : null}
    </GearForm>
  );
  return (
    <>
      {trouble ? <Trouble sentences={trouble} /> : null}
      {open && !open.thing ? form(null) : null}
      {things.length === 0 ? (
        <p className={classes.none}>
          {searching
            ? 'Nothing of this kind has these words.'
            : state === 'retired'
              ? 'Nothing of this kind is retired.'
              : state === 'considered'
                ? 'Nothing of this kind is considered. Type one in by the figures in its sheet, and read on the Rig sheet of a plan what it would change.'
                : `No ${info.plural.toLowerCase()} yet. Add one by its figures; what you do not know may stay open.`}
          {searching && elsewhere.length
            ? ` Found among the others: ${elsewhere.map(([other, count]) => `${count} ${other}`).join(', ')}.`
            : ''}
        </p>
      ) : null}
      <ul className={classes.things}>
        {things.map((thing) => (
          <li key={thing.id}>
            {open?.thing?.id === thing.id ? (
              form(thing)
            ) : (
              <Row
                thing={thing}
                info={info}
                onEdit={() => onOpen({ thing })}
                onCopy={() => void act(copyThing(thing.id))}
                onOwn={() => void act(ownThing(thing.id))}
                onRetire={() =>
                  void act(thing.retired ? putBackThing(thing.id) : retireThing(thing.id))
                }
              />
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function Row({
  thing,
  info,
  onEdit,
  onCopy,
  onOwn,
  onRetire,
}: {
  thing: Thing;
  info: GearKindInfo;
  onEdit: () => void;
  onCopy: () => void;
  onOwn: () => void;
  onRetire: () => void;
}) {
  const { system } = useUnits();
  return (
    <div className={classes.row}>
      <UnstyledButton
        className={classes.thing}
        aria-label={`Change ${thing.name}`}
        onClick={onEdit}
      >
        <b>{thing.name}</b>
        <span>{summaryOf(info.fields, thing.figures, system)}</span>
      </UnstyledButton>
      {thing.considered ? (
        <UnstyledButton
          className={classes.quiet}
          aria-label={`I have ${thing.name} now`}
          onClick={onOwn}
        >
          I have it now
        </UnstyledButton>
      ) : (
        <UnstyledButton
          className={classes.quiet}
          aria-label={`Copy ${thing.name}`}
          onClick={onCopy}
        >
          copy
        </UnstyledButton>
      )}
      <UnstyledButton
        className={classes.quiet}
        aria-label={thing.retired ? `Use ${thing.name} again` : `Retire ${thing.name}`}
        onClick={onRetire}
      >
        {thing.retired ? 'use again' : thing.considered ? 'let it go' : 'retire'}
      </UnstyledButton>
    </div>
  );
}
