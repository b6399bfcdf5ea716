/** Card: what one does at the bench. Works with a thumb, prints on one page. */

import { Button, SegmentedControl } from '@mantine/core';
import { useState } from 'react';
import type { Card, CardRow, Caution, Mark } from '../../api/types';
import { lengthWords, quantityWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import type { SheetProps } from '../../sheet/step';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import classes from './card.module.css';
import { MarksDrawing } from './drawing/MarksDrawing';

type Paper = 'a4' | 'letter';
const PAGE_SIZE: Record<Paper, string> = { a4: 'A4', letter: 'letter' };

export function CardSheet({ planId }: SheetProps) {
  const { evaluation } = useSheet();
  const { system } = useUnits();
  const [paper, setPaper] = useState<Paper>(system === 'cm' ? 'a4' : 'letter');
  const { cards, cautions } = evaluation;
  const pdf = `/api/plans/${planId}/card.pdf?paper=${paper}&units=${system}`;
  return (
    <>
      <style>{`@page { size: ${PAGE_SIZE[paper]} portrait; margin: 12mm; }`}</style>
      <div className={classes.ways} data-noprint>
        <SegmentedControl
          aria-label="Paper"
          value={paper}
          onChange={(value) => setPaper(value as Paper)}
          data={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
        />
        <Button onClick={() => window.print()}>Print the card</Button>
        <Button component="a" href={pdf} variant="default">
          Save as PDF
        </Button>
      </div>
      {cards.map((card, index) => (
        <CardPage key={card.camera} card={card} cautions={index ? [] : cautions} />
      ))}
    </>
  );
}

interface CardPageProps {
  card: Card;
  cautions: readonly Caution[];
}

const NOTE_HEADINGS = {
  fails: 'Not right yet',
  unknown: 'Not known, so not cleared',
  accepted: 'Known and accepted',
} as const;

/** What whoever sets up has to know: what fails, what cannot be told, what was accepted. */
function Notes({ card, kind }: { card: Card; kind: keyof typeof NOTE_HEADINGS }) {
  const said = card.notes.filter((one) => one.kind === kind);
  if (!said.length) return null;
  return (
    <section
      className={kind === 'accepted' ? classes.cautions : classes.failing}
      aria-label={NOTE_HEADINGS[kind]}
    >
      <h2>{NOTE_HEADINGS[kind]}</h2>
      {said.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the notes of a card stand in one order
        <p key={index}>
          <Sentence pieces={one.title} />
          {one.reason ? `: ${one.reason}` : ''}.
        </p>
      ))}
    </section>
  );
}

function CardPage({ card, cautions }: CardPageProps) {
  const { system } = useUnits();
  return (
    <article
      className={classes.card}
      aria-label={`Set-up card${card.camera ? `, ${card.camera} camera` : ''}`}
    >
      <header className={classes.head}>
        <h1>{card.title}</h1>
        <span>
          {card.camera ? `set-up card, ${card.camera} camera` : 'set-up card'}
          {card.setup ? ` · ${card.setup}` : ''}
        </span>
      </header>
      {card.ready ? null : <p className={classes.missing}>{card.missing}</p>}
      <Notes card={card} kind="fails" />
      <Notes card={card} kind="unknown" />
      {card.changes.map((change) => (
        <section key={change.title} className={classes.moves} aria-label={change.title}>
          <h2>{change.title}</h2>
          <ol>
            {change.moves.map((one, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: moves are done in one order
              <li key={at}>
                <Sentence pieces={one} />
              </li>
            ))}
          </ol>
        </section>
      ))}
      <div className={classes.sections}>
        {card.sections.map((section) => (
          <section key={section.heading}>
            <h2>{section.heading}</h2>
            {section.rows.map((row) => (
              <Row key={row.label} row={row} />
            ))}
          </section>
        ))}
      </div>
      <section className={classes.marks}>
        <div className={classes.drawing}>
          <MarksDrawing card={card} />
        </div>
        <div>
          <h2>Tape down, from the table’s edges</h2>
          <Marks name="Zone" marks={card.zone_marks} />
          {card.frame_marks.length ? (
            <Marks name="Edge of the picture" marks={card.frame_marks} />
          ) : null}
        </div>
      </section>
      {card.check.length ? (
        <p>
          <Sentence pieces={card.check} />
        </p>
      ) : null}
      {card.way_round ? <p>{card.way_round}.</p> : null}
      <Notes card={card} kind="accepted" />
      {cautions.length ? (
        <section className={classes.cautions} aria-label="Cautions">
          <h2>Cautions</h2>
          {cautions.map((caution) => (
            <p key={caution.code}>{caution.sentence}</p>
          ))}
        </section>
      ) : null}
      <span className="visually-hidden">
        Lengths in {system === 'cm' ? 'centimetres' : 'inches'}.
      </span>
    </article>
  );
}

function Row({ row }: { row: CardRow }) {
  const { system } = useUnits();
  return (
    <dl className={classes.row}>
      <dt>
        {row.label}
        {row.assumed ? <em> assumed</em> : null}
      </dt>
      <dd>
        <b>{row.quantity ? quantityWords(row.quantity, system) : row.text}</b>
        {row.hint ? <small>{row.hint}</small> : null}
      </dd>
    </dl>
  );
}

function Marks({ name, marks }: { name: string; marks: readonly Mark[] }) {
  const { system } = useUnits();
  const off = marks.some((mark) => !mark.on_table);
  return (
    <>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">{name}</th>
            <th scope="col">from left edge</th>
            <th scope="col">from your edge</th>
          </tr>
        </thead>
        <tbody>
          {marks.map((mark) => (
            <tr key={mark.corner}>
              <th scope="row">
                {mark.corner}
                {mark.on_table ? '' : ' *'}
              </th>
              <td>{lengthWords(mark.from_left_mm, system)}</td>
              <td>{lengthWords(mark.from_front_mm, system)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {off ? <small>* off the table</small> : null}
    </>
  );
}
