import { describe, expect, it } from 'vitest';
import type { Evaluation, Finding } from '../api/types';
import { mendsOf, withMoreMends } from './moreMends';

const finding = (code: string, ...fixes: string[]): Finding =>
  ({ code, about: 'one', verdict: 'fails', fixes }) as unknown as Finding;

const found = (left: string[], ...findings: Finding[]): Evaluation =>
  ({
    findings,
    mends_tried: left.length === 0,
    mends_left: left.map((one) => ({ finding: one, about: 'one' })),
  }) as unknown as Evaluation;

const fixes = ({ findings }: Evaluation) => findings.map((one) => [one.code, one.fixes]);

describe('mends that come in several answers', () => {
  const first = found(
    ['light.b', 'light.c', 'light.d'],
    finding('light.a', 'turn it'),
    finding('light.b', 'dim it'),
    finding('light.c'),
    finding('light.d'),
  );

  it('keeps those of the first answer, and takes those that were left then', () => {
    const next = found(
      ['light.b', 'light.d'],
      finding('light.a'),
      finding('light.b'),
      finding('light.c', 'lift it'),
      finding('light.d', 'move it'),
    );
    expect(fixes(withMoreMends(first, next))).toEqual([
      ['light.a', ['turn it']],
      ['light.b', ['dim it']],
      ['light.c', ['lift it']],
      ['light.d', ['move it']],
    ]);
  });

  it('lets go of a mend of which the whole trial found that nothing helps', () => {
    const next = found([], finding('light.a'), finding('light.b'), finding('light.c'));
    expect(fixes(withMoreMends(first, next))).toEqual([
      ['light.a', ['turn it']],
      ['light.b', []],
      ['light.c', []],
    ]);
  });

  it('knows of each finding how far its mends are', () => {
    const [a, b] = [finding('light.a'), finding('light.b')];
    expect(mendsOf(first, a, true)).toBe('tried');
    expect(mendsOf(first, b, true)).toBe('coming');
    expect(mendsOf(first, b, false)).toBe('out-of-time');
    expect(mendsOf(found([], a), b, true)).toBe('tried');
  });

  it('does not take figures alone for mends that were tried', () => {
    const figures = { ...found([]), mends_tried: false };
    expect(mendsOf(figures, finding('light.a'), true)).toBe('coming');
    expect(mendsOf(figures, finding('light.a'), false)).toBe('not-asked');
  });
});
