/** Findings beside the drawing, like notes on a workshop sketch: numbered, with tried mends. */
import { Button, TextInput, UnstyledButton } from '@mantine/core';
import { memo, useState } from 'react';
import type { Caution, Finding, Fix, Verdict } from '../api/types';
import { PlanField } from '../fields/PlanField';
import type { MendsOf } from '../saving/moreMends';
import { Sentence } from '../ui/Sentence';
import { useSteady } from '../ui/steady';
import { VerdictMark } from '../ui/VerdictMark';
import classes from './MarginNotes.module.css';
import { Practise } from './Practise';

/** The notes of a camera that is not in hand. */
export interface OtherNotes {
  id: string;
  name: string;
  findings: readonly Finding[];
}

interface Props {
  findings: readonly Finding[];
  /** What there is to say of each other camera; the sheet is changed over to one by its name. */
  others: readonly OtherNotes[];
  onCamera: (id: string) => void;
  cautions: readonly Caution[];
  /** Said where the cupboard holds more than mends look at. */
  leftOut: string | null;
  /** How far the mends of a finding are. */
  mendsOf: (finding: Finding) => MendsOf;
  onMend: (fix: Fix) => void;
  /** To live with what is only to be watched, for a reason; no reason brings the note back. */
  onAccept: (finding: Finding, reason: string | null) => void;
}

const SPEAKING = ['fails', 'watch', 'unknown'];
const GRAVITY: readonly Verdict[] = ['fails', 'unknown', 'watch', 'holds'];

/** The heaviest verdict among some findings. */
function worstOf(findings: readonly Finding[]): Verdict {
  return GRAVITY.find((one) => findings.some((each) => each.verdict === one)) ?? 'holds';
}

/** Findings that have something to say, in the order in which they are numbered. */
export function speaking(findings: readonly Finding[]): Finding[] {
  return findings.filter((finding) => SPEAKING.includes(finding.verdict) && !finding.accepted);
}

export function MarginNotes(props: Props) {
  const { findings, others, onCamera, cautions, leftOut, mendsOf, onMend, onAccept } = props;
  const notes = speaking(findings);
  const mend = useSteady(onMend);
  const accept = useSteady(onAccept);
  const accepted = findings.filter((finding) => finding.accepted);
  const quiet = findings.filter((finding) => finding.verdict === 'holds');
  return (
    <section aria-label="Margin notes" className={classes.notes}>
      {notes.map((finding, index) => (
        <Note
          key={`${finding.code}-${finding.about}`}
          number={index + 1}
          finding={finding}
          mends={mendsOf(finding)}
          onMend={mend}
          onAccept={accept}
        />
      ))}
      {others.map((other) => (
        <UnstyledButton key={other.id} className={classes.other} onClick={() => onCamera(other.id)}>
          <VerdictMark verdict={worstOf(other.findings)} />
          <span>
            <b>{other.name} camera</b>: {other.findings.length}{' '}
            {other.findings.length === 1 ? 'note' : 'notes'}, {worstOf(other.findings)}
          </span>
        </UnstyledButton>
      ))}
      {leftOut && notes.length ? <p className={classes.reason}>{leftOut}</p> : null}
      {cautions.map((caution) => (
        <aside key={caution.code} className={classes.caution}>
          <b>Caution</b> {caution.sentence}
        </aside>
      ))}
      {accepted.length ? (
        <details className={classes.quiet}>
          <summary>
            {accepted.length} {accepted.length === 1 ? 'note' : 'notes'} you live with
          </summary>
          <ul>
            {accepted.map((finding) => (
              <li key={`${finding.code}-${finding.about}`}>
                <VerdictMark verdict="watch" />
                <span>
                  <Sentence pieces={finding.title} />: {finding.accepted}.{' '}
                  <UnstyledButton className={classes.accept} onClick={() => accept(finding, null)}>
                    Bring it back
                  </UnstyledButton>
                </span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
      {quiet.length ? (
        <details className={classes.quiet} open={notes.length === 0}>
          <summary>
            {quiet.length} {quiet.length === 1 ? 'thing holds' : 'things hold'}
          </summary>
          <ul>
            {quiet.map((finding) => (
              <li key={`${finding.code}-${finding.about}`}>
                <VerdictMark verdict="holds" />
                <span>
                  <Sentence pieces={finding.title} />
                </span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}

/** Asks why something to watch is all right here. */
function LiveWithIt({ onReason }: { onReason: (reason: string) => void }) {
  const [asked, setAsked] = useState(false);
  const [reason, setReason] = useState('');
  if (!asked) {
    return (
      <UnstyledButton className={classes.accept} onClick={() => setAsked(true)}>
        I live with this
      </UnstyledButton>
    );
  }
  return (
    <form
      className={classes.reasonForm}
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim()) onReason(reason.trim());
      }}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setAsked(false);
        event.stopPropagation();
      }}
    >
      <TextInput
        size="xs"
        label="Why is that all right here?"
        description="Stands on the card; the note is quiet until it fails"
        maxLength={120}
        autoFocus
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <Button size="compact-xs" type="submit" disabled={!reason.trim()}>
        Live with it
      </Button>
    </form>
  );
}

interface NoteProps {
  number: number;
  finding: Finding;
  mends: MendsOf;
  onMend: (fix: Fix) => void;
  onAccept: (finding: Finding, reason: string | null) => void;
}

const Note = memo(function Note(props: NoteProps) {
  const { number, finding, mends, onMend, onAccept } = props;
  const asks = finding.verdict === 'watch' || finding.verdict === 'fails';
  const [first] = finding.fixes;
  return (
    <article
      className={classes.note}
      data-note={finding.code}
      data-verdict={finding.verdict}
      // biome-ignore lint/a11y/noNoninteractiveTabindex: a note is reached with m, Enter mends
      tabIndex={0}
      aria-label={`Note ${number}, ${finding.verdict}`}
      onKeyDown={(event) => {
        if (event.key === 'Enter' && event.target === event.currentTarget && first) onMend(first);
      }}
    >
      <VerdictMark verdict={finding.verdict} />
      <div>
        <h3 className={classes.title}>
          {number} · <Sentence pieces={finding.title} />
        </h3>
        <p className={classes.word} data-verdict={finding.verdict}>
          {finding.verdict}
        </p>
        {finding.reason.length ? (
          <p className={classes.reason}>
            <Sentence pieces={finding.reason} />
          </p>
        ) : null}
        {finding.fields.length ? (
          <div className={classes.fields}>
            {finding.fields.map((pointer) => (
              <PlanField key={pointer} pointer={pointer} />
            ))}
          </div>
        ) : null}
        {finding.fixes.map((fix) => (
          <UnstyledButton
            key={JSON.stringify(fix.changes)}
            className={classes.mend}
            onClick={() => onMend(fix)}
          >
            <Sentence pieces={fix.action} />
            <span className={classes.outcome}>
              {' → '}
              <Sentence pieces={fix.outcome} />
            </span>
            {fix.cost.length ? (
              <span className={classes.cost}>
                <Sentence pieces={fix.cost} />
              </span>
            ) : null}
          </UnstyledButton>
        ))}
        {asks && mends === 'tried' && !finding.fixes.length ? (
          <p className={classes.reason}>
            Nothing tried mends this without breaking something else.
          </p>
        ) : null}
        {asks && mends === 'coming' ? (
          <p className={classes.reason}>Trying what would mend it …</p>
        ) : null}
        {asks && mends === 'out-of-time' ? (
          <p className={classes.reason}>
            {finding.fixes.length
              ? 'There was no time to try all that might mend it.'
              : 'There was no time to find what would mend it.'}
          </p>
        ) : null}
        <Practise code={finding.code} />
        {mends !== 'coming' && mends !== 'not-asked' && finding.verdict === 'watch' ? (
          <LiveWithIt onReason={(reason) => onAccept(finding, reason)} />
        ) : null}
      </div>
    </article>
  );
});
