/** Set-ups: arrangements of the same gear one after the other, and what is done between two. */
import { Button, UnstyledButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { ChangeOver, Plan } from '../../api/types';
import { withoutEntry } from '../../domain/plan';
import entries from '../../fields/Entries.module.css';
import { PlainField } from '../../fields/PlainField';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { cameraNames } from '../../sheet/cameras';
import compare from '../../ui/Compare.module.css';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import classes from './angles.module.css';
import { freshSetup, toggled } from './model';
import { getChangeOvers } from './requests';

type Setup = Plan['setups'][number];
type Stage = Plan['stages'][number];

export function Setups() {
  const { plan } = useSheet();
  return (
    <Section title="Set-ups and stages" begins={plan.setups.length > 0}>
      <Inside />
    </Section>
  );
}

function Inside() {
  const { plan, edit } = useSheet();
  return (
    <>
      <p className={compare.quiet}>
        {plan.setups.length
          ? 'One after the other with the same gear: what stands in each, what it films, and the time there is to make it from the one before.'
          : 'All cameras stand at once. Where one thing is to film from several places in turn, give it a set-up for each.'}
      </p>
      {plan.setups.map((setup, index) => (
        <OneSetup key={setup.id} setup={setup} index={index} />
      ))}
      <Button
        variant="default"
        size="compact-md"
        disabled={!plan.cameras.length}
        onClick={() => void edit((now) => ({ ...now, setups: [...now.setups, freshSetup(now)] }))}
      >
        {plan.setups.length ? 'One more set-up' : 'Begin with a set-up of what stands now'}
      </Button>
      <Stages />
      {plan.setups.length > 1 ? <Changes /> : null}
    </>
  );
}

function OneSetup({ setup, index }: { setup: Setup; index: number }) {
  const { plan } = useSheet();
  const { put, remove } = useEntries<Setup>('/setups');
  const [refusal, setRefusal] = useState<string | null>(null);
  const tick = async (change: Partial<Setup>): Promise<void> => {
    const problems = await put(index, change);
    setRefusal(problems[0]?.sentence ?? null);
  };
  const names = cameraNames(plan.cameras);
  const lit = setup.lights ?? plan.lights.map((one) => one.id);
  return (
    <fieldset className={entries.entry} aria-label={`Set-up ${setup.name}`}>
      <PlainField
        label="Name of the set-up"
        kind="text"
        value={setup.name}
        onCommit={(value) => put(index, { name: String(value) })}
      />
      {index ? (
        <PlainField
          label="Break before it"
          kind="plain"
          value={setup.break_min}
          explain="minutes; empty: not known"
          nullable
          onCommit={(value) => put(index, { break_min: value as number | null })}
        />
      ) : null}
      <div className={classes.ticks}>
        <b>Cameras</b>
        {plan.cameras.map((one, at) => (
          <Tick
            key={one.id}
            label={names[at] ?? one.id}
            name={`${names[at]} camera in ${setup.name}`}
            checked={setup.cameras.includes(one.id)}
            onChange={() => void tick({ cameras: toggled(setup.cameras, one.id) })}
          />
        ))}
      </div>
      {plan.lights.length ? (
        <div className={classes.ticks}>
          <b>Lit</b>
          {plan.lights.map((one) => (
            <Tick
              key={one.id}
              label={one.fixture.name}
              name={`${one.fixture.name} lit in ${setup.name}`}
              checked={lit.includes(one.id)}
              onChange={() => void tick({ lights: toggled(lit, one.id) })}
            />
          ))}
        </div>
      ) : null}
      {plan.stages.length ? (
        <div className={classes.ticks}>
          <b>Films</b>
          {plan.stages.map((one) => (
            <Tick
              key={one.name}
              label={one.name}
              name={`${one.name} filmed in ${setup.name}`}
              checked={setup.stages.includes(one.name)}
              onChange={() => void tick({ stages: toggled(setup.stages, one.name) })}
            />
          ))}
        </div>
      ) : null}
      {refusal ? <p role="alert">{refusal}</p> : null}
      <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
        take this set-up out
      </UnstyledButton>
    </fieldset>
  );
}

/** The stages of the work, in their order. */
function Stages() {
  const { plan, edit } = useSheet();
  const { put, add } = useEntries<Stage>('/stages');
  const rename = (index: number, name: string) =>
    edit((now) => {
      const was = now.stages[index]?.name;
      const renamed = (list: readonly string[]) => list.map((one) => (one === was ? name : one));
      return {
        ...now,
        stages: now.stages.map((one, at) => (at === index ? { ...one, name } : one)),
        setups: now.setups.map((one) => ({ ...one, stages: renamed(one.stages) })),
      };
    });
  const remove = (index: number) =>
    void edit((now) => {
      const was = now.stages[index]?.name;
      return {
        ...withoutEntry(now, '/stages', index),
        setups: now.setups.map((one) => ({
          ...one,
          stages: one.stages.filter((name) => name !== was),
        })),
      };
    });
  return (
    <>
      <h3>Stages of the work</h3>
      {plan.stages.map((stage, index) => (
        <fieldset
          // biome-ignore lint/suspicious/noArrayIndexKey: a stage is renamed in its place
          key={index}
          className={entries.entry}
          aria-label={`Stage ${stage.name}`}
        >
          <PlainField
            label="Name of the stage"
            kind="text"
            value={stage.name}
            onCommit={(value) => rename(index, String(value))}
          />
          <PlainField
            label="It takes"
            kind="plain"
            value={stage.takes_min}
            explain="minutes"
            onCommit={(value) => put(index, { takes_min: value as number })}
          />
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            take this stage out
          </UnstyledButton>
        </fieldset>
      ))}
      <Button
        variant="default"
        size="compact-md"
        onClick={() =>
          add({ name: `stage ${plan.stages.length + 1}`, takes_min: 10, shown_s: null })
        }
      >
        {plan.stages.length ? 'One more stage' : 'Put in a stage'}
      </Button>
    </>
  );
}

function Changes() {
  const { plan, dragging } = useSheet();
  const found = useQuery({
    queryKey: ['change-overs', plan],
    queryFn: () => getChangeOvers(plan),
    enabled: !dragging,
    gcTime: 30_000,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
  });
  if (found.isError) return <p role="alert">{sentencesOf(found.error)[0]}</p>;
  return (
    <>
      {found.data?.map((one) => (
        <Change key={`${one.first} ${one.second}`} change={one} />
      ))}
    </>
  );
}

function Change({ change }: { change: ChangeOver }) {
  return (
    <section aria-label={`From ${change.first} to ${change.second}`}>
      <h3>
        From {change.first} to {change.second}: {change.takes_min} min
        {change.break_min === null ? '' : ` of ${change.break_min}`}
      </h3>
      <ol className={classes.moves}>
        {change.moves.map((move, at) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: moves are done in one order
          <li key={at}>
            <Sentence pieces={move.says} />{' '}
            <span className={compare.quiet}>{move.takes_min} min</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
