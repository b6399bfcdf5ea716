import { describe, expect, it } from 'vitest';
import type { MicDrawing, Plan, SoundDrawing } from '../../api/types';
import {
  ARC_DEG,
  dbWords,
  echoSays,
  fallenDb,
  fresh,
  intoOf,
  micAt,
  micSays,
  noiseAt,
  onArc,
  recordersOf,
} from './model';

const plan = {
  cameras: [{ id: 'side' }],
  recorders: [{ id: 'box', gear: { name: 'A recorder' } }],
  mics: [
    {
      position: { x_mm: 100, y_mm: 50, z_mm: 400 },
      foot: { x_mm: 700, y_mm: 300 },
    },
    { position: { x_mm: null, y_mm: null, z_mm: null }, foot: { x_mm: null, y_mm: null } },
  ],
  sound: { noises: [{ name: 'fan', x_mm: null, y_mm: null }] },
} as unknown as Plan;

describe('a microphone moved', () => {
  it('takes its foot with it and keeps its height', () => {
    const now = micAt(plan, 0, { x: 150, y: 20 }, 400);
    expect(now.mics[0]?.position).toEqual({ x_mm: 150, y_mm: 20, z_mm: 400 });
    expect(now.mics[0]?.foot).toEqual({ x_mm: 750, y_mm: 270 });
    expect(plan.mics[0]?.position.x_mm).toBe(100);
  });
  it('leaves a foot to Steeple that was left to it', () => {
    const now = micAt(plan, 1, { x: 1.4, y: 2.6 }, 333.3);
    expect(now.mics[1]?.position).toEqual({ x_mm: 1, y_mm: 3, z_mm: 333 });
    expect(now.mics[1]?.foot).toEqual({ x_mm: null, y_mm: null });
  });
});

it('puts a noise where it stands', () => {
  expect(noiseAt(plan, 0, { x: 5.2, y: -7.8 }).sound.noises[0]).toMatchObject({
    x_mm: 5,
    y_mm: -8,
  });
});

describe('words', () => {
  const mic = { hears: 'your voice', over_echo_db: 3.4, over_noise_db: 21.6 } as MicDrawing;
  it('say over and under', () => {
    expect(dbWords(3.6)).toBe('4 dB');
    expect(micSays(mic)).toBe('your voice, 3 dB over the echo, 22 dB over the noise');
    expect(micSays({ ...mic, over_echo_db: -2 })).toContain('2 dB under the echo');
    expect(micSays({ ...mic, over_echo_db: null })).toContain('echo not known');
  });
  it('say how the echo is known', () => {
    const drawing = { mid_s: 0.614, measured: false } as SoundDrawing;
    expect(echoSays(drawing)).toBe('0.61 s by its surfaces');
    expect(echoSays({ ...drawing, measured: true })).toBe('0.61 s as a clap told it');
    expect(echoSays({ ...drawing, mid_s: null })).toBe('not known');
  });
  it('number names that are taken', () => {
    expect(fresh([], 'fan')).toBe('fan');
    expect(fresh(['fan', 'fan 2'], 'fan')).toBe('fan 3');
  });
});

it('falls by 60 dB in the reverberation time', () => {
  expect(fallenDb(0.5, 0.5)).toBe(-60);
  expect(fallenDb(0.25, 0.5)).toBe(-30);
});

it('stands on the arc from side to side', () => {
  expect(onArc(0)).toBe(0);
  expect((onArc(-1) * 180) / Math.PI).toBeCloseTo(-ARC_DEG);
});

it('tells what records, and reads it back', () => {
  const choices = recordersOf(plan, ['low side']);
  expect(choices.map((one) => one.label)).toEqual(['A recorder', 'the low side camera']);
  expect(choices.map((one) => intoOf(one.value))).toEqual([
    { kind: 'recorder', id: 'box' },
    { kind: 'camera', id: 'side' },
  ]);
  expect(intoOf('')).toBeNull();
});
