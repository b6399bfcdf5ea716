import { describe, expect, it } from 'vitest';
import type { SessionRecord } from '../api/types';
import {
  deviceId,
  readHeard,
  readKept,
  waitMs,
  without,
  withTold,
  writeHeard,
  writeKept,
} from './outbox';
import {
  cameHow,
  clockOf,
  dueAlarms,
  freshId,
  lastOf,
  type Says,
  standingOf,
  type Told,
  withOffset,
} from './told';

const START = Date.parse('2026-11-28T09:00:00Z');
let count = 0;
const told = (minute: number, says: Says): Told => {
  count += 1;
  return {
    ...says,
    id: `tap-${count}`,
    at: new Date(START + minute * 60_000).toISOString(),
    n: count,
  };
};
const RECORD: SessionRecord = {
  began: '2026-11-28T09:00:00Z',
  ended: null,
  revision: 2,
  takes: [
    {
      number: 1,
      id: 'take-1',
      start: '2026-11-28T09:01:00Z',
      end: null,
      seconds: null,
      revision: 2,
      stages: [],
      marks: [{ id: 'mark-1', mark: 'good', says: '', at: '2026-11-28T09:02:00Z', take_s: 60 }],
      stopped: [],
    },
  ],
  stops: [],
  set_up_min: null,
  adjusted: [],
  did: [],
  marks_between: [],
  losses: [],
  alarms: [],
  ticks: [],
  notes: [],
  devices: ['phone'],
  stage: 'laying',
  troubles: [],
};

describe('the session as this device knows it', () => {
  it('is nothing before the first tap', () => {
    const now = standingOf(null, []);
    expect(now.begun).toBe(false);
    expect(now.takeSince).toBeNull();
  });
  it('is told from taps alone while there is no connection', () => {
    const now = standingOf(null, [
      told(0, { kind: 'begin', revision: 3 }),
      told(1, { kind: 'take' }),
      told(2, { kind: 'take' }),
      told(3, { kind: 'mark', mark: 'good', says: '' }),
    ]);
    expect(now).toMatchObject({ begun: true, revision: 3, takes: 1, marks: 1 });
    expect(now.takeSince).toBe(START + 60_000);
    expect(now.zero).toBe(START + 60_000);
  });
  it('goes on from what the log has heard', () => {
    const now = standingOf(RECORD, [
      told(5, { kind: 'cut' }),
      told(6, { kind: 'withdrawn', of: 'mark-1' }),
    ]);
    expect(now).toMatchObject({ takes: 1, takeSince: null, marks: 0, stage: 'laying' });
    expect(standingOf(RECORD, [told(7, { kind: 'end' })]).ended).toBe(true);
  });
  it('sets taps of a clock that is off right', () => {
    const now = standingOf(null, [told(60, { kind: 'take' })], 3_600_000);
    expect(now.takeSince).toBe(START);
  });
});

describe('a session that nobody ended', () => {
  it('was last heard of at its last tap', () => {
    expect(lastOf(RECORD)).toBe('2026-11-28T09:02:00Z');
    expect(lastOf({ ...RECORD, takes: [] })).toBe(RECORD.began);
  });
});

describe('alarms', () => {
  const alarm = { rings_s: 100, at_s: 130, till_s: 160 };
  it('are due once, until they are answered', () => {
    expect(dueAlarms([alarm], [], 99)).toEqual([]);
    expect(dueAlarms([alarm], [], 100)).toEqual([alarm]);
    expect(dueAlarms([alarm], [130], 500)).toEqual([]);
  });
  it('are late where the phone slept, and missed where it was too late', () => {
    expect(cameHow(alarm, 105)).toEqual({ came: 'done', late_s: 0 });
    expect(cameHow(alarm, 150)).toEqual({ came: 'late', late_s: 50 });
    expect(cameHow(alarm, 400)).toEqual({ came: 'missed', late_s: 300 });
  });
});

describe('the outbox', () => {
  const store = () => {
    const kept = new Map<string, string>();
    return {
      getItem: (key: string) => kept.get(key) ?? null,
      setItem: (key: string, value: string) => void kept.set(key, value),
      removeItem: (key: string) => void kept.delete(key),
    };
  };
  it('keeps taps until the log has them', () => {
    const place = store();
    const box = { session: 's', device: 'd', count: 0, onItsWay: [] };
    const [one, two] = [told(0, { kind: 'take' }), told(1, { kind: 'cut' })];
    const full = withTold(withTold(box, one), two);
    writeKept(place, 'plan', full);
    expect(readKept(place, 'plan')).toEqual(full);
    expect(without(full, [one.id]).onItsWay).toEqual([two]);
    writeKept(place, 'plan', null);
    expect(readKept(place, 'plan')).toBeNull();
  });
  it('goes on where a browser keeps nothing, or nonsense', () => {
    const full = {
      ...store(),
      setItem: () => {
        throw new Error('full');
      },
    };
    expect(writeKept(full, 'plan', { session: 's', device: 'd', count: 0, onItsWay: [] })).toBe(
      false,
    );
    const place = store();
    place.setItem('steeple.bench.plan', '{"session": 4');
    expect(readKept(place, 'plan')).toBeNull();
  });
  it('remembers what the log told last, of this session alone', () => {
    const place = store();
    const heard = { id: 's', plan_id: 'plan', plan_title: 'Plan', record: RECORD };
    writeHeard(place, 'plan', heard);
    expect(readHeard(place, 'plan', 's')).toEqual(heard);
    expect(readHeard(place, 'plan', 'another')).toBeNull();
    writeHeard(place, 'plan', null);
    expect(readHeard(place, 'plan', 's')).toBeNull();
  });
  it('waits longer after each try that failed, and not for ever', () => {
    expect([0, 1, 2, 9].map(waitMs)).toEqual([500, 1000, 2000, 15_000]);
  });
  it('knows its device again', () => {
    const place = store();
    expect(deviceId(place, freshId)).toBe(deviceId(place, freshId));
    expect(deviceId(store(), freshId)).toMatch(/^d-[0-9a-f]{8}$/);
  });
});

describe('words and ids', () => {
  it('gives every tap an id of its own', () => {
    const ids = new Set(Array.from({ length: 500 }, freshId));
    expect(ids.size).toBe(500);
    for (const one of ids) expect(one).toMatch(/^[a-z0-9-]{8,40}$/);
  });
  it('tells times with the offset of the zone', () => {
    const at = new Date('2026-11-28T09:00:00.250Z');
    expect(withOffset(at)).toMatch(/[+-]\d\d:\d\d$/);
    expect(Date.parse(withOffset(at))).toBe(at.getTime());
  });
  it('shows spans as a clock does', () => {
    expect([0, 61, 3849, -4].map(clockOf)).toEqual(['0:00', '1:01', '1:04:09', '0:00']);
  });
});

describe('what is told beside a take', () => {
  it('leaves the session as it stands', () => {
    const before = standingOf(RECORD, []);
    const beside: Says[] = [
      { kind: 'set-up', minutes: 40 },
      { kind: 'lost', why: 'focus', minutes: 3, says: '' },
      { kind: 'note', says: 'more leaf' },
      { kind: 'adjust', device: 'lamp-key', name: 'Lamp', says: 'to 30 %', percent: 30 },
    ];
    for (const says of beside) expect(standingOf(RECORD, [told(5, says)])).toEqual(before);
  });

  it('stops a device until something is done at it', () => {
    const stopped: Says = {
      kind: 'stopped',
      device: 'camera-main',
      name: 'main',
      why: 'card full',
      ago_s: 0,
      silent: true,
    };
    const did: Says = { kind: 'did', device: 'camera-main', name: 'main', does: ['card', 'start'] };
    expect(standingOf(RECORD, [told(5, stopped)]).stopped).toEqual(['camera-main']);
    expect(standingOf(RECORD, [told(5, stopped), told(6, did)]).stopped).toEqual([]);
  });

  it('begins no second take while one runs, and ends it with the session', () => {
    const running = standingOf(RECORD, [told(5, { kind: 'take' })]);
    expect(running.takes).toBe(1);
    const over = standingOf(RECORD, [told(7, { kind: 'end' })]);
    expect([over.ended, over.takeSince]).toEqual([true, null]);
  });
});
