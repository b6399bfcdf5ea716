/** A part of a sheet behind its heading; what is in it is asked for when it is opened. */
import { type ReactNode, useState } from 'react';
import compare from './Compare.module.css';

interface Props {
  title: string;
  /** Whether it stands open at first. */
  begins?: boolean;
  children: ReactNode;
}

export function Section({ title, begins = false, children }: Props) {
  const [open, setOpen] = useState(begins);
  return (
    <details
      className={compare.section}
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>
        <h2>{title}</h2>
      </summary>
      {open ? children : null}
    </details>
  );
}
