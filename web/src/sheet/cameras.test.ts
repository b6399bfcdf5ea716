import { describe, expect, it } from 'vitest';
import { cameraNames, namesById } from './cameras';

describe('the names of cameras', () => {
  it('are their roles', () => {
    expect(cameraNames([{ role: 'overhead' }, { role: 'low-side' }])).toEqual([
      'overhead',
      'low side',
    ]);
  });

  it('carry a number where two have the same role', () => {
    expect(cameraNames([{ role: 'face' }, { role: 'overhead' }, { role: 'face' }])).toEqual([
      'face 1',
      'overhead',
      'face 2',
    ]);
  });

  it('are none for no cameras', () => {
    expect(cameraNames([])).toEqual([]);
  });
});

describe('names by id', () => {
  it('tell several cameras apart', () => {
    const cameras = [
      { id: 'top', role: 'overhead' as const },
      { id: 'low', role: 'low-side' as const },
    ];
    expect(namesById(cameras).get('low')).toBe('low side');
  });

  it('are left out where there is one camera', () => {
    expect(namesById([{ id: 'top', role: 'overhead' }]).size).toBe(0);
  });
});
