/** Each lamp of one's own alone in its best place, and kinds one could get: compared before paying. */
import { Loader, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../../api/client';
import type { LampRow } from '../../../api/types';
import { exactWords, lengthWords, massWords } from '../../../domain/units';
import { useCompared } from '../../../saving/asking';
import { useSheet } from '../../../saving/context';
import compare from '../../../ui/Compare.module.css';
import { Sentence } from '../../../ui/Sentence';
import { useUnits } from '../../../ui/units';
import { VerdictMark } from '../../../ui/VerdictMark';
import classes from '../light.module.css';
import { compareLamps } from '../requests';

export function OtherLamps() {
  const [open, setOpen] = useState(false);
  const found = useCompared('compare-lamps', open, compareLamps);
  const rows = found.data?.rows ?? [];
  const mine = rows.filter((row) => row.owned || row.considered);
  const kinds = rows.filter((row) => !mine.includes(row));
  return (
    <details
      className={compare.section}
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>
        <h2>Which of my lamps, and would another kind do better?</h2>
      </summary>
      {found.isError ? <p role="alert">{sentencesOf(found.error)[0]}</p> : null}
      {open && !found.data && !found.isError ? (
        <p className={compare.quiet}>
          <Loader size="xs" /> Putting each of them where it is best, alone
        </p>
      ) : null}
      {mine.map((row) => (
        <Row key={`${row.name} ${row.owned}`} row={row} />
      ))}
      {kinds.length ? (
        <h3 className={classes.kinds}>Kinds one could get, by usual figures</h3>
      ) : null}
      {kinds.map((row) => (
        <Row key={row.name} row={row} />
      ))}
    </details>
  );
}

function Row({ row }: { row: LampRow }) {
  const { change } = useSheet();
  const { system } = useUnits();
  const figures = [
    `shadows to ${exactWords(row.shade_stops, 1)} stops`,
    `even to ${exactWords(row.even_stops, 1)}`,
    `soft over ${lengthWords(row.soft_mm, system)}`,
    row.power_w === null ? '' : `${exactWords(row.power_w, 0)} W`,
    row.mass_g === null ? '' : massWords(row.mass_g, system),
  ].filter(Boolean);
  return (
    <section className={compare.ranked} aria-label={row.name}>
      <VerdictMark verdict={row.verdict} />
      <div>
        <b>{row.name}</b>
        {row.present ? <span className={classes.quiet}> · in this plan</span> : null}
        {row.considered && !row.present ? (
          <span className={classes.quiet}> · considered, not owned</span>
        ) : null}
        <p>
          <Sentence pieces={row.decides} />
        </p>
        <small>{figures.join(' · ')}</small>
      </div>
      {row.changes.length ? (
        <UnstyledButton
          className={compare.take}
          aria-label={`Light with ${row.name} alone`}
          onClick={() => void change(row.changes)}
        >
          light with it alone
        </UnstyledButton>
      ) : null}
    </section>
  );
}
