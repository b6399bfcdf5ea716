/** A figure in a sentence: click it to change it where it can be changed, and to see its working. */
import { Popover, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { Figure, Working } from '../api/types';
import classes from './FigureDoor.module.css';
import { WorkingView } from './WorkingView';

interface Props {
  words: string;
  figure: Figure | undefined;
  working: Working | undefined;
  field: React.ReactNode;
  label: string;
}

export function FigureDoor({ words, figure, working, field, label }: Props) {
  const [open, setOpen] = useState(false);
  return (
    <Popover opened={open} onChange={setOpen} position="bottom-start" width="auto">
      <Popover.Target>
        <UnstyledButton
          className={classes.door}
          data-door
          aria-label={`${label}: ${words}`}
          aria-expanded={open}
          onClick={() => setOpen((now) => !now)}
        >
          {words}
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown className={classes.dropdown}>
        {field}
        {figure && working ? <WorkingView figure={figure} working={working} /> : null}
      </Popover.Dropdown>
    </Popover>
  );
}
