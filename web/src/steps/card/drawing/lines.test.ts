import { expect, test } from 'vitest';
import type { DrawnView } from '../../../api/types';
import { armsOf, pathOf, placing } from './lines';

const measure: DrawnView['measures'][number] = {
  across: true,
  a: [0, 100],
  b: [300, 100],
  line_at_mm: -50,
  what: 'lens',
  says: 'left table edge to the lens',
  length: { value: 300, unit: 'mm' },
  words_at: [150, -40],
  anchor: 'middle',
};

test('a measure has its line, two ticks and two lines to what is measured', () => {
  const arms = armsOf(measure, 10);
  expect(arms).toHaveLength(5);
  expect(arms[0]).toEqual([
    [0, -50],
    [300, -50],
  ]);
  // The lines leave a gap at what is measured and go a little beyond the line.
  expect(arms).toContainEqual([
    [0, 97],
    [0, -55],
  ]);
});

test('what lies on the line of a measure needs no line to it', () => {
  expect(armsOf({ ...measure, a: [0, -50], b: [300, -50] }, 10)).toHaveLength(3);
});

test('a picture counts from its top left', () => {
  const view = { left: -100, top: 400 } as DrawnView;
  expect(placing(view)([0, 150])).toEqual([100, 250]);
  expect(
    pathOf(
      [
        [0, 0],
        [10, 5],
      ],
      true,
    ),
  ).toBe('M0.0 0.0L10.0 5.0Z');
});
