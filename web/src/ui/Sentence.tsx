/** A sentence of the core. Its figures are doors where someone listens, plain text elsewhere. */
import type { Piece } from '../api/types';
import { pieceWords } from '../domain/sentences';
import classes from './Sentence.module.css';
import { useUnits } from './units';

export interface Door {
  figure: string | null;
  field: string | null;
}

interface Props {
  pieces: readonly Piece[];
  renderDoor?: (door: Door, words: string) => React.ReactNode;
}

export function Sentence({ pieces, renderDoor }: Props) {
  const { system } = useUnits();
  return (
    <>
      {pieces.map((piece, index) => {
        const words = pieceWords(pieces, index, system);
        const key = `${index}-${piece.figure ?? ''}${piece.field ?? ''}`;
        if (renderDoor && (piece.figure || piece.field)) {
          return (
            <span key={key}>{renderDoor({ figure: piece.figure, field: piece.field }, words)}</span>
          );
        }
        return (
          <span key={key} className={piece.quantity ? classes.figure : undefined}>
            {words}
          </span>
        );
      })}
    </>
  );
}
