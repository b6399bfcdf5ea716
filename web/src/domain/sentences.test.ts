import { describe, expect, it } from 'vitest';
import type { Piece } from '../api/types';
import { pieceWords, sentenceWords } from './sentences';

const text = (words: string): Piece => ({ text: words, quantity: null, figure: null, field: null });
const mm = (value: number): Piece => ({
  text: '',
  quantity: { value, unit: 'mm' },
  figure: null,
  field: null,
});

describe('sentences are said in the units read', () => {
  const sentence = [text('It sees '), mm(597), text(' × '), mm(336), text(' at the table.')];

  it('says the unit of two joined lengths once', () => {
    expect(sentenceWords(sentence, 'cm')).toBe('It sees 59.7 × 33.6 cm at the table.');
    expect(sentenceWords(sentence, 'in')).toBe('It sees 23 1/2 × 13 1/4 in at the table.');
  });

  it('says each piece by itself', () => {
    expect(pieceWords(sentence, 1, 'cm')).toBe('59.7');
    expect(pieceWords(sentence, 3, 'cm')).toBe('33.6 cm');
    expect(pieceWords(sentence, 9, 'cm')).toBe('');
  });
});
