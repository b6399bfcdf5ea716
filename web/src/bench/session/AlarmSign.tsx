/** The alarms of the plan: what is next, and a large sign with a sound when it is due. */
import { Button } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import type { RollDrawing } from '../../api/types';
import { sentenceWords } from '../../domain/sentences';
import { momentWords, spanWords } from '../../domain/units';
import { ring } from '../../ui/ring';
import { Sentence } from '../../ui/Sentence';
import classes from '../bench.module.css';
import { cameHow, dueAlarms, type Says } from '../told';

const AGAIN_MS = 8000;
const SNOOZE_S = 60;
const SHAKES = [300, 150, 300, 150, 500];

interface Props {
  roll: RollDrawing;
  /** Since the first take began; null before. */
  seconds: number | null;
  answered: readonly number[];
  onSay: (says: Says) => void;
}

export function AlarmSign({ roll, seconds, answered, onSay }: Props) {
  const [quietUntil, setQuietUntil] = useState(0);
  const due = seconds === null ? [] : dueAlarms(roll.alarms, answered, seconds);
  const first = seconds !== null && seconds >= quietUntil ? due[0] : undefined;
  const rings = first !== undefined;
  const at = first?.at_s;
  const rung = useRef<ReturnType<typeof setInterval> | undefined>(undefined);
  useEffect(() => {
    if (!rings || at === undefined) return;
    const call = (): void => {
      ring();
      navigator.vibrate?.(SHAKES);
    };
    call();
    rung.current = setInterval(call, AGAIN_MS);
    return () => clearInterval(rung.current);
  }, [rings, at]);
  if (seconds === null) return null;
  if (first) {
    const { came, late_s } = cameHow(first, seconds);
    return (
      <div className={classes.sign} role="alertdialog" aria-label="Alarm">
        <p>
          <Sentence pieces={first.says} />
        </p>
        <span>
          {came === 'missed' && first.till_s !== null
            ? `It had to be done by ${momentWords(first.till_s)}: look whether it still runs.`
            : first.till_s === null
              ? `Due at ${momentWords(first.at_s)}.`
              : `By ${momentWords(first.till_s)} at the latest.`}
          {late_s ? ` The phone slept: this is ${spanWords(late_s)} late.` : ''}
        </span>
        <Button
          size="xl"
          fullWidth
          onClick={() =>
            onSay({
              kind: 'alarm',
              alarm_s: first.at_s,
              came,
              late_s,
              says: sentenceWords(first.says, 'cm').slice(0, 200),
            })
          }
        >
          {came === 'missed' ? 'I have seen it' : 'Done'}
        </Button>
        <Button
          size="md"
          fullWidth
          variant="default"
          onClick={() => setQuietUntil(seconds + SNOOZE_S)}
        >
          Ring again in a minute
        </Button>
      </div>
    );
  }
  const next = roll.alarms.find((one) => one.rings_s > seconds && !answered.includes(one.at_s));
  if (!next) return null;
  return (
    <p className={classes.nextAlarm}>
      In {spanWords(Math.max(0, next.at_s - seconds))}: <Sentence pieces={next.says} />
    </p>
  );
}
