/** The steps, one above the other, each with its verdict. */
import { memo } from 'react';
import { NavLink, useLocation } from 'react-router';
import type { Verdict } from '../api/types';
import { STEPS } from '../steps/registry';
import { VerdictMark } from '../ui/VerdictMark';
import classes from './Ladder.module.css';

interface Props {
  planId: string;
  verdicts: Partial<Record<string, Verdict>>;
}

export const Ladder = memo(function Ladder({ planId, verdicts }: Props) {
  const { search } = useLocation();
  return (
    <nav className={classes.ladder} aria-label="Steps" data-noprint>
      {STEPS.map((step) => {
        const verdict = verdicts[step.id];
        return (
          <NavLink
            key={step.id}
            to={{ pathname: `/plan/${planId}/${step.id}`, search }}
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
