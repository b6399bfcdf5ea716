/** The session timer: the bob sinks by the clock, and what is to be done next rings. */
import { Button } from '@mantine/core';
import { useEffect, useRef } from 'react';
import type { RollDrawing } from '../../../api/types';
import { momentWords, spanWords } from '../../../domain/units';
import { ring } from '../../../ui/ring';
import { Sentence } from '../../../ui/Sentence';
import { nextAlarm } from '../model';
import classes from '../roll.module.css';
import type { Running } from './useRunning';

export function Timer({ drawing, running }: { drawing: RollDrawing; running: Running }) {
  const { seconds } = running;
  const next = seconds === null ? undefined : nextAlarm(drawing.alarms, seconds);
  const rings = seconds !== null && next !== undefined && seconds >= next.rings_s;
  const rung = useRef<number | null>(null);
  useEffect(() => {
    if (rings && next && rung.current !== next.at_s) {
      rung.current = next.at_s;
      ring();
    }
  }, [rings, next]);
  if (seconds === null) {
    return (
      <p className={classes.timer}>
        <Button variant="default" size="compact-md" onClick={running.begin}>
          Begin the session now
        </Button>
        <span>once every device shows that it records</span>
      </p>
    );
  }
  const over = seconds >= drawing.length_s;
  return (
    <div className={classes.timer} data-rings={rings || undefined} role="timer">
      <b className={classes.time}>{momentWords(Math.min(seconds, drawing.length_s))}</b>
      <span>
        {over ? 'The time is over: stop everything, and look at each card.' : null}
        {!over && next ? (
          <>
            {rings ? 'Now: ' : `In ${spanWords(Math.max(0, next.at_s - seconds))}: `}
            <Sentence pieces={next.says} />
            {next.till_s === null ? '' : `, by ${momentWords(next.till_s)} at the latest`}
          </>
        ) : null}
        {!over && !next ? 'Nothing more is to be done by hand.' : null}
      </span>
      <Button variant="default" size="compact-sm" onClick={running.end}>
        It has ended
      </Button>
    </div>
  );
}
