import { describe, expect, it } from 'vitest';
import { frameChoices, readFrame } from './frames';

describe('published frames', () => {
  it('offers the usual ones, each once', () => {
    const values = frameChoices(1920, 1080).map((one) => one.value);
    expect(new Set(values).size).toBe(values.length);
    expect(values).toContain('1920x1080');
    expect(values).toContain('1080x1920');
  });

  it('puts a frame of its own first, and only where it is none of the usual', () => {
    const own = frameChoices(2048, 858);
    expect(own[0]).toEqual({ value: '2048x858', label: '2048 × 858, as chosen' });
    expect(own.length).toBe(frameChoices(1920, 1080).length + 1);
  });

  it('is read back as it was written', () => {
    for (const { value } of frameChoices(640, 480)) {
      const { width, height } = readFrame(value);
      expect(`${width}x${height}`).toBe(value);
    }
  });
});
