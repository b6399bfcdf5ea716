/** The thumb's bar: where one goes at the bench. */
import { NavLink } from 'react-router';
import classes from './bench.module.css';

export function Foot({ planId }: { planId: string }) {
  const ways = [
    { to: `/bench/${planId}/call`, words: 'roll call' },
    { to: `/bench/${planId}/session`, words: 'session' },
    { to: `/plan/${planId}/card`, words: 'card' },
    { to: `/plan/${planId}/check`, words: 'check' },
    { to: `/plan/${planId}/log`, words: 'log' },
  ];
  return (
    <nav className={classes.foot} aria-label="At the bench">
      {ways.map((one) => (
        <NavLink
          key={one.to}
          to={one.to}
          className={({ isActive }) => `${classes.way} ${isActive ? classes.here : ''}`}
        >
          {one.words}
        </NavLink>
      ))}
    </nav>
  );
}
