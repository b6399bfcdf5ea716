/** Where no rig holds: what could give way, and the kinds of things of which one would mend it. */
import { Button } from '@mantine/core';
import type { RigOutcome } from '../../api/types';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import classes from './rig.module.css';

export function ToGet({ outcome }: { outcome: RigOutcome }) {
  const { change } = useSheet();
  const best = outcome.offers[0];
  if (outcome.holds || !best) return null;
  return (
    <section className={classes.toGet} aria-label="What could give way, and what would mend it">
      {outcome.give_ways.length ? (
        <>
          <h2>What could give way</h2>
          <ul>
            {outcome.give_ways.map((one) => (
              <li key={JSON.stringify(one.action)}>
                <b>
                  <Sentence pieces={one.action} />
                </b>{' '}
                <Sentence pieces={one.outcome} />{' '}
                <Button
                  variant="default"
                  size="compact-sm"
                  onClick={() => void change([...best.changes, ...one.changes])}
                >
                  Let it
                </Button>
              </li>
            ))}
          </ul>
        </>
      ) : null}
      {outcome.to_get.length ? (
        <>
          <h2>One thing would mend it</h2>
          <ul>
            {outcome.to_get.map((one) => (
              <li key={one.name}>
                <b>{one.name}</b>
                {one.look_for.length ? (
                  <>
                    : <Sentence pieces={one.look_for} />
                  </>
                ) : null}
                .{' '}
                <span className={classes.quiet}>
                  {one.leaves
                    ? `${one.leaves} of ${one.leaves + one.clears} stay`
                    : 'nothing fails then'}
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : null}
    </section>
  );
}
