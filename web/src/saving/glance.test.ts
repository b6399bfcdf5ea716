import { describe, expect, it } from 'vitest';
import type { Evaluation, Glance } from '../api/types';
import { mergedGlance } from './glance';

const figure = (key: string, value: number) => ({ key, quantity: { value, unit: 'mm' } });
const answer = (step: string, about: string, text: string) => ({ step, about, line: [{ text }] });
const finding = (code: string, about: string, verdict = 'watch') => ({
  code,
  about,
  step: code.split('.')[0],
  verdict,
});

const BEFORE = {
  answers: [
    answer('lens', 'one', 'old'),
    answer('lens', 'two', 'kept'),
    answer('hold', 'one', 'h'),
  ],
  drawings: { work: 'old work', roll: 'old roll' },
  figures: [figure('work.elbow', 1), figure('roll.size', 2)],
  working: [{ figure: 'work.elbow' }, { figure: 'roll.size' }],
  cameras: [
    {
      id: 'one',
      figures: [figure('lens.height', 1), figure('hold.load', 2)],
      working: [{ figure: 'lens.height' }, { figure: 'hold.load' }],
      drawings: { lens: 'old lens', hold: 'old hold', light: 'old light' },
    },
    { id: 'two', figures: [figure('lens.height', 9)], working: [], drawings: { lens: 'second' } },
  ],
  findings: [
    finding('lens.head', 'one'),
    finding('lens.head', 'two'),
    finding('hold.sags', 'one'),
    finding('work.reach', ''),
  ],
  mends_tried: true,
  mends_left: [],
  title: 'a plan',
} as unknown as Evaluation;

const GLANCE = {
  step: 'lens',
  about: 'one',
  answer: answer('lens', 'one', 'new'),
  drawings: { work: 'new work', roll: null },
  figures: [figure('work.elbow', 3)],
  working: [{ figure: 'work.elbow', formula: 'new' }],
  camera: {
    id: 'one',
    figures: [figure('lens.height', 5)],
    working: [{ figure: 'lens.height', formula: 'new' }],
    drawings: { lens: 'new lens', hold: null, light: null },
  },
  drawn: ['work', 'lens'],
  findings: [finding('lens.head', 'one', 'holds')],
} as unknown as Glance;

describe('a glance at one step', () => {
  const merged = mergedGlance(BEFORE, GLANCE) as unknown as Record<string, never> & {
    answers: { line: { text: string }[] }[];
    cameras: { figures: { key: string; quantity: { value: number } }[]; drawings: object }[];
    findings: { code: string; about: string; verdict: string }[];
  };

  it('changes the answer of that step and camera alone', () => {
    expect(merged.answers.map((one) => one.line[0]?.text)).toEqual(['new', 'kept', 'h']);
  });

  it('keeps figures and drawings of the other steps and cameras', () => {
    const figures = merged.cameras[0]?.figures.map((one) => [one.key, one.quantity.value]);
    expect(figures).toEqual([
      ['hold.load', 2],
      ['lens.height', 5],
    ]);
    expect(merged.cameras[0]?.drawings).toEqual({
      lens: 'new lens',
      hold: 'old hold',
      light: 'old light',
    });
    expect(merged.cameras[1]).toBe((BEFORE.cameras as unknown[])[1]);
  });

  it('keeps what other steps say of the plan as a whole', () => {
    const plan = merged as unknown as Evaluation;
    expect(plan.drawings).toEqual({ work: 'new work', roll: 'old roll' });
    expect(plan.figures.map((one) => [one.key, one.quantity.value])).toEqual([
      ['roll.size', 2],
      ['work.elbow', 3],
    ]);
    expect(plan.working.map((one) => [one.figure, one.formula])).toEqual([
      ['roll.size', undefined],
      ['work.elbow', 'new'],
    ]);
  });

  it('keeps what is found in other steps and for other cameras', () => {
    const found = merged.findings.map((one) => `${one.code} ${one.about} ${one.verdict}`);
    expect(found).toEqual([
      'lens.head two watch',
      'hold.sags one watch',
      'work.reach  watch',
      'lens.head one holds',
    ]);
  });

  it('says that no mends were tried', () => {
    expect((merged as unknown as Evaluation).mends_tried).toBe(false);
  });
});
