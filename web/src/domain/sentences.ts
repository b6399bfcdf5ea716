/** Sentences of the core as plain text. */
import type { Piece } from '../api/types';
import { quantityWords, type UnitSystem } from './units';

const TIMES = ' × ';

/** What one piece of a sentence says; of two lengths joined by × only the second has its unit. */
export function pieceWords(pieces: readonly Piece[], index: number, system: UnitSystem): string {
  const piece = pieces[index];
  if (!piece) return '';
  if (!piece.quantity) return piece.text;
  const said = quantityWords(piece.quantity, system);
  const next = pieces[index + 1];
  return next?.text === TIMES && !next.quantity ? said.replace(/ (cm|in)$/, '') : said;
}

/** The whole sentence. */
export function sentenceWords(pieces: readonly Piece[], system: UnitSystem): string {
  return pieces.map((_, index) => pieceWords(pieces, index, system)).join('');
}
