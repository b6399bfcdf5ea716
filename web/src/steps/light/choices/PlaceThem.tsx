/** Lamps placed and dimmed by Steeple: the ways found, what each costs, what then is still against it. */
import { Button, Progress, UnstyledButton } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { sentencesOf } from '../../../api/client';
import type { LightingOption, LightingOutcome, PlacingProgress } from '../../../api/types';
import { useSheet } from '../../../saving/context';
import { Sentence } from '../../../ui/Sentence';
import { useSteady } from '../../../ui/steady';
import classes from '../light.module.css';
import { placeLamps } from '../requests';

const KINDS: Record<string, string> = {
  best: 'Best in all',
  fewest: 'Fewest lamps',
  softest: 'Softest',
  'least floor': 'Least floor',
};

interface Props {
  /** Whether to look at once, because the sheet has nothing else to show. */
  atOnce: boolean;
}

export function PlaceThem({ atOnce }: Props) {
  const { plan, owned, change, camera } = useSheet();
  const [progress, setProgress] = useState<PlacingProgress | null>(null);
  const [outcome, setOutcome] = useState<LightingOutcome | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);

  const run = async (): Promise<void> => {
    const control = new AbortController();
    stop.current = control;
    setOutcome(null);
    setTrouble(null);
    setProgress({ done: 0, of: 1, now: 'looking round the room' });
    try {
      setOutcome(await placeLamps(plan, camera.index, owned, setProgress, control.signal));
    } catch (error) {
      if (!control.signal.aborted) setTrouble(sentencesOf(error)[0] ?? null);
    }
    setProgress(null);
  };
  const begin = useSteady(() => void run());
  useEffect(() => {
    if (atOnce) begin();
  }, [atOnce, begin]);
  const take = (option: LightingOption): void => {
    setOutcome(null);
    void change(option.changes);
  };

  return (
    <section className={classes.placing} aria-label="Place the lamps">
      <div className={classes.placingLine}>
        {progress ? (
          <>
            <Button variant="default" size="compact-md" onClick={() => stop.current?.abort()}>
              Stop
            </Button>
            <Progress
              className={classes.bar}
              value={(100 * progress.done) / progress.of}
              color="verdigris"
              aria-label="How far it is"
            />
            <output>{progress.now}</output>
          </>
        ) : (
          <>
            <Button size="compact-md" onClick={() => void run()}>
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
      {trouble ? <p role="alert">{trouble}</p> : null}
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
