/** Inputs that belong together, folded away until they are wanted; their state in a few words. */
import { useState } from 'react';
import sheet from '../ui/SheetLayout.module.css';
import classes from './FieldGroup.module.css';

interface Props {
  title: string;
  words: string;
  open?: boolean;
  children: React.ReactNode;
}

export function FieldGroup({ title, words, open = false, children }: Props) {
  const [opened, setOpened] = useState(open);
  return (
    <details
      className={classes.group}
      open={open || undefined}
      onToggle={(event) => setOpened((was) => was || event.currentTarget.open)}
    >
      <summary>
        <b>{title}</b> <span>{words}</span>
      </summary>
      <div className={`${sheet.inputs} ${classes.inside}`}>{opened ? children : null}</div>
    </details>
  );
}
