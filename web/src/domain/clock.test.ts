import { describe, expect, it } from 'vitest';
import { clockWords, HOURS } from './clock';

describe('directions as hours', () => {
  it('begin away from the maker and run clockwise', () => {
    expect(clockWords(0)).toBe('12 o’clock');
    expect(clockWords(90)).toBe('3 o’clock');
    expect(clockWords(315)).toBe('half past 10');
    expect(clockWords(360)).toBe('12 o’clock');
    expect(clockWords(-30)).toBe('11 o’clock');
  });

  it('offers each hour once', () => {
    expect(new Set(HOURS.map((one) => one.label)).size).toBe(12);
  });
});
