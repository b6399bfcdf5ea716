/** Takes by what was marked, what stopped, and words. */
import { Button, NativeSelect, TextInput } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { sentencesOf } from '../../api/client';
import { spanWords } from '../../domain/units';
import { Trouble } from '../../ui/Trouble';
import classes from './log.module.css';
import { dayWords, hourWords, marksWords, NOTHING_SOUGHT, type Sought } from './model';
import { findTakes } from './requests';

const PAGE = 30;

export function Takes({ plan }: { plan: string | null }) {
  const [sought, setSought] = useState<Sought>(NOTHING_SOUGHT);
  const [start, setStart] = useState(0);
  const found = useQuery({
    queryKey: ['takes', sought, plan, start],
    queryFn: () => findTakes(sought, plan, start),
    placeholderData: keepPreviousData,
    refetchOnMount: 'always',
  });
  const seek = (change: Partial<Sought>): void => {
    setStart(0);
    setSought((now) => ({ ...now, ...change }));
  };
  const count = found.data?.count ?? 0;
  return (
    <>
      <div className={classes.seek}>
        <TextInput
          label="Words"
          placeholder="a mark, a stage, a device, a plan"
          value={sought.words}
          maxLength={120}
          onChange={(event) => seek({ words: event.currentTarget.value })}
        />
        <NativeSelect
          label="Marked"
          value={sought.mark ?? ''}
          data={[
            { value: '', label: 'anything' },
            { value: 'good', label: 'good' },
            { value: 'again', label: 'again' },
            { value: 'cut here', label: 'cut here' },
            { value: 'word', label: 'with a word' },
          ]}
          onChange={(event) =>
            seek({ mark: (event.currentTarget.value || null) as Sought['mark'] })
          }
        />
        <NativeSelect
          label="Something stopped"
          value={sought.stopped ?? ''}
          data={[
            { value: '', label: 'either way' },
            { value: 'yes', label: 'yes' },
            { value: 'no', label: 'no' },
          ]}
          onChange={(event) =>
            seek({ stopped: (event.currentTarget.value || null) as Sought['stopped'] })
          }
        />
        <TextInput
          label="From"
          type="date"
          value={sought.since}
          onChange={(event) => seek({ since: event.currentTarget.value })}
        />
        <TextInput
          label="To"
          type="date"
          value={sought.until}
          onChange={(event) => seek({ until: event.currentTarget.value })}
        />
      </div>
      {found.isError ? <Trouble sentences={sentencesOf(found.error)} /> : null}
      <p className={classes.quiet} role="status">
        {found.data ? `${count} ${count === 1 ? 'take' : 'takes'}` : 'Looking'}
      </p>
      <ul className={classes.takes}>
        {found.data?.takes.map((one) => (
          <li key={`${one.session_id} ${one.take.number}`}>
            <Link to={`/session/${one.session_id}`}>
              {dayWords(one.take.start)}, {hourWords(one.take.start)}
            </Link>
            <span>
              {plan ? '' : `${one.plan_title}, `}take {one.take.number}
              {one.take.stages.length ? `, ${one.take.stages.join(', ')}` : ''}
            </span>
            <span>{one.take.seconds === null ? 'running' : spanWords(one.take.seconds)}</span>
            <span>
              {one.take.stopped.length ? <b className={classes.stopped}>stopped </b> : null}
              {marksWords(one)}
            </span>
          </li>
        ))}
      </ul>
      {count > PAGE ? (
        <div className={classes.ways}>
          <Button
            size="compact-sm"
            variant="default"
            disabled={start === 0}
            onClick={() => setStart(Math.max(0, start - PAGE))}
          >
            newer
          </Button>
          <span className={classes.quiet}>
            {start + 1} to {Math.min(count, start + PAGE)}
          </span>
          <Button
            size="compact-sm"
            variant="default"
            disabled={start + PAGE >= count}
            onClick={() => setStart(start + PAGE)}
          >
            older
          </Button>
        </div>
      ) : null}
    </>
  );
}
