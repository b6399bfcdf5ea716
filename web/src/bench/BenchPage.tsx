/** The bench: which plan is filmed now; at the desk also the door to the local network. */
import { Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { sentencesOf } from '../api/client';

import { getShelf } from '../shelf/requests';
import { Bar } from '../ui/Bar';
import { Trouble } from '../ui/Trouble';
import classes from './bench.module.css';
import { Door } from './Door';
import { Head } from './Head';
import { whoAmI } from './requests';

export function BenchPage() {
  const shelf = useQuery({ queryKey: ['shelf'], queryFn: getShelf, refetchOnMount: 'always' });
  const me = useQuery({ queryKey: ['bench-me'], queryFn: whoAmI }).data;
  useEffect(() => {
    document.title = 'Bench · Steeple';
  }, []);
  return (
    <div className={classes.page}>
      {me?.at_the_bench ? <Head title={me.name} /> : <Bar />}
      <main className={me?.at_the_bench ? classes.sheet : classes.desk}>
        <section>
          <h1>{me?.at_the_bench ? 'What do you film now?' : 'The bench'}</h1>
          {me?.at_the_bench ? null : (
            <p className={classes.says}>
              Roll call and session of each plan, for a phone beside the work. They work on this
              machine, too.
            </p>
          )}
          {shelf.isError ? <Trouble sentences={sentencesOf(shelf.error)} /> : null}
          {shelf.isPending ? (
            <output>
              <Loader size="sm" /> Fetching the plans
            </output>
          ) : null}
          {shelf.data?.plans.length === 0 ? (
            <p className={classes.says}>
              There is no plan yet: begin one on the <Link to="/">shelf</Link>.
            </p>
          ) : null}
          <ul className={classes.plans}>
            {shelf.data?.plans.map((plan) => (
              <li key={plan.id}>
                <Link to={`/bench/${plan.id}/session`}>{plan.title}</Link>
                <Link to={`/bench/${plan.id}/call`}>roll call</Link>
              </li>
            ))}
          </ul>
        </section>
        {me && !me.at_the_bench ? <Door /> : null}
      </main>
    </div>
  );
}
