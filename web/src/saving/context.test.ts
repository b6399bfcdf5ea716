import { describe, expect, it } from 'vitest';
import type { Evaluation, Plan } from '../api/types';
import { assumptionOf, cameraInHand, figureOf } from './context';

const plan = (...ids: string[]): Plan =>
  ({ cameras: ids.map((id) => ({ id })) }) as unknown as Plan;
const figure = (key: string, about: string) => ({ key, about });
const EVALUATION = {
  cameras: [
    {
      id: 'one',
      figures: [figure('lens.height', 'one')],
      working: [{ figure: 'lens.height', formula: 'of one' }],
    },
    { id: 'two', figures: [figure('lens.height', 'two')], working: [] },
  ],
  figures: [figure('work.elbow', ''), figure('lens.height', 'the plan')],
  working: [{ figure: 'work.elbow', formula: 'h ÷ 2' }],
  assumed: [{ field: '/table/height_mm', words: 'Table height' }],
} as unknown as Evaluation;

describe('the camera in hand', () => {
  it('is the one that is asked for', () => {
    const found = cameraInHand(plan('one', 'two'), EVALUATION, 'two');
    expect(found).toMatchObject({ index: 1, id: 'two', at: '/cameras/1' });
    expect(found.result?.id).toBe('two');
  });

  it.each([null, 'gone', ''])('is the first where %s is asked for', (wanted) => {
    expect(cameraInHand(plan('one', 'two'), EVALUATION, wanted)).toMatchObject({
      index: 0,
      id: 'one',
    });
  });

  it('has no result while its figures are still on their way', () => {
    const found = cameraInHand(plan('one', 'new'), EVALUATION, 'new');
    expect(found).toMatchObject({ id: 'new', result: null });
  });

  it('is none in a plan without cameras', () => {
    expect(cameraInHand(plan(), EVALUATION, 'one')).toEqual({
      index: 0,
      id: '',
      at: '/cameras/0',
      part: null,
      result: null,
    });
  });
});

describe('a figure', () => {
  const inHand = (id: string) => ({
    evaluation: EVALUATION,
    camera: cameraInHand(plan('one', 'two'), EVALUATION, id),
  });

  it('is that of the camera in hand before that of the plan', () => {
    expect(figureOf(inHand('two'), 'lens.height').figure?.about).toBe('two');
    expect(figureOf(inHand('one'), 'lens.height').working?.formula).toBe('of one');
  });

  it('is that of the plan as a whole where no camera has it', () => {
    const { figure: found, working } = figureOf(inHand('two'), 'work.elbow');
    expect([found?.about, working?.formula]).toEqual(['', 'h ÷ 2']);
  });

  it('is nothing where nothing is asked for, or nobody has it', () => {
    expect(figureOf(inHand('one'), null)).toEqual({ figure: undefined, working: undefined });
    expect(figureOf(inHand('one'), 'roll.size').figure).toBeUndefined();
  });
});

it('finds what was assumed by its field', () => {
  expect(assumptionOf(EVALUATION, '/table/height_mm')?.words).toBe('Table height');
  expect(assumptionOf(EVALUATION, '/table/width_mm')).toBeUndefined();
});
