/** The cupboard: everything owned, by kind and figures. */
import { Button, Loader, TextInput, UnstyledButton } from '@mantine/core';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { Refused, sentencesOf } from '../api/client';
import type { GearKind, GearKindInfo, Problem, Thing } from '../api/types';
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
  putBackThing,
  retireThing,
} from './requests';

type Open = { thing: Thing | null } | null;

export function CupboardPage() {
  const kinds = useQuery({ queryKey: ['gear-kinds'], queryFn: getGearKinds });
  const [kind, setKind] = useState<GearKind>('body');
  const [words, setWords] = useState('');
  const [retired, setRetired] = useState(false);
  const [open, setOpen] = useState<Open>(null);
  const things = useQuery({
    queryKey: ['things', kind, words, retired],
    queryFn: () => findThings(kind, words, retired),
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
            <Button onClick={() => setOpen({ thing: null })}>
              Add a {(info?.title ?? 'thing').toLowerCase()}
            </Button>
            <UnstyledButton className={classes.quiet} onClick={() => setRetired((now) => !now)}>
              {retired ? 'show what is in use' : 'show what is retired'}
            </UnstyledButton>
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
              retired={retired}
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
  retired: boolean;
  open: Open;
  onOpen: (open: Open) => void;
}

function Things({ info, things, searching, elsewhere, retired, open, onOpen }: ThingsProps) {
  const queries = useQueryClient();
  const [trouble, setTrouble] = useState<string[] | null>(null);
  const refresh = async (): Promise<void> => {
    await queries.invalidateQueries({ queryKey: ['things'] });
    await queries.invalidateQueries({ queryKey: ['cupboard'] });
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
      else await addThing(info.kind, figures);
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
      heading={thing ? thing.name : `A ${info.title.toLowerCase()} of yours`}
      kind={info.kind}
      fields={info.fields}
      figures={thing?.figures ?? null}
      submit={thing ? 'Keep these figures' : 'Put it in the cupboard'}
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
            : retired
              ? 'Nothing of this kind is retired.'
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
  onRetire,
}: {
  thing: Thing;
  info: GearKindInfo;
  onEdit: () => void;
  onCopy: () => void;
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
      <UnstyledButton className={classes.quiet} aria-label={`Copy ${thing.name}`} onClick={onCopy}>
        copy
      </UnstyledButton>
      <UnstyledButton
        className={classes.quiet}
        aria-label={thing.retired ? `Use ${thing.name} again` : `Retire ${thing.name}`}
        onClick={onRetire}
      >
        {thing.retired ? 'use again' : 'retire'}
      </UnstyledButton>
    </div>
  );
}
