/** Findings beside the drawing, like notes on a workshop sketch: numbered, with tried mends. */
import { UnstyledButton } from '@mantine/core';
import { memo } from 'react';
import type { Caution, Finding, Fix } from '../api/types';
import classes from './MarginNotes.module.css';
import { Sentence } from './Sentence';
import { useSteady } from './steady';
import { VerdictMark } from './VerdictMark';

interface Props {
  findings: readonly Finding[];
  /** Names of the cameras by their ids, where there are several. */
  cameras: ReadonlyMap<string, string>;
  cautions: readonly Caution[];
  mendsTried: boolean;
  /** Whether mends are being tried now. */
  trying: boolean;
  onMend: (fix: Fix) => void;
}

const SPEAKING = ['fails', 'watch', 'unknown'];

/** Findings that have something to say, in the order in which they are numbered. */
export function speaking(findings: readonly Finding[]): Finding[] {
  return findings.filter((finding) => SPEAKING.includes(finding.verdict));
}

export function MarginNotes({ findings, cameras, cautions, mendsTried, trying, onMend }: Props) {
  const notes = speaking(findings);
  const mend = useSteady(onMend);
  const quiet = findings.filter((finding) => finding.verdict === 'holds');
  return (
    <section aria-label="Margin notes" className={classes.notes}>
      {notes.map((finding, index) => (
        <Note
          key={`${finding.code}-${finding.about}`}
          number={index + 1}
          finding={finding}
          camera={cameras.get(finding.about) ?? null}
          mendsTried={mendsTried}
          trying={trying}
          onMend={mend}
        />
      ))}
      {cautions.map((caution) => (
        <aside key={caution.code} className={classes.caution}>
          <b>Caution</b> {caution.sentence}
        </aside>
      ))}
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
                  {cameras.has(finding.about) ? ` (${cameras.get(finding.about)} camera)` : null}
                </span>
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}

interface NoteProps {
  number: number;
  finding: Finding;
  /** The camera that it is about, where there are several. */
  camera: string | null;
  mendsTried: boolean;
  /** Whether mends are being tried now. */
  trying: boolean;
  onMend: (fix: Fix) => void;
}

const Note = memo(function Note({
  number,
  finding,
  camera,
  mendsTried,
  trying,
  onMend,
}: NoteProps) {
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
          {camera ? ` · ${camera} camera` : null}
        </p>
        {finding.reason.length ? (
          <p className={classes.reason}>
            <Sentence pieces={finding.reason} />
          </p>
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
        {mendsTried && !finding.fixes.length && finding.verdict !== 'unknown' ? (
          <p className={classes.reason}>
            Nothing tried mends this without breaking something else.
          </p>
        ) : null}
        {trying && finding.verdict !== 'unknown' && finding.verdict !== 'holds' ? (
          <p className={classes.reason}>Trying what would mend it …</p>
        ) : null}
      </div>
    </article>
  );
});
