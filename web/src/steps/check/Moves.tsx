/** The knobs of the support at hand, in the order in which they do not undo each other; and what is not as planned. */
import type { CheckReport } from '../../api/types';
import notes from '../../sheet/MarginNotes.module.css';
import { Sentence } from '../../ui/Sentence';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './check.module.css';

export function Moves({ report }: { report: CheckReport }) {
  if (!report.moves.length) return null;
  return (
    <section aria-label="Moves" className={classes.moves}>
      <h2>At the bench, in this order</h2>
      <ol>
        {report.moves.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: moves are made in one order
          <li key={index}>
            <b>
              <Sentence pieces={one.words} />
            </b>
            <span>
              <Sentence pieces={one.outcome} />
            </span>
          </li>
        ))}
      </ol>
      <p className={classes.quiet}>Then take another frame: the next one tells how near it is.</p>
    </section>
  );
}

export function Notes({ report }: { report: CheckReport }) {
  return (
    <section aria-label="What is not as planned" className={notes.notes}>
      {report.notes.map((one, index) => (
        <article
          // biome-ignore lint/suspicious/noArrayIndexKey: two patches may be hot
          key={`${one.code} ${index}`}
          className={notes.note}
          data-note={one.code}
          aria-label={`${one.code}, ${one.verdict}`}
        >
          <VerdictMark verdict={one.verdict} />
          <div>
            <h3 className={notes.title}>
              <Sentence pieces={one.title} />
            </h3>
            <p className={notes.word} data-verdict={one.verdict}>
              {one.verdict}
            </p>
            <p className={notes.reason}>
              <Sentence pieces={one.reason} />
            </p>
          </div>
        </article>
      ))}
      {report.notes.length ? null : (
        <p className={classes.quiet}>
          Nothing stands out: place, light and sharpness are as planned.
        </p>
      )}
    </section>
  );
}
