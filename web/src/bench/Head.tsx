/** The head of a page at the bench: which plan, and whether everything tapped is in the log. */
import { UnstyledButton, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { Link } from 'react-router';
import classes from './bench.module.css';

interface Props {
  title: string;
  children?: React.ReactNode;
}

export function Head({ title, children }: Props) {
  const scheme = useComputedColorScheme('light');
  const { setColorScheme } = useMantineColorScheme();
  return (
    <header className={classes.head}>
      <Link to="/bench" aria-label="All plans at the bench">
        plans
      </Link>
      <b>{title}</b>
      {children}
      <UnstyledButton
        className={classes.quietButton}
        onClick={() => setColorScheme(scheme === 'light' ? 'dark' : 'light')}
      >
        {scheme === 'light' ? 'evening' : 'daylight'}
      </UnstyledButton>
    </header>
  );
}

/** Whether everything tapped is in the log. */
export function Sent({ waiting, why }: { waiting: number; why: string }) {
  if (!waiting) return <output className={classes.sent}>all in the log</output>;
  return (
    <output className={classes.unsent} title={why}>
      {waiting} {waiting === 1 ? 'tap' : 'taps'} kept here
    </output>
  );
}
