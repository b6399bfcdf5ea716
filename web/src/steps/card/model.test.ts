import { expect, test } from 'vitest';
import type { FullCard } from '../../api/types';
import { countWords, keysOf, toggled } from './model';

test('a tick goes on and off', () => {
  expect(toggled(['a'], 'b')).toEqual(['a', 'b']);
  expect(toggled(['a', 'b'], 'a')).toEqual(['b']);
});

test('what is ticked is counted in words', () => {
  expect(countWords(0, 12)).toBe('12 things to tick off');
  expect(countWords(3, 12)).toBe('3 of 12 ticked off');
  expect(countWords(12, 12)).toBe('all 12 ticked off');
});

test('every list has its keys', () => {
  const item = (key: string) => ({ key, says: [] });
  const full = {
    packing: [
      { heading: 'Light', items: [{ ...item('p'), name: [], count: 1, hint: '', to_get: false }] },
    ],
    location: [item('l')],
    leaving: [item('v')],
  } as unknown as FullCard;
  expect(keysOf(full)).toEqual(['p', 'l', 'v']);
});
