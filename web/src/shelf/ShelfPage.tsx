/** The shelf: every plan, a new one, one from a file. */
import { Button, Loader, Menu, NativeSelect, TextInput, UnstyledButton } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sentencesOf } from '../api/client';
import { getShapes } from '../api/fixed';
import type { PlanOnShelf, Shape, ShapeId, Shelf } from '../api/types';
import { Bar } from '../ui/Bar';
import { Trouble } from '../ui/Trouble';
import { Glimpse } from './Glimpse';
import { anotherTitle, isSought, putOnAgain, takenOff } from './model';
import {
  beginPlan,
  getShelf,
  openPlanFile,
  putBackPlan,
  putExample,
  removePlan,
  startAnother,
} from './requests';
import classes from './shelf.module.css';

/** So few plans are found by looking; so many are shown at once. */
const FEW = 6;
const PAGE = 20;

export function ShelfPage() {
  const shelf = useQuery({ queryKey: ['shelf'], queryFn: getShelf, refetchOnMount: 'always' });
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data ?? [];
  useEffect(() => {
    document.title = 'Steeple';
  }, []);
  return (
    <div className={classes.page}>
      <Bar />
      <main className={classes.shelf}>
        <section aria-label="Plans">
          <h1>Your plans</h1>
          {shelf.isError ? (
            <Trouble sentences={sentencesOf(shelf.error)}>
              <Button onClick={() => void shelf.refetch()}>Try again</Button>
            </Trouble>
          ) : null}
          {shelf.isPending ? (
            <output className={classes.loading}>
              <Loader size="sm" /> Fetching the shelf
            </output>
          ) : null}
          {shelf.data ? (
            <Plans plans={shelf.data.plans} removed={shelf.data.removed} shapes={shapes} />
          ) : null}
        </section>
        <aside className={classes.begin}>
          <section>
            <h2>Begin with three questions</h2>
            <p>What you make, how large, what you own: the whole rig is worked out.</p>
            <Button component={Link} to="/begin">
              Begin
            </Button>
          </section>
          <NewPlan shapes={shapes} />
          <OpenFile />
        </aside>
      </main>
    </div>
  );
}

interface PlansProps {
  plans: readonly PlanOnShelf[];
  removed: readonly PlanOnShelf[];
  shapes: readonly Shape[];
}

function Plans({ plans, removed, shapes }: PlansProps) {
  const queries = useQueryClient();
  const refresh = () => queries.invalidateQueries({ queryKey: ['shelf'] });
  // Shown at once: the request may stand behind pictures that are still being drawn.
  const atOnce = (move: (now: Shelf, id: string) => Shelf) => (id: string) => {
    void queries.cancelQueries({ queryKey: ['shelf'] });
    queries.setQueryData<Shelf>(['shelf'], (now) => now && move(now, id));
  };
  const remove = useMutation({
    mutationFn: removePlan,
    onMutate: atOnce(takenOff),
    onSettled: refresh,
  });
  const putBack = useMutation({
    mutationFn: putBackPlan,
    onMutate: atOnce(putOnAgain),
    onSettled: refresh,
  });
  const shapeOf = (plan: PlanOnShelf) => shapes.find((one) => one.id === plan.shape)?.title ?? '';
  const navigate = useNavigate();
  const another = useMutation({
    mutationFn: ({ plan, keeps }: { plan: PlanOnShelf; keeps: 'all' | 'rig' }) =>
      startAnother(plan.id, anotherTitle(plan.title, keeps), keeps),
    onSuccess: (sheet) => navigate(`/plan/${sheet.id}/work`),
  });
  const example = useMutation({
    mutationFn: putExample,
    onSuccess: (sheet) => navigate(`/plan/${sheet.id}/lens`),
  });
  const [words, setWords] = useState('');
  const [shown, setShown] = useState(PAGE);
  const sought = plans.filter((one) => isSought(one, shapeOf(one), words));
  const trouble = remove.error ?? putBack.error ?? another.error ?? example.error;
  return (
    <>
      {trouble ? <Trouble sentences={sentencesOf(trouble)} /> : null}
      {plans.length === 0 ? (
        <div className={classes.none}>
          <p>
            Nothing here yet. Begin a plan: what you film, how big it is, and the gear you own give
            the height of the lens.
          </p>
          <Button
            variant="default"
            loading={example.isPending}
            onClick={() => example.mutate(undefined)}
          >
            Look at a worked example
          </Button>
          <p>It is a plan as any other: take it apart, then remove it.</p>
        </div>
      ) : null}
      {plans.length > FEW ? (
        <TextInput
          className={classes.search}
          aria-label="Find a plan"
          placeholder="Find a plan by its title or its shape"
          value={words}
          onChange={(event) => setWords(event.currentTarget.value)}
        />
      ) : null}
      {plans.length && !sought.length ? (
        <p className={classes.none}>No plan has all of these words.</p>
      ) : null}
      <ul className={classes.plans}>
        {sought.slice(0, shown).map((plan) => (
          <li key={plan.id}>
            <Link to={`/plan/${plan.id}/lens`} className={classes.planLink}>
              <b>{plan.title}</b>
              <span>{shapeOf(plan)}</span>
            </Link>
            <time dateTime={plan.changed_at}>{changedWords(plan.changed_at)}</time>
            <Menu position="bottom-end">
              <Menu.Target>
                <UnstyledButton
                  className={classes.quietButton}
                  aria-label={`Begin another with ${plan.title}`}
                >
                  begin with it
                </UnstyledButton>
              </Menu.Target>
              <Menu.Dropdown>
                <Menu.Item onClick={() => another.mutate({ plan, keeps: 'all' })}>
                  a copy of it
                </Menu.Item>
                <Menu.Item onClick={() => another.mutate({ plan, keeps: 'rig' })}>
                  the same rig at another table
                </Menu.Item>
              </Menu.Dropdown>
            </Menu>
            <UnstyledButton
              className={classes.quietButton}
              aria-label={`Take ${plan.title} off the shelf`}
              onClick={() => remove.mutate(plan.id)}
            >
              remove
            </UnstyledButton>
            <Glimpse plan={plan} />
          </li>
        ))}
      </ul>
      {sought.length > shown ? (
        <Button variant="default" onClick={() => setShown(shown + PAGE)}>
          {sought.length - shown} more
        </Button>
      ) : null}
      {removed.length ? (
        <details className={classes.removed}>
          <summary>{removed.length} taken off the shelf</summary>
          <ul className={classes.plans}>
            {removed.map((plan) => (
              <li key={plan.id}>
                <span>{plan.title}</span>
                <UnstyledButton
                  className={classes.quietButton}
                  aria-label={`Put ${plan.title} back on the shelf`}
                  onClick={() => putBack.mutate(plan.id)}
                >
                  put back
                </UnstyledButton>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </>
  );
}

function changedWords(at: string): string {
  return new Date(at).toLocaleString([], {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });
}

function NewPlan({ shapes }: { shapes: readonly Shape[] }) {
  const navigate = useNavigate();
  const [title, setTitle] = useState('');
  const [shape, setShape] = useState<ShapeId>('page-flat');
  const begin = useMutation({
    mutationFn: () => beginPlan(title, shape),
    onSuccess: (sheet) => navigate(`/plan/${sheet.id}/work`),
  });
  const says = shapes.find((one) => one.id === shape)?.says;
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        begin.mutate();
      }}
    >
      <h2>Or an empty plan</h2>
      <TextInput
        label="What do you call it?"
        placeholder="such as: lettering a map"
        value={title}
        maxLength={200}
        onChange={(event) => setTitle(event.currentTarget.value)}
        error={begin.isError ? sentencesOf(begin.error)[0] : null}
      />
      <NativeSelect
        label="What shape is the work?"
        description={says ? `${says}; every figure can be changed` : undefined}
        value={shape}
        data={shapes.map((one) => ({ value: one.id, label: one.title }))}
        onChange={(event) => setShape(event.currentTarget.value as ShapeId)}
      />
      <Button type="submit" variant="default" loading={begin.isPending}>
        Open it empty
      </Button>
    </form>
  );
}

function OpenFile() {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const open = useMutation({
    mutationFn: openPlanFile,
    onSuccess: (sheet) => navigate(`/plan/${sheet.id}/work`),
    onSettled: () => {
      if (input.current) input.current.value = '';
    },
  });
  return (
    <section>
      <h2>Open a plan file</h2>
      <p>A file saved by this Steeple or another. It becomes a new plan.</p>
      <Button variant="default" onClick={() => input.current?.click()} loading={open.isPending}>
        Choose a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".json,application/json"
        className="visually-hidden"
        tabIndex={-1}
        aria-label="Plan file"
        onChange={(event) => {
          const file = event.currentTarget.files?.[0];
          if (file) open.mutate(file);
        }}
      />
      {open.isError ? <Trouble sentences={sentencesOf(open.error)} /> : null}
    </section>
  );
}
