/** Marks by one thumb: places to be found again in the edit. */
import { Button, TextInput } from '@mantine/core';
import { useState } from 'react';
import classes from '../bench.module.css';
import type { Mark, Says, Standing } from '../told';

const MARKS: readonly { mark: Mark; words: string }[] = [
  { mark: 'good', words: 'good' },
  { mark: 'again', words: 'again' },
  { mark: 'cut here', words: 'cut here' },
];

interface Props {
  standing: Standing;
  onSay: (says: Says) => void;
}

export function Marks({ standing, onSay }: Props) {
  const [word, setWord] = useState<string | null>(null);
  const { lastMark } = standing;
  if (!standing.begun || standing.takes === 0) return null;
  if (word !== null) {
    return (
      <form
        className={classes.word}
        onSubmit={(event) => {
          event.preventDefault();
          if (word.trim()) onSay({ kind: 'mark', mark: 'word', says: word.trim() });
          setWord(null);
        }}
      >
        <TextInput
          autoFocus
          size="md"
          aria-label="A word on this place"
          value={word}
          maxLength={200}
          onChange={(event) => setWord(event.currentTarget.value)}
        />
        <Button type="submit" size="md">
          Mark it
        </Button>
      </form>
    );
  }
  return (
    <>
      <div className={classes.marks}>
        {MARKS.map((one) => (
          <button
            key={one.mark}
            type="button"
            className={classes.mark}
            onClick={() => onSay({ kind: 'mark', mark: one.mark, says: '' })}
          >
            {one.words}
          </button>
        ))}
        <button type="button" className={classes.mark} onClick={() => setWord('')}>
          a word
        </button>
      </div>
      {lastMark ? (
        <p className={classes.lastMark} aria-live="polite">
          marked “{lastMark.says || lastMark.mark}”{' '}
          <button type="button" onClick={() => onSay({ kind: 'withdrawn', of: lastMark.id })}>
            take it back
          </button>
        </p>
      ) : null}
    </>
  );
}
