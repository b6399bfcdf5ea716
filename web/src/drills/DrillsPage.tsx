/** Drills: every kind with how it stands, and the way into five minutes of practice. */
import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useSearchParams } from 'react-router';
import { sentencesOf } from '../api/client';
import { getDrills } from '../api/fixed';
import type { DrillInfo } from '../api/types';
import { Bar } from '../ui/Bar';
import { Trouble } from '../ui/Trouble';
import classes from './drills.module.css';
import { courseOf, sparkOf, standWords } from './model';
import { Practice } from './Practice';

const STEP_WORDS: Record<DrillInfo['step'], string> = {
  work: 'Work',
  lens: 'Lens',
  hold: 'Hold',
  light: 'Light',
  angles: 'Angles',
  sound: 'Sound',
  roll: 'Roll',
};

/** A revision of an address; null where it tells none. */
const revisionOf = (told: string | null): number | null =>
  told !== null && /^[1-9]\d{0,8}$/.test(told) ? Number(told) : null;

export default function DrillsPage() {
  const [search, setSearch] = useSearchParams();
  const found = useQuery({ queryKey: ['drills'], queryFn: getDrills });
  const kind = search.get('kind');
  const planId = search.get('plan');
  const revision = planId === null ? null : revisionOf(search.get('revision'));
  const practising = kind !== null || search.has('go');
  useEffect(() => {
    document.title = 'Drills · Steeple';
  }, []);
  const go = (wanted: string | null): void =>
    setSearch((now) => {
      if (wanted) now.set('kind', wanted);
      now.set('go', '1');
      return now;
    });
  const stop = (): void => setSearch(new URLSearchParams());
  return (
    <div className={classes.page}>
      <Bar />
      <main className={classes.drills}>
        {found.isError ? (
          <Trouble sentences={sentencesOf(found.error)}>
            <Button onClick={() => void found.refetch()}>Try again</Button>
          </Trouble>
        ) : null}
        {found.isPending ? (
          <output>
            <Loader size="sm" /> Fetching the drills
          </output>
        ) : null}
        {found.data && practising ? (
          <Practice
            key={`${kind} ${planId} ${revision}`}
            drills={found.data}
            kind={kind}
            planId={planId}
            revision={revision}
            onStop={stop}
          />
        ) : null}
        {found.data && !practising ? <Overview drills={found.data} onGo={go} /> : null}
      </main>
    </div>
  );
}

function Overview({
  drills,
  onGo,
}: {
  drills: readonly DrillInfo[];
  onGo: (kind: string | null) => void;
}) {
  const steps = [...new Set(drills.map((one) => one.step))];
  return (
    <>
      <h1 className={classes.answer}>{standWords(drills)}</h1>
      <div className={classes.ways}>
        <Button size="md" onClick={() => onGo(null)}>
          Practise for five minutes
        </Button>
        <span className={classes.quiet}>on scenes of chance, of your plans and of your gear</span>
      </div>
      {steps.map((step) => (
        <section key={step} className={classes.step} aria-label={STEP_WORDS[step]}>
          <h2>{STEP_WORDS[step]}</h2>
          <ul className={classes.kinds}>
            {drills
              .filter((one) => one.step === step)
              .map((one) => (
                <Kind key={one.id} info={one} onGo={() => onGo(one.id)} />
              ))}
          </ul>
        </section>
      ))}
      <p className={classes.quiet}>
        The line beside a drill is the course of your errors: the dashed line is as near as a
        practised eye comes.
      </p>
    </>
  );
}

const SPARK = { width: 120, height: 28 };

function Kind({ info, onGo }: { info: DrillInfo; onGo: () => void }) {
  const { state } = info;
  const errors = courseOf(state.course);
  const line = sparkOf(errors, SPARK.width, SPARK.height);
  const fair = SPARK.height * 0.75;
  return (
    <li>
      <button type="button" className={classes.kindButton} onClick={onGo}>
        <b>{info.title}</b>
        <span className={classes.quiet}>
          {state.due_at === null
            ? 'never tried'
            : state.is_due
              ? 'due again'
              : `again on ${new Date(state.due_at).toLocaleDateString([], { day: 'numeric', month: 'short' })}`}
        </span>
        {line ? (
          <svg width={SPARK.width} height={SPARK.height} aria-hidden="true">
            <line x1={0} x2={SPARK.width} y1={fair} y2={fair} className={classes.fair} />
            <path d={line} className={classes.spark} />
          </svg>
        ) : null}
      </button>
    </li>
  );
}
