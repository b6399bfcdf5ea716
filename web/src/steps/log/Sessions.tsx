/** Past sessions, each as a string of takes. */

import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { sentencesOf } from '../../api/client';
import type { SessionOfLog } from '../../api/types';
import { Trouble } from '../../ui/Trouble';
import classes from './log.module.css';
import { dayWords, hourWords, sessionWords } from './model';
import { getSessions, SESSIONS_SHOWN } from './requests';

export function Sessions({ plan }: { plan: string | null }) {
  const [start, setStart] = useState(0);
  const found = useQuery({
    queryKey: ['sessions', plan, start],
    queryFn: () => getSessions(plan, start),
    placeholderData: (before) => before,
    refetchOnMount: 'always',
  });
  if (found.isError) return <Trouble sentences={sentencesOf(found.error)} />;
  if (!found.data) return null;
  return (
    <section aria-label="Sessions">
      <h2 className={classes.head}>Sessions</h2>
      {found.data.length === 0 ? (
        <p className={classes.quiet}>
          None yet. <Link to="/bench">Open the bench</Link>, and begin a take there.
        </p>
      ) : null}
      <ul className={classes.sessions}>
        {found.data.slice(0, SESSIONS_SHOWN).map((one) => (
          <li key={one.id}>
            <Link to={`/session/${one.id}`}>
              {dayWords(one.record.began)}, {hourWords(one.record.began)}
            </Link>
            <Line session={one} />
            <span>
              {plan ? '' : `${one.plan_title}: `}
              {sessionWords(one)}
            </span>
            <Button
              component="a"
              size="compact-sm"
              variant="default"
              href={`/api/log/sessions/${one.id}/markers.otio`}
              download
              aria-label={`Markers of ${dayWords(one.record.began)} for the edit`}
            >
              markers
            </Button>
          </li>
        ))}
      </ul>
      {start || found.data.length > SESSIONS_SHOWN ? (
        <div className={classes.ways}>
          <Button
            size="compact-sm"
            variant="default"
            disabled={start === 0}
            onClick={() => setStart(Math.max(0, start - SESSIONS_SHOWN))}
          >
            newer
          </Button>
          <Button
            size="compact-sm"
            variant="default"
            disabled={found.data.length <= SESSIONS_SHOWN}
            onClick={() => setStart(start + SESSIONS_SHOWN)}
          >
            older
          </Button>
        </div>
      ) : null}
    </section>
  );
}

const WIDE = 150;

/** The session as a line: takes in ink, what was lost of them in brick, good places as ticks. */
function Line({ session }: { session: SessionOfLog }) {
  const { record } = session;
  const start = Date.parse(record.began);
  const last = record.takes.at(-1)?.end ?? record.ended ?? record.began;
  const whole = Math.max(60_000, Date.parse(record.ended ?? last) - start);
  const x = (at: string): number => ((Date.parse(at) - start) / whole) * WIDE;
  return (
    <svg width={WIDE} height={22} viewBox={`0 0 ${WIDE} 22`} role="img" aria-label="Its takes">
      <line className={classes.day} x1={0} x2={WIDE} y1={14} y2={14} />
      {record.takes.map((one) => (
        <rect
          key={one.number}
          className={classes.takeInk}
          x={x(one.start)}
          width={Math.max(1.5, x(one.end ?? last) - x(one.start))}
          y={10}
          height={8}
        />
      ))}
      {record.stops
        .filter((one) => one.lost_s > 0)
        .map((one) => (
          <rect
            key={one.id}
            className={classes.lostInk}
            x={x(one.at)}
            width={Math.max(2, (one.lost_s * 1000 * WIDE) / whole)}
            y={10}
            height={8}
          />
        ))}
      {record.takes.flatMap((take) =>
        take.marks
          .filter((one) => one.mark === 'good')
          .map((one) => (
            <line
              key={one.id}
              className={classes.goodInk}
              x1={x(one.at)}
              x2={x(one.at)}
              y1={2}
              y2={10}
            />
          )),
      )}
    </svg>
  );
}
