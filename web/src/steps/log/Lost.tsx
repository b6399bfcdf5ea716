/** What was lost and why, over all sessions: how long each cause cost, and what would have saved most. */
import { useQuery } from '@tanstack/react-query';
import { spanWords } from '../../domain/units';
import classes from './log.module.css';
import { getLosses } from './requests';

export function Lost({ plan }: { plan: string | null }) {
  const found = useQuery({
    queryKey: ['losses', plan],
    queryFn: () => getLosses(plan),
    placeholderData: (before) => before,
    refetchOnMount: 'always',
  }).data;
  if (!found?.rows.length) return null;
  const most = Math.max(...found.rows.map((one) => one.minutes), 1e-9);
  return (
    <section aria-label="What was lost, and why">
      <h2 className={classes.head}>Lost, and why</h2>
      {found.rows.map((one) => (
        <div key={one.why} className={classes.loss}>
          <b>{spanWords(one.minutes * 60)}</b>
          <span className={classes.bar}>
            <i style={{ width: `${(100 * one.minutes) / most}%` }} />
          </span>
          <span>
            {one.says}
            {one.times > 1 ? `, ${one.times} times` : ''}
          </span>
        </div>
      ))}
      {found.says ? (
        <p>
          <b>Would have saved most:</b> {found.says}
        </p>
      ) : null}
    </section>
  );
}
