/** The card of one camera: what is not right, its drawings, everything that is set, tape marks, cautions. */
import type { ReactNode } from 'react';
import type { CameraViews, Card, CardRow, Caution, Mark } from '../../api/types';
import { lengthWords, quantityWords } from '../../domain/units';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import classes from './card.module.css';
import { Drawn } from './drawing/Drawn';
import type { CardForm } from './requests';

interface Props {
  card: Card;
  views: CameraViews | undefined;
  cautions: readonly Caution[];
  form: CardForm;
  first: boolean;
  /** What stands once, on the first card: the cameras on lines, and the round of the lamps. */
  children: ReactNode;
}

const NOTE_HEADINGS = {
  fails: 'Not right yet',
  unknown: 'Not known, so not cleared',
  accepted: 'Known and accepted',
} as const;

/** Sections of the long card that a short one leaves out: they are on its drawings and lines. */
const ON_THE_SHORT = ['Support', 'Sound', 'Session'];

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

export function CardPage({ card, views, cautions, form, first, children }: Props) {
  const { system } = useUnits();
  const Title = first ? 'h1' : 'h2';
  const sections =
    form === 'long'
      ? card.sections
      : card.sections.filter((one) => ON_THE_SHORT.includes(one.heading));
  return (
    <article
      className={classes.card}
      aria-label={`Set-up card${card.camera ? `, ${card.camera} camera` : ''}`}
    >
      <header className={classes.head}>
        <Title className={classes.title}>{card.title}</Title>
        <span>
          {card.camera ? `set-up card, ${card.camera} camera` : 'set-up card'}
          {card.setup ? ` · ${card.setup}` : ''}
        </span>
      </header>
      {card.ready ? null : <p className={classes.missing}>{card.missing}</p>}
      <Notes card={card} kind="fails" />
      <Notes card={card} kind="unknown" />
      {views && (form === 'long' || first || card.ready) ? (
        <div className={classes.drawings}>
          <Drawn view={views.side} />
          {form === 'long' || first ? <Drawn view={views.above} /> : null}
        </div>
      ) : null}
      {children}
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
      {views?.parts && form === 'long' ? (
        <div className={classes.parts}>
          <Drawn view={views.parts} />
        </div>
      ) : null}
      <div className={classes.sections}>
        {sections.map((section) => (
          <section key={section.heading}>
            <h2>{section.heading}</h2>
            {section.rows.map((row, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: rows stand in one order, some without a label
              <Row key={index} row={row} />
            ))}
          </section>
        ))}
      </div>
      <Tape card={card} views={views} />
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

/** The picture on the table with its tape: drawn, and in figures. */
function Tape({ card, views }: { card: Card; views: CameraViews | undefined }) {
  return (
    <section className={classes.marks}>
      <div className={classes.drawing}>{views?.frame ? <Drawn view={views.frame} /> : null}</div>
      <div>
        <h2>Tape down, from the table’s edges</h2>
        <Marks name="Zone" marks={card.zone_marks} />
        {card.frame_marks.length ? (
          <Marks name="Edge of the picture" marks={card.frame_marks} />
        ) : null}
      </div>
    </section>
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
