/** The steps, one above the other, each with its verdict. */
import { memo } from 'react';
import { NavLink } from 'react-router';
import type { Verdict } from '../api/types';
import { STEPS } from '../domain/steps';
import classes from './Ladder.module.css';
import { VerdictMark } from './VerdictMark';

interface Props {
  planId: string;
  verdicts: Partial<Record<string, Verdict>>;
}

export const Ladder = memo(function Ladder({ planId, verdicts }: Props) {
  return (
    <nav className={classes.ladder} aria-label="Steps" data-noprint>
      {STEPS.map((step) => {
        const verdict = verdicts[step.id];
        return (
          <NavLink
            key={step.id}
            to={`/plan/${planId}/${step.id}`}
            className={({ isActive }) => `${classes.rung} ${isActive ? classes.here : ''}`}
            title={`${step.question} (key ${step.key})`}
          >
            {verdict ? <VerdictMark verdict={verdict} /> : <span className={classes.noMark} />}
            {step.name}
          </NavLink>
        );
      })}
    </nav>
  );
});
