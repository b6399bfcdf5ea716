/** Lamps placed and dimmed by Steeple: the ways found, what each costs, what then is still against it. */
import { Button, UnstyledButton } from '@mantine/core';
import { useEffect } from 'react';
import type { LightingOption, LightingOutcome, PlacingProgress } from '../../../api/types';
import { useSheet } from '../../../saving/context';
import { Sentence } from '../../../ui/Sentence';
import { useLongWork } from '../../../ui/useLongWork';
import { Working } from '../../../ui/Working';
import classes from '../light.module.css';
import { placeLamps } from '../requests';

const KINDS: Record<string, string> = {
  best: 'Best in all',
  fewest: 'Fewest lamps',
  softest: 'Softest',
  'least floor': 'Least floor',
};

const FIRST: PlacingProgress = { done: 0, of: 1, now: 'looking round the room' };

interface Props {
  /** Whether to look at once, because the sheet has nothing else to show. */
  atOnce: boolean;
}

export function PlaceThem({ atOnce }: Props) {
  const { plan, owned, change, camera } = useSheet();
  const { progress, outcome, trouble, run, stop, forget } = useLongWork<
    PlacingProgress,
    LightingOutcome
  >((tell, signal) => placeLamps(plan, camera.index, owned, tell, signal), FIRST);
  useEffect(() => {
    if (atOnce) run();
  }, [atOnce, run]);
  const take = (option: LightingOption): void => {
    forget();
    void change(option.changes);
  };

  return (
    <section className={classes.placing} aria-label="Place the lamps">
      <div className={classes.placingLine}>
        {progress ? (
          <Working progress={progress} onStop={stop} />
        ) : (
          <>
            <Button size="compact-md" onClick={run}>
              Place the lamps
            </Button>
            {outcome ? null : (
              <span className={classes.quiet}>
                those of the plan and the best of the cupboard: direction, distance and dimmer
              </span>
            )}
          </>
        )}
        {outcome ? (
          <output>
            <Sentence pieces={outcome.says} />{' '}
            {outcome.remaining.map((one, index) => (
              <span key={JSON.stringify(one)}>
                {index ? '; ' : ''}
                <Sentence pieces={one} />
              </span>
            ))}
          </output>
        ) : null}
      </div>
      {trouble.length ? <p role="alert">{trouble[0]}</p> : null}
      {outcome?.options.map((option) => (
        <UnstyledButton
          key={option.kind}
          className={classes.way}
          onClick={() => take(option)}
          aria-label={`Set it so: ${KINDS[option.kind] ?? option.kind}`}
        >
          <b>{KINDS[option.kind] ?? option.kind}</b> <Sentence pieces={option.line} />
          <small>
            <Sentence pieces={option.gives} />
            {option.costs.length ? (
              <>
                {' '}
                · <Sentence pieces={option.costs} />
              </>
            ) : null}
          </small>
        </UnstyledButton>
      ))}
    </section>
  );
}
