import { describe, expect, it } from 'vitest';
import type { Piece } from '../api/types';
import { frameChoices, readFrame } from './frames';
import { pieceWords, sentenceWords } from './sentences';
import { STEPS } from './steps';

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

describe('published frames', () => {
  it('lists the usual ones, and the plan’s own first where it is another', () => {
    expect(frameChoices(1920, 1080)).toHaveLength(6);
    expect(frameChoices(1600, 900)[0]).toEqual({
      value: '1600x900',
      label: '1600 × 900, as chosen',
    });
  });

  it('reads back what it lists', () => {
    for (const choice of frameChoices(1600, 900)) {
      const { width, height } = readFrame(choice.value);
      expect(choice.label.startsWith(`${width} × ${height}`)).toBe(true);
    }
  });
});

describe('steps', () => {
  it('have one key each', () => {
    expect(new Set(STEPS.map((step) => step.key)).size).toBe(STEPS.length);
    expect(STEPS.map((step) => step.id)).toEqual(['work', 'lens', 'hold', 'light', 'card']);
  });
});
