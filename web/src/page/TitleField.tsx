/** The title of the plan, changed where it stands. */
import { useEffect, useState } from 'react';
import type { Problem } from '../api/types';
import classes from './page.module.css';

interface Props {
  title: string;
  onCommit: (title: string) => Promise<readonly Problem[]>;
}

export function TitleField({ title, onCommit }: Props) {
  const [draft, setDraft] = useState<string | null>(null);
  const [refusal, setRefusal] = useState<string | null>(null);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new stored title ends the draft
  useEffect(() => setDraft(null), [title]);

  const finish = async (): Promise<void> => {
    if (draft === null) return;
    if (draft.trim() === title) {
      setDraft(null);
      setRefusal(null);
      return;
    }
    const problems = await onCommit(draft.trim());
    setRefusal(problems[0]?.sentence ?? null);
    if (!problems.length) setDraft(null);
  };

  return (
    <span className={classes.titleField}>
      <input
        aria-label="Title of the plan"
        aria-invalid={refusal !== null}
        value={draft ?? title}
        maxLength={200}
        onChange={(event) => setDraft(event.currentTarget.value)}
        onBlur={() => void finish()}
        onKeyDown={(event) => {
          if (event.key === 'Enter') event.currentTarget.blur();
          if (event.key === 'Escape') {
            setDraft(null);
            setRefusal(null);
          }
        }}
      />
      {refusal ? <small role="alert">{refusal}</small> : null}
    </span>
  );
}
