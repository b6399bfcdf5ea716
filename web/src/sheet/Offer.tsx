/** What was found in a sentence, with the change that makes it so. */
import { Button } from '@mantine/core';
import type { ReactNode } from 'react';
import type { Change, Piece } from '../api/types';
import { useSheet } from '../saving/context';
import { Sentence } from '../ui/Sentence';

interface Props {
  pieces: readonly Piece[];
  changes: readonly Change[];
  className: string | undefined;
  /** Before the sentence. */
  children?: ReactNode;
}

export function Offer({ pieces, changes, className, children }: Props) {
  const { change } = useSheet();
  return (
    <p className={className}>
      {children}
      <Sentence pieces={pieces} />{' '}
      {changes.length ? (
        <Button variant="default" size="compact-sm" onClick={() => void change(changes)}>
          Put it there
        </Button>
      ) : null}
    </p>
  );
}
