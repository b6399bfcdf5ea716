import { describe, expect, it } from 'vitest';
import { STEPS } from './registry';

describe('steps', () => {
  it('have one key each, in the order of work, and ask a question', () => {
    const keys = STEPS.map((step) => step.key);
    expect(new Set(keys).size).toBe(keys.length);
    const order = (key: string): number => (key === 'r' ? 0 : key === '0' ? 10 : Number(key));
    expect([...keys].sort((a, b) => order(a) - order(b))).toEqual(keys);
    for (const step of STEPS) expect(step.question.endsWith('?')).toBe(true);
  });
});
