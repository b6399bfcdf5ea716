/** A session on one page, as it prints. */
import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link, useParams } from 'react-router';
import { sentencesOf } from '../../api/client';
import type { SessionRecord } from '../../api/types';
import { quantityWords, spanWords, type Unit } from '../../domain/units';
import { Bar } from '../../ui/Bar';
import { Trouble } from '../../ui/Trouble';
import { getMeasured, getSession } from '../requests';
import { clockOf } from '../told';
import classes from './paper.module.css';

const dayOf = (at: string): string =>
  new Date(at).toLocaleDateString([], {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  });
const hourOf = (at: string): string =>
  new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', second: '2-digit' });

export function SessionOnPaper() {
  const { sessionId = '' } = useParams();
  const found = useQuery({
    queryKey: ['session', sessionId],
    queryFn: () => getSession(sessionId),
  });
  const session = found.data;
  useEffect(() => {
    document.title = session ? `${session.plan_title}, a session · Steeple` : 'Session · Steeple';
  }, [session]);
  return (
    <div>
      <Bar />
      <main className={classes.page}>
        {found.isError ? <Trouble sentences={sentencesOf(found.error)} /> : null}
        {found.isPending ? (
          <output>
            <Loader size="sm" /> Fetching the session
          </output>
        ) : null}
        {session ? (
          <>
            <div className={classes.ways} data-noprint>
              <Button onClick={() => window.print()}>Print it</Button>
              <Button
                component="a"
                variant="default"
                download
                href={`/api/log/sessions/${session.id}/markers.otio`}
              >
                Markers for the edit
              </Button>
              <Button
                component="a"
                variant="default"
                download
                href={`/api/log/sessions/${session.id}/marks.csv`}
              >
                Marks by time code
              </Button>
              <Link to={`/plan/${session.plan_id}/log`}>to the log</Link>
            </div>
            <h1>{session.plan_title}</h1>
            <p className={classes.when}>
              {dayOf(session.record.began)}, {hourOf(session.record.began)}
              {session.record.ended ? ` to ${hourOf(session.record.ended)}` : ', not ended'}; by
              revision {session.record.revision} of the plan
            </p>
            <Told record={session.record} />
            <MeasuredThatDay planId={session.plan_id} record={session.record} />
          </>
        ) : null}
      </main>
    </div>
  );
}

const DAY_MS = 86_400_000;

/** What was measured of the plan on the day: the camera as built, lamps, batteries. */
function MeasuredThatDay({ planId, record }: { planId: string; record: SessionRecord }) {
  const rows = useQuery({
    queryKey: ['measured', planId],
    queryFn: () => getMeasured(planId),
  }).data;
  const start = Date.parse(record.began);
  const end = Date.parse(record.ended ?? record.began);
  const found = (rows ?? []).flatMap((row) =>
    row.pairs
      .filter((one) => one.plan_id === planId)
      .filter(
        (one) => Date.parse(one.at) > start - DAY_MS / 4 && Date.parse(one.at) < end + DAY_MS / 4,
      )
      .map((one) => ({
        key: one.id,
        at: one.at,
        says: `${one.of_name}, ${row.words}: ${figureWords(one.measured, row.unit)}, planned ${figureWords(one.plain, row.unit)}`,
      })),
  );
  return <List title="Measured" rows={found} />;
}

const figureWords = (value: number, unit: Unit): string => quantityWords({ value, unit }, 'cm');

function Told({ record }: { record: SessionRecord }) {
  const left = record.ticks.filter((one) => !one.done);
  const done = record.ticks.filter((one) => one.done).length;
  return (
    <>
      {record.troubles.map((one) => (
        <p key={one} className={classes.trouble}>
          {one}
        </p>
      ))}
      <table className={classes.table}>
        <caption>Takes</caption>
        <thead>
          <tr>
            <th scope="col">take</th>
            <th scope="col">began</th>
            <th scope="col">runs</th>
            <th scope="col">stage</th>
            <th scope="col">marks, by the time of the take</th>
          </tr>
        </thead>
        <tbody>
          {record.takes.map((one) => (
            <tr key={one.number}>
              <th scope="row">{one.number}</th>
              <td>{hourOf(one.start)}</td>
              <td>{one.seconds === null ? 'running' : clockOf(one.seconds)}</td>
              <td>{one.stages.join(', ')}</td>
              <td>
                {one.marks.map((mark) => (
                  <div key={mark.id}>
                    {clockOf(mark.take_s ?? 0)} <b>{mark.mark}</b> {mark.says}
                  </div>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <List
        title="Stopped by itself"
        rows={record.stops.map((one) => ({
          key: one.id,
          at: one.at,
          says: `${one.name}: ${one.why}, seen at ${hourOf(one.seen_at)}${one.lost_s ? `, ${spanWords(one.lost_s)} lost` : ''}`,
        }))}
      />
      <List
        title="Done and set otherwise"
        rows={[...record.did, ...record.adjusted].map((one) => ({
          key: one.id,
          at: one.at,
          says: `${one.name}: ${one.says}`,
        }))}
      />
      <List
        title="Alarms"
        rows={record.alarms.map((one) => ({
          key: one.id,
          at: one.at,
          says: `${one.says || 'alarm'}: ${one.came}${one.late_s ? `, ${spanWords(one.late_s)} late` : ''}`,
        }))}
      />
      {record.losses.length ? (
        <p>
          <b>Lost in all:</b>{' '}
          {spanWords(record.losses.reduce((sum, one) => sum + one.minutes, 0) * 60)}:{' '}
          {record.losses
            .map((one) => one.says || one.why.replace(/^(stop|forgot): /, ''))
            .join('; ')}
        </p>
      ) : null}
      <List
        title="Notes"
        rows={record.notes.map((one) => ({ key: one.id, at: one.at, says: one.says }))}
      />
      {record.ticks.length ? (
        <p>
          Roll call: {done} looked at
          {left.length ? `; left out: ${left.map((one) => one.says).join(' ')}` : ''}
        </p>
      ) : null}
    </>
  );
}

interface Row {
  key: string;
  at: string;
  says: string;
}

function List({ title, rows }: { title: string; rows: readonly Row[] }) {
  if (!rows.length) return null;
  return (
    <section>
      <h2>{title}</h2>
      <ul className={classes.list}>
        {rows.map((one) => (
          <li key={one.key}>
            <span>{hourOf(one.at)}</span> {one.says}
          </li>
        ))}
      </ul>
    </section>
  );
}
