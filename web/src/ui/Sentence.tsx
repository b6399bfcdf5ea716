/** A sentence of the core. Its figures are doors where someone listens, plain text elsewhere. */
import type { Piece } from '../api/types';
import { pieceWords } from '../domain/sentences';
import type { UnitSystem } from '../domain/units';
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
        if (renderDoor && isDoor(piece)) {
          return (
            <span key={key} className={classes.kept}>
              {renderDoor({ figure: piece.figure, field: piece.field }, words)}
              {markAt(pieces, index + 1, system)}
            </span>
          );
        }
        const behind = pieces[index - 1];
        const rest =
          renderDoor && behind && isDoor(behind)
            ? words.slice(markAt(pieces, index, system).length)
            : words;
        return (
          <span key={key} className={piece.quantity ? classes.figure : undefined}>
            {rest}
          </span>
        );
      })}
    </>
  );
}

const isDoor = (piece: Piece): boolean => Boolean(piece.figure || piece.field);

/** The full stop or comma with which a piece begins: it stays with the figure before it. */
function markAt(pieces: readonly Piece[], index: number, system: UnitSystem): string {
  const piece = pieces[index];
  if (!piece || isDoor(piece)) return '';
  return /^[.,;:]/.exec(pieceWords(pieces, index, system))?.[0] ?? '';
}
