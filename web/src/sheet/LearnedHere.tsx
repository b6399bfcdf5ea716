/** What the log has learned that the figures of a sheet rest on, and the way to do without it. */
import { UnstyledButton } from '@mantine/core';
import { Link } from 'react-router';
import type { Assumption, Plan, StepId } from '../api/types';
import { valueAt } from '../domain/plan';
import { quantityWords } from '../domain/units';
import { useUnits } from '../ui/units';
import classes from './MarginNotes.module.css';

/** On which sheet a figure that was learned tells, by the end of its pointer. */
const TELLS: Readonly<Record<string, StepId>> = {
  learned_focal_share: 'lens',
  learned_sag_mm: 'hold',
  learned_light_share: 'light',
  learned_daylight_share: 'light',
  learned_battery_share: 'roll',
  learned_bitrate_share: 'roll',
  learned_stop_share: 'roll',
};

/** The figures of a sheet that were learned, each once. */
export const learnedOn = (assumed: readonly Assumption[], step: string): Assumption[] => {
  const own = assumed.filter(
    (one) => one.learned && TELLS[one.field.split('/').at(-1) ?? ''] === step,
  );
  return own.filter((one, index) => own.findIndex((each) => each.field === one.field) === index);
};

/** What a figure was learned of: the thing, or the room, that has it in the plan; its own words where that has no name. */
export function learnedOf(plan: Plan, { field, words }: Assumption): string {
  const of = valueAt(plan, field.split('/').slice(0, -1).join('/')) as { name?: unknown } | null;
  return typeof of?.name === 'string' && of.name ? of.name : words;
}

interface Props {
  learned: readonly Assumption[];
  plan: Plan;
  planId: string;
  /** Takes what was learned out of this plan. */
  onDrop: (field: string) => void;
}

export function LearnedHere({ learned, plan, planId, onDrop }: Props) {
  const { system } = useUnits();
  if (!learned.length) return null;
  return (
    <details className={classes.learned} open>
      <summary>
        {learned.length} {learned.length === 1 ? 'figure' : 'figures'} as the log has learned
      </summary>
      <ul>
        {learned.map((one) => (
          <li key={one.field}>
            <b>{learnedOf(plan, one)}</b>:{' '}
            {one.quantity ? quantityWords(one.quantity, system) : one.text}, {one.why}.{' '}
            <UnstyledButton className={classes.accept} onClick={() => onDrop(one.field)}>
              Do without
            </UnstyledButton>
          </li>
        ))}
      </ul>
      <Link className={classes.practise} to={`/plan/${planId}/log`}>
        What it rests on
      </Link>
    </details>
  );
}
