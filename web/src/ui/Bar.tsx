/** The bar at the top: the name, what is open, and the few things that hold everywhere. */
import { UnstyledButton, useComputedColorScheme, useMantineColorScheme } from '@mantine/core';
import { Link } from 'react-router';
import classes from './Bar.module.css';
import { useUnits } from './units';

interface Props {
  children?: React.ReactNode;
  tools?: React.ReactNode;
}

export function Bar({ children, tools }: Props) {
  const { system, swap } = useUnits();
  const scheme = useComputedColorScheme('light');
  const { setColorScheme } = useMantineColorScheme();
  return (
    <header className={classes.bar} data-noprint>
      <Link to="/" className={classes.name} aria-label="Steeple, to the shelf">
        <svg width="14" height="24" viewBox="0 0 14 24" aria-hidden="true">
          <path d="M7 0v12" stroke="var(--verd)" strokeWidth="2" />
          <path d="M7 24l-4.4-7.4a4.7 4.7 0 1 1 8.8 0z" fill="var(--verd)" />
        </svg>
        Steeple
      </Link>
      <div className={classes.middle}>{children}</div>
      <div className={classes.tools}>
        {tools}
        <Link to="/drills" className={classes.toolLink}>
          drills
        </Link>
        <Link to="/guide" className={`${classes.toolLink} ${classes.wideOnly}`}>
          guide
        </Link>
        <Link to="/bench" className={classes.toolLink}>
          bench
        </Link>
        <Link to="/cupboard" className={classes.toolLink}>
          cupboard
        </Link>
        <UnstyledButton
          className={classes.tool}
          onClick={swap}
          aria-label={
            system === 'cm' ? 'Lengths in cm; change to inches' : 'Lengths in inches; change to cm'
          }
        >
          {system === 'cm' ? 'cm' : 'inch'}
        </UnstyledButton>
        <UnstyledButton
          className={classes.tool}
          onClick={() => setColorScheme(scheme === 'light' ? 'dark' : 'light')}
        >
          {scheme === 'light' ? 'evening' : 'daylight'}
        </UnstyledButton>
      </div>
    </header>
  );
}

export function BarTool({
  label,
  children,
  wideOnly = false,
  ...rest
}: {
  label: string;
  children: React.ReactNode;
  disabled?: boolean;
  wideOnly?: boolean;
  onClick: () => void;
}) {
  return (
    <UnstyledButton
      className={`${classes.tool} ${wideOnly ? classes.wideOnly : ''}`}
      aria-label={label}
      title={label}
      {...rest}
    >
      {children}
    </UnstyledButton>
  );
}
