/** The numbers of margin notes, where they apply in a drawing. */
import type { Finding, Verdict } from '../../api/types';
import classes from '../drawings.module.css';

export interface NotePlace {
  number: number;
  verdict: Verdict;
  place: string;
}

/** The notes of a sheet, numbered as they stand in its margin. */
export function numbered(findings: readonly Finding[]): NotePlace[] {
  return findings.map((finding, index) => ({
    number: index + 1,
    verdict: finding.verdict,
    place: finding.place,
  }));
}

export interface Spot {
  x: number;
  y: number;
}

/** Writes the numbers of the notes at their places; those at one place stand side by side. */
export function NoteNumbers({
  notes,
  spots,
}: {
  notes: readonly NotePlace[];
  spots: Record<string, Spot>;
}) {
  const used = new Map<string, number>();
  return (
    <g aria-hidden="true">
      {notes.map((note) => {
        const spot = spots[note.place];
        if (!spot) return null;
        const before = used.get(note.place) ?? 0;
        used.set(note.place, before + 1);
        return (
          <text
            key={note.number}
            x={spot.x + before * 16}
            y={spot.y}
            className={classes.note}
            data-verdict={note.verdict}
            textAnchor="middle"
          >
            {note.number}
          </text>
        );
      })}
    </g>
  );
}
