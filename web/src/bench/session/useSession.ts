/** A session at the bench: taps are kept here first, sent when that works, and told by every device alike. */
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Refused, sentencesOf } from '../../api/client';
import type { SessionOfLog } from '../../api/types';
import {
  deviceId,
  type Kept,
  readHeard,
  readKept,
  waitMs,
  without,
  withTold,
  writeHeard,
  writeKept,
} from '../outbox';
import { getSession, runningSessions, tell } from '../requests';
import {
  freshId,
  lastOf,
  type Says,
  STALE_MS,
  type Standing,
  standingOf,
  withOffset,
} from '../told';

const BATCH = 100;
const LOOK_MS = 4000;

export interface Session {
  /** Whether it is known whether a session of this plan runs. */
  known: boolean;
  id: string | null;
  standing: Standing;
  heard: SessionOfLog | null;
  /** How many taps are kept here and not sent yet. */
  waiting: number;
  /** Why they are not sent; empty where they are on their way. */
  why: string;
  /** What the log would not take. */
  refused: readonly string[];
  /** How far this device's clock is before that of the log, milliseconds. */
  ahead: number;
  /** A session of this plan that was begun long ago and never ended. */
  stale: SessionOfLog | null;
  endStale: () => Promise<void>;
  say: (says: Says, revision: number) => void;
  leave: () => void;
}

export function useSession(planId: string): Session {
  const [kept, setKept] = useState<Kept | null>(() => readKept(localStorage, planId));
  const [heard, setHeardNow] = useState<SessionOfLog | null>(() =>
    kept ? readHeard(localStorage, planId, kept.session) : null,
  );
  const setHeard = useCallback(
    (found: SessionOfLog | null): void => {
      writeHeard(localStorage, planId, found);
      setHeardNow(found);
    },
    [planId],
  );
  const [known, setKnown] = useState(kept !== null);
  const [ahead, setAhead] = useState(0);
  const [why, setWhy] = useState('');
  const [stale, setStale] = useState<SessionOfLog | null>(null);
  const [refused, setRefused] = useState<string[]>([]);
  const now = useRef(kept);
  const sending = useRef(false);
  const failed = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const put = useCallback(
    (next: Kept | null): void => {
      now.current = next;
      writeKept(localStorage, planId, next);
      setKept(next);
    },
    [planId],
  );

  const send = useCallback(async (): Promise<void> => {
    clearTimeout(timer.current);
    const box = now.current;
    if (sending.current || !box?.onItsWay.length) return;
    sending.current = true;
    try {
      const batch = box.onItsWay.slice(0, BATCH);
      const reply = await tell(box.session, planId, box.device, batch);
      failed.current = 0;
      setWhy('');
      setAhead(Date.now() - Date.parse(reply.now));
      if (reply.session) setHeard(reply.session);
      if (reply.refused.length) {
        setRefused((before) => [...before, ...reply.refused.map((one) => one.sentence)]);
      }
      const done = [...reply.kept, ...reply.refused.map((one) => one.id)];
      if (now.current?.session === box.session) put(without(now.current, done));
    } catch (error) {
      failed.current += 1;
      setWhy(sentencesOf(error)[0] ?? '');
      // What the log will not take as a whole is said, and kept: nothing tapped is thrown away.
      if (
        error instanceof Refused &&
        error.status < 500 &&
        ![401, 408, 429].includes(error.status)
      ) {
        failed.current = 6;
      }
    } finally {
      sending.current = false;
      if (now.current?.onItsWay.length) {
        timer.current = setTimeout(() => void send(), failed.current ? waitMs(failed.current) : 0);
      }
    }
  }, [planId, put, setHeard]);

  const look = useCallback(async (): Promise<void> => {
    try {
      const id = now.current?.session;
      if (id) {
        const found = await getSession(id).catch((error: unknown) => {
          if (error instanceof Refused && error.status === 404) return null;
          throw error;
        });
        if (found) setHeard(found);
        if (found?.record.ended && !now.current?.onItsWay.length) put(null);
      } else {
        const found = await runningSessions(planId);
        setAhead(found.ahead);
        const running = found.sessions[0];
        const old = running && Date.now() - Date.parse(running.record.began) > STALE_MS;
        setStale(running && old ? running : null);
        if (running && !old && !now.current) {
          setHeard(running);
          put({
            session: running.id,
            device: deviceId(localStorage, freshId),
            count: 0,
            onItsWay: [],
          });
        }
      }
      setKnown(true);
    } catch {
      setKnown(true); // it can be begun without the log, too
    }
  }, [planId, put, setHeard]);

  useEffect(() => {
    void look();
    void send();
    const again = (): void => {
      if (document.visibilityState === 'hidden') return;
      failed.current = 0;
      void send();
      void look();
    };
    const looking = setInterval(() => {
      if (document.visibilityState === 'visible' && !sending.current) void look();
    }, LOOK_MS);
    window.addEventListener('online', again);
    document.addEventListener('visibilitychange', again);
    return () => {
      clearInterval(looking);
      clearTimeout(timer.current);
      window.removeEventListener('online', again);
      document.removeEventListener('visibilitychange', again);
    };
  }, [look, send]);

  const say = useCallback(
    (says: Says, revision: number): void => {
      let box = now.current;
      const told = (what: Says, n: number) => ({
        ...what,
        id: freshId(),
        at: withOffset(new Date()),
        n,
      });
      if (!box) {
        box = {
          session: freshId(),
          device: deviceId(localStorage, freshId),
          count: 0,
          onItsWay: [],
        };
        setHeard(null);
        box = withTold(box, told({ kind: 'begin', revision }, 0));
      }
      put(withTold(box, told(says, box.count)));
      failed.current = 0;
      void send();
    },
    [put, send, setHeard],
  );

  const standing = useMemo(
    () => standingOf(heard?.record ?? null, kept?.onItsWay ?? [], ahead),
    [heard, kept, ahead],
  );
  return {
    known,
    id: kept?.session ?? heard?.id ?? null,
    standing,
    heard,
    waiting: kept?.onItsWay.length ?? 0,
    why,
    refused,
    ahead,
    stale,
    endStale: async () => {
      if (!stale) return;
      // Told by the clock of this device, as everything is: the log sets it right.
      const at = withOffset(new Date(Date.parse(lastOf(stale.record)) + ahead));
      const end = { kind: 'end' as const, id: freshId(), at, n: 0 };
      try {
        await tell(stale.id, planId, deviceId(localStorage, freshId), [end]);
        setStale(null);
      } catch (error) {
        setWhy(sentencesOf(error)[0] ?? '');
      }
    },
    say,
    leave: () => {
      put(null);
      setHeard(null);
    },
  };
}
