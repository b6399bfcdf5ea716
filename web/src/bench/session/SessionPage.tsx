/** A session beside the work: one thumb begins and ends a take, marks it, and hears the alarms. */
import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { momentWords, spanWords } from '../../domain/units';
import { HangingHours } from '../../steps/roll/drawing/HangingHours';
import { momentSays } from '../../steps/roll/model';
import { Trouble } from '../../ui/Trouble';
import classes from '../bench.module.css';
import { Foot } from '../Foot';
import { Head, Sent } from '../Head';
import { clockOf, type Says } from '../told';
import { useAwake, useClock } from '../useClock';
import { usePlanAtBench } from '../usePlanAtBench';
import { AlarmSign } from './AlarmSign';
import { Marks } from './Marks';
import { Tell } from './Tell';
import { type Session, useSession } from './useSession';

export function SessionPage() {
  const { planId = '' } = useParams();
  return <Running key={planId} planId={planId} />;
}

function Running({ planId }: { planId: string }) {
  const session = useSession(planId);
  const { standing } = session;
  const { now, newest, roll, call, trouble } = usePlanAtBench(planId, standing.revision);
  const clock = useClock() - session.ahead;
  const [asked, setAsked] = useState<number | null>(null);
  const awake = useAwake(standing.begun && !standing.ended);
  useEffect(() => {
    document.title = `Session · ${now?.plan.title ?? 'Steeple'}`;
  }, [now]);
  const revision = standing.revision ?? newest ?? 1;
  const say = (says: Says): void => session.say(says, revision);
  const seconds = standing.zero === null ? null : Math.max(0, (clock - standing.zero) / 1000);
  const changed = newest !== null && standing.revision !== null && newest > standing.revision;
  if (standing.ended) {
    return (
      <Over
        planId={planId}
        session={session}
        title={now?.plan.title ?? ''}
        takes={standing.takes}
      />
    );
  }
  return (
    <div className={classes.page}>
      <Head title={now?.plan.title ?? ''}>
        <Sent waiting={session.waiting} why={session.why} />
      </Head>
      <main className={`${classes.sheet} ${classes.aboveThumb}`}>
        {trouble.length ? <Trouble sentences={trouble} /> : null}
        {session.waiting && session.why ? (
          <p className={classes.offline} role="status">
            {session.why} Go on: every tap is kept on this device and sent by itself.
          </p>
        ) : null}
        {session.refused.length ? <Trouble sentences={session.refused} /> : null}
        {session.stale && !standing.begun ? (
          <p className={classes.offline} role="status">
            A session begun on{' '}
            {new Date(session.stale.record.began).toLocaleDateString([], {
              weekday: 'long',
              day: 'numeric',
              month: 'long',
            })}{' '}
            was never ended.{' '}
            <Button size="compact-sm" variant="default" onClick={() => void session.endStale()}>
              End it where it was last heard
            </Button>
          </p>
        ) : null}
        {changed ? (
          <p className={classes.offline} role="status">
            The plan was changed since this session began. It goes on by what it was.{' '}
            <Button
              size="compact-sm"
              variant="default"
              disabled={standing.takeSince !== null}
              onClick={() => say({ kind: 'revision', revision: newest })}
            >
              {standing.takeSince === null ? 'Use the new one' : 'The new one from the next take'}
            </Button>
          </p>
        ) : null}
        <h1 className={classes.clock}>
          <span role="timer" aria-live="off" data-rolls={standing.takeSince !== null || undefined}>
            {standing.takeSince === null
              ? standing.takes
                ? 'between takes'
                : 'not begun'
              : clockOf((clock - standing.takeSince) / 1000)}
          </span>
          <small>
            {standing.takeSince === null
              ? `${standing.takes} ${standing.takes === 1 ? 'take' : 'takes'} so far`
              : `take ${standing.takes}`}
            {seconds === null ? '' : ` · ${clockOf(seconds)} since the start`}
            {standing.stage ? ` · ${standing.stage}` : ''}
          </small>
        </h1>
        {roll ? (
          <AlarmSign
            roll={roll}
            seconds={standing.takeSince === null && standing.takes === 0 ? null : seconds}
            answered={standing.answered}
            onSay={say}
          />
        ) : null}
        {roll?.strings.length ? (
          <>
            <div className={classes.hours}>
              <HangingHours
                drawing={roll}
                asked={Math.min(asked ?? seconds ?? 0, roll.length_s)}
                running={seconds !== null}
                onAsk={setAsked}
                onMove={() => undefined}
              />
            </div>
            <p className={classes.says}>
              {momentSays(roll, Math.min(asked ?? seconds ?? 0, roll.length_s))}
            </p>
          </>
        ) : null}
        {now && call ? (
          <Tell plan={now.plan} call={call} standing={standing} seconds={seconds} onSay={say} />
        ) : null}
        {standing.begun && !awake ? (
          <p className={classes.says}>
            This browser lets the screen go dark: set the phone to stay on while you film.
          </p>
        ) : null}
      </main>
      <div className={classes.thumb}>
        <Marks standing={standing} onSay={say} />
        <Button
          className={classes.take}
          color={standing.takeSince === null ? 'verdigris' : 'dark'}
          variant={standing.takeSince === null ? 'filled' : 'default'}
          disabled={!now && !standing.begun}
          onClick={() => say({ kind: standing.takeSince === null ? 'take' : 'cut' })}
        >
          {standing.takeSince === null
            ? `Begin take ${standing.takes + 1}`
            : `End take ${standing.takes}`}
        </Button>
        <Foot planId={planId} />
      </div>
    </div>
  );
}

interface OverProps {
  planId: string;
  session: Session;
  title: string;
  takes: number;
}

/** What is told once it is over. */
function Over({ planId, session, title, takes }: OverProps) {
  const record = session.heard?.record;
  const lost = record?.losses.reduce((sum, one) => sum + one.minutes, 0) ?? 0;
  const filmed = record?.takes.reduce((sum, one) => sum + (one.seconds ?? 0), 0) ?? 0;
  return (
    <div className={classes.page}>
      <Head title={title}>
        <Sent waiting={session.waiting} why={session.why} />
      </Head>
      <main className={classes.sheet}>
        <h1>
          {takes} {takes === 1 ? 'take' : 'takes'}
          {filmed ? `, ${spanWords(filmed)} filmed` : ''}
        </h1>
        <p className={classes.says}>
          {lost ? `${spanWords(lost * 60)} of it lost. ` : 'Nothing of it was lost. '}
          Copy the cards before they are used again.
        </p>
        {record?.alarms.some((one) => one.came === 'missed') ? (
          <p className={classes.says}>
            An alarm was missed at{' '}
            {momentWords(record.alarms.find((one) => one.came === 'missed')?.alarm_s ?? 0)}.
          </p>
        ) : null}
        {record?.troubles.map((one) => (
          <p key={one} className={classes.says}>
            {one}
          </p>
        ))}
        <p className={classes.next}>
          {session.id && !session.waiting ? (
            <Button component={Link} to={`/session/${session.id}`} variant="default" size="lg">
              The session on one page
            </Button>
          ) : null}
          <Button size="lg" disabled={session.waiting > 0} onClick={session.leave}>
            Begin another session
          </Button>
        </p>
      </main>
      <Foot planId={planId} />
    </div>
  );
}
