/** Work it out: the core sets the camera for the zone, or says what stands against it. */
import { Button, UnstyledButton } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import type { Owned } from '../../api/owned';
import type { Change, Plan } from '../../api/types';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import classes from './lens.module.css';
import { workOut } from './requests';

export function WorkItOut({ owned }: { owned: Owned }) {
  const { plan, change, camera } = useSheet();
  const run = useMutation({ mutationFn: (now: Plan) => workOut(now, camera.index, owned) });
  const take = (changes: readonly Change[]) => {
    void change(changes);
    run.reset();
  };
  const outcome = run.data;
  return (
    <section className={classes.workOut} aria-label="Work it out">
      <div className={classes.workOutLine}>
        <Button size="compact-md" loading={run.isPending} onClick={() => run.mutate(plan)}>
          Work it out
        </Button>
        {outcome ? null : (
          <span>height, zoom, aperture, focus and way round for this zone, with this gear</span>
        )}
        {outcome ? (
          <p aria-live="polite">
            <Sentence pieces={outcome.line} />{' '}
            {outcome.remaining.map((title) => (
              <span key={JSON.stringify(title)} className={classes.remains}>
                Still: <Sentence pieces={title} />.{' '}
              </span>
            ))}
            {outcome.worse.length ? (
              <span className={classes.remains}>
                It <Sentence pieces={outcome.worse} />.
              </span>
            ) : null}
          </p>
        ) : null}
        {outcome?.changes.length ? (
          <>
            <Button size="compact-md" variant="default" onClick={() => take(outcome.changes)}>
              Set it so
            </Button>
            <Button size="compact-md" variant="subtle" onClick={() => run.reset()}>
              Leave it
            </Button>
          </>
        ) : null}
      </div>
      {run.isError ? <p role="alert">{sentencesOf(run.error)[0]}</p> : null}
      {outcome?.give_ways.length ? (
        <div className={classes.giveWays}>
          <p>The least that would have to give way; any one of these makes all the rest fit:</p>
          {outcome.give_ways.map((fix) => (
            <UnstyledButton
              key={JSON.stringify(fix.action)}
              className={classes.giveWay}
              onClick={() => take(fix.changes)}
            >
              <b>
                <Sentence pieces={fix.action} />
              </b>{' '}
              → <Sentence pieces={fix.outcome} />
              {fix.cost.length ? (
                <small>
                  {' '}
                  <Sentence pieces={fix.cost} />
                </small>
              ) : null}
            </UnstyledButton>
          ))}
        </div>
      ) : null}
    </section>
  );
}
