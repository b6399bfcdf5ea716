/** The session as it runs: when it was begun on this device, and how long ago that is. */
import { useEffect, useState } from 'react';

export interface Running {
  /** Seconds since it was begun; null while it does not run. */
  seconds: number | null;
  begin: () => void;
  end: () => void;
}

const TICK_MS = 1000;
const key = (planId: string): string => `steeple.session.${planId}`;

function begunAt(planId: string): number | null {
  const kept = Number(localStorage.getItem(key(planId)));
  return Number.isFinite(kept) && kept > 0 ? kept : null;
}

/** Kept on this device, so that a page that is opened again goes on. */
export function useRunning(planId: string): Running {
  const [begun, setBegun] = useState<number | null>(() => begunAt(planId));
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    if (begun === null) return;
    const tick = setInterval(() => setNow(Date.now()), TICK_MS);
    return () => clearInterval(tick);
  }, [begun]);
  return {
    seconds: begun === null ? null : Math.max(0, Math.floor((now - begun) / 1000)),
    begin: () => {
      const start = Date.now();
      localStorage.setItem(key(planId), String(start));
      setNow(start);
      setBegun(start);
    },
    end: () => {
      localStorage.removeItem(key(planId));
      setBegun(null);
    },
  };
}
