/** A figure in a sentence: click it to change it where it can be changed, and to see its working. */
import { Popover, UnstyledButton } from '@mantine/core';
import { memo, useState } from 'react';
import type { Figure, Working } from '../api/types';
import { PlanField } from '../fields/PlanField';
import classes from './FigureDoor.module.css';
import { WorkingView } from './WorkingView';

interface Props {
  words: string;
  figure: Figure | undefined;
  working: Working | undefined;
  /** The field by which it is changed; null where it is none. */
  pointer: string | null;
  label: string;
}

export const FigureDoor = memo(function FigureDoor({
  words,
  figure,
  working,
  pointer,
  label,
}: Props) {
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
        {pointer ? <PlanField pointer={pointer} autoFocus /> : null}
        {figure && working ? <WorkingView figure={figure} working={working} /> : null}
      </Popover.Dropdown>
    </Popover>
  );
});
