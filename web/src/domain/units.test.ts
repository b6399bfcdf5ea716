import { describe, expect, it } from 'vitest';
import rows from '../../../tests/reference/length_words.json';
import {
  arrowStep,
  exactWords,
  inSystem,
  lengthWords,
  parseLength,
  parseNumber,
  quantityWords,
  toTape,
  type UnitSystem,
} from './units';

describe('figures of a session', () => {
  it.each([
    [4320, 'moment', '1:12'],
    [1799, 'moment', '0:29:59'],
    [45, 'span', '45 s'],
    [101, 'span', '1 min 41 s'],
    [1740, 'span', '29 min'],
    [4320, 'span', '1 h 12 min'],
    [7200, 'span', '2 h'],
    [640e6, 'bytes', '640 MB'],
    [45e9, 'bytes', '45 GB'],
    [1.25e12, 'bytes', '1.25 TB'],
    [12.87, 'mbit_s', '12.9 Mbit/s'],
  ] as const)('says %d %s as the core does', (value, unit, words) => {
    expect(quantityWords({ value, unit }, 'cm')).toBe(words);
  });
});

describe('lengths are said as the core says them', () => {
  it.each(rows.rows)('$mm mm', ({ mm, cm, in: inches }) => {
    expect(lengthWords(mm, 'cm')).toBe(cm);
    expect(lengthWords(mm, 'in')).toBe(inches);
  });
});

describe('lengths are read as they are typed', () => {
  const cases: [string, UnitSystem, number | null][] = [
    ['42', 'cm', 420],
    ['42,5', 'cm', 425],
    [' 42.5 cm ', 'in', 425],
    ['420 mm', 'cm', 420],
    ['1.2 m', 'cm', 1200],
    ['16 1/2', 'in', 419.1],
    ['3/8', 'in', 9.525],
    ['-1/2', 'in', -12.7],
    ['16 1/0', 'in', null],
    ['12"', 'cm', 304.8],
    ['', 'cm', null],
    ['abc', 'cm', null],
    ['1e9', 'cm', null],
    ['4 2', 'cm', null],
  ];
  it.each(cases)('%s in %s', (text, system, expected) => {
    expect(parseLength(text, system)).toBe(expected);
  });

  it('reads back what it said to the nearest mark', () => {
    for (let mm = 0; mm < 500; mm += 7) {
      for (const system of ['cm', 'in'] as const) {
        const back = parseLength(lengthWords(mm, system), system);
        expect(Math.abs((back ?? Number.NaN) - mm)).toBeLessThanOrEqual(25.4 / 16);
      }
    }
  });
});

describe('other figures', () => {
  it('says each unit in its own way', () => {
    expect(quantityWords({ value: 5.6, unit: 'f_number' }, 'cm')).toBe('f/5.6');
    expect(quantityWords({ value: 0.4, unit: 'mm_exact' }, 'in')).toBe('0.4 mm');
    expect(quantityWords({ value: 2, unit: 'times' }, 'cm')).toBe('2×');
    expect(quantityWords({ value: 0.0374, unit: 'ratio' }, 'cm')).toBe('0.0374');
    expect(exactWords(-0.0001, 2)).toBe('0');
    expect(exactWords(1200, 0)).toBe('1200');
  });

  it('reads plain numbers', () => {
    expect(parseNumber('5,6')).toBe(5.6);
    expect(parseNumber('f5')).toBeNull();
  });

  it('steps and rounds by the tape', () => {
    expect(arrowStep('cm', false)).toBe(10);
    expect(arrowStep('in', true)).toBe(127);
    expect(toTape(740.4, 'cm')).toBe(740);
    expect(toTape(740, 'in')).toBeCloseTo(739.775, 3);
  });

  it('says the range of a refusal in the units read', () => {
    const said = 'Table width is 1e+09 mm; it must be between 5 mm and 10000 mm.';
    expect(inSystem(said, 'cm')).toBe(
      'Table width is 100000000.0 cm; it must be between 0.5 cm and 1000.0 cm.',
    );
  });
});

it('masses and torques are said with their unit', () => {
  expect(quantityWords({ value: 849.6, unit: 'g' }, 'cm')).toBe('850 g');
  expect(quantityWords({ value: 1354, unit: 'g' }, 'cm')).toBe('1.35 kg');
  expect(quantityWords({ value: 1354, unit: 'g' }, 'in')).toBe('2.99 lb');
  expect(quantityWords({ value: 240, unit: 'g' }, 'in')).toBe('8.5 oz');
  expect(quantityWords({ value: 3.456, unit: 'n_m' }, 'cm')).toBe('3.46 Nm');
});

it('says areas in square metres or feet, and echoes in decimals', () => {
  expect(quantityWords({ value: 4.52, unit: 'm2' }, 'cm')).toBe('4.5 m²');
  expect(quantityWords({ value: 4.52, unit: 'm2' }, 'in')).toBe('49 sq ft');
  expect(quantityWords({ value: 0.456, unit: 'rt60_s' }, 'cm')).toBe('0.46 s');
  expect(quantityWords({ value: 5.6, unit: 'db' }, 'cm')).toBe('6 dB');
});
