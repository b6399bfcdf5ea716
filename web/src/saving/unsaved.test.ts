import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Plan } from '../api/types';
import { dropUnsaved, keepUnsaved, readUnsaved } from './unsaved';

const plan = { title: 'kept' } as unknown as Plan;

/** A store as a browser has it, or one that refuses everything. */
function store(refuses: boolean) {
  const kept = new Map<string, string>();
  const guard = <T>(give: () => T): T => {
    if (refuses) throw new Error('QuotaExceededError');
    return give();
  };
  return {
    getItem: (key: string) => guard(() => kept.get(key) ?? null),
    setItem: (key: string, value: string) => guard(() => void kept.set(key, value)),
    removeItem: (key: string) => guard(() => void kept.delete(key)),
  };
}

describe('changes that could not be saved yet', () => {
  beforeEach(() => vi.stubGlobal('localStorage', store(false)));
  afterEach(() => vi.unstubAllGlobals());

  it('are kept for each plan apart, and dropped when saved', () => {
    keepUnsaved('a', { line: 'a', base: 3, plan });
    keepUnsaved('b', { line: 'a', base: 9, plan });
    expect(readUnsaved('a')).toEqual({ line: 'a', base: 3, plan });
    dropUnsaved('a');
    expect(readUnsaved('a')).toBeNull();
    expect(readUnsaved('b')?.base).toBe(9);
  });

  it('are none where the store holds something else', () => {
    localStorage.setItem('steeple.unsaved.c', '{ cut short');
    expect(readUnsaved('c')).toBeNull();
  });

  it('do not stop the page where the browser keeps nothing', () => {
    vi.stubGlobal('localStorage', store(true));
    keepUnsaved('a', { line: 'a', base: 1, plan });
    dropUnsaved('a');
    expect(readUnsaved('a')).toBeNull();
  });
});
