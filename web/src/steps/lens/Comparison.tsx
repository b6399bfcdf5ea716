/** What one owns, side by side for the same zone; the two schools; three ways to come closer. */
import { Loader, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import { leftOutWords } from '../../api/owned';
import type { Comparison as Compared, CompareRow, School } from '../../api/types';
import { exactWords, lengthWords, type UnitSystem } from '../../domain/units';
import { useCompared } from '../../saving/asking';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './lens.module.css';
import { compareGear } from './requests';

export function Comparison() {
  const { cupboard } = useSheet();
  const leftOut = leftOutWords(cupboard);
  const [open, setOpen] = useState(false);
  const compared = useCompared('compare', open, compareGear);
  return (
    <details
      className={classes.section}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      open={open}
    >
      <summary>
        <h2>Which of mine, and would another kind do better?</h2>
      </summary>
      {leftOut ? <p className={classes.quiet}>{leftOut}</p> : null}
      {compared.isError ? <p role="alert">{sentencesOf(compared.error)[0]}</p> : null}
      {open && !compared.data && !compared.isError ? (
        <p className={classes.quiet}>
          <Loader size="xs" /> Setting each of them for this zone
        </p>
      ) : null}
      {compared.data ? <Rows compared={compared.data} /> : null}
      {compared.data?.schools.length ? <Schools compared={compared.data} /> : null}
      {compared.data?.closer.length ? <Closer compared={compared.data} /> : null}
    </details>
  );
}

function Mark({ works }: { works: boolean }) {
  return <VerdictMark verdict={works ? 'holds' : 'fails'} />;
}

function Rows({ compared }: { compared: Compared }) {
  const { system } = useUnits();
  return (
    <div className={classes.scroll}>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">each set as well as it can be for this zone</th>
            <th scope="col">zoom</th>
            <th scope="col">{compared.measure === 'height' ? 'height' : 'distance'}</th>
            <th scope="col">f-number</th>
            <th scope="col">px/mm</th>
            <th scope="col">for hands</th>
            <th scope="col">head clear</th>
            <th scope="col">
              <span className="visually-hidden">take it</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {compared.rows.map((row) => (
            <Row key={`${row.name}-${row.owned}-${row.considered}`} row={row} system={system} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

function Row({ row, system }: { row: CompareRow; system: UnitSystem }) {
  const { change } = useSheet();
  return (
    <tr data-present={row.present || undefined}>
      <th scope="row">
        <span className={classes.named}>
          <Mark works={row.works} />
          <span>
            {row.name}
            {row.present ? (
              <em> · in this plan</em>
            ) : row.considered ? (
              <em> · considered, not owned</em>
            ) : row.owned ? null : (
              <em> · a kind to get</em>
            )}
            {row.turned ? <small>with the camera turned by 90°</small> : null}
            {row.works ? null : <small>not met: {row.unmet.join(', ')}</small>}
            {row.worse.length ? (
              <small>
                <Sentence pieces={row.worse} />
              </small>
            ) : null}
          </span>
        </span>
      </th>
      <td>{row.focal_mm === null ? '—' : `${exactWords(row.focal_mm, 1)} mm`}</td>
      <td>{lengthWords(row.value_mm, system)}</td>
      <td>{row.f_number === null ? '—' : `f/${exactWords(row.f_number, 1)}`}</td>
      <td>{exactWords(row.px_per_mm, 2)}</td>
      <td>{lengthWords(row.hand_room_mm, system)}</td>
      <td>{row.head_clearance_mm === null ? '—' : lengthWords(row.head_clearance_mm, system)}</td>
      <td>
        {row.owned && row.works && !row.present ? (
          <UnstyledButton
            className={classes.take}
            aria-label={`Take ${row.name}`}
            onClick={() => void change(row.changes)}
          >
            take it
          </UnstyledButton>
        ) : null}
      </td>
    </tr>
  );
}

function Schools({ compared }: { compared: Compared }) {
  const { system } = useUnits();
  return (
    <>
      <h3>Above your head, or between face and hands?</h3>
      <div className={classes.schools}>
        {compared.schools.map((school) => (
          <SchoolCard key={school.name} school={school} system={system} />
        ))}
      </div>
    </>
  );
}

/** What of the maker and the camera is in the way, in sentences; says so when nothing is. */
function inTheWay(school: School): string[] {
  const percent = (share: number) => `${exactWords(share * 100, 1)} %`;
  const some = (share: number) => share >= 0.0005;
  return [
    some(school.head_in_frame)
      ? `Your head takes up to ${percent(school.head_in_frame)} of the picture.`
      : 'Your head stays out of the picture.',
    some(school.zone_hidden)
      ? `It hides up to ${percent(school.zone_hidden)} of the zone.`
      : 'Nothing of you hides the zone but your hands.',
    some(school.own_view_hidden)
      ? `The camera hides ${percent(school.own_view_hidden)} of the zone from you.`
      : 'You see the whole zone past the camera.',
  ];
}

function SchoolCard({ school, system }: { school: School; system: UnitSystem }) {
  const { change } = useSheet();
  return (
    <section className={classes.school}>
      <h4 className={classes.named}>
        <Mark works={school.works} />
        <span>The lens {school.name}</span>
      </h4>
      <p>
        At {lengthWords(school.value_mm, system)}
        {school.focal_mm === null ? '' : `, zoom ${exactWords(school.focal_mm, 1)} mm`}:{' '}
        {exactWords(school.px_per_mm, 2)} px/mm, {lengthWords(school.hand_room_mm, system)} for
        hands. {inTheWay(school).join(' ')}
      </p>
      {school.works ? null : <p>Not met: {school.unmet.join(', ')}.</p>}
      <UnstyledButton className={classes.take} onClick={() => void change(school.changes)}>
        hang it there
      </UnstyledButton>
    </section>
  );
}

function Closer({ compared }: { compared: Compared }) {
  return (
    <>
      <h3>To show a part {exactWords(compared.closer_times, 1)}× as large</h3>
      <ul className={classes.closer}>
        {compared.closer.map((way) => (
          <li key={way.way}>
            <Mark works={way.possible} />
            <span>
              <b>{way.way}</b>: {exactWords(way.detail_px, 1)} px on the finest line.{' '}
              <Sentence pieces={way.says} />
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
