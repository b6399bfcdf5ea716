/** The clock of the bench: ticks while the page is seen, and is right at once when it is seen again. */
import { useEffect, useState } from 'react';

const TICK_MS = 500;

export function useClock(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const tick = (): void => setNow(Date.now());
    const timer = setInterval(tick, TICK_MS);
    document.addEventListener('visibilitychange', tick);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', tick);
    };
  }, []);
  return now;
}

/** Keeps the screen on where the browser lets a page do so; says whether it does. */
export function useAwake(wanted: boolean): boolean {
  const [awake, setAwake] = useState(false);
  useEffect(() => {
    const lock = 'wakeLock' in navigator ? navigator.wakeLock : null;
    if (!wanted || !lock) return;
    let held: WakeLockSentinel | null = null;
    let over = false;
    const hold = async (): Promise<void> => {
      if (document.visibilityState !== 'visible') return;
      try {
        held = await lock.request('screen');
        if (over) void held.release();
        else setAwake(true);
        held.addEventListener('release', () => setAwake(false));
      } catch {
        setAwake(false);
      }
    };
    void hold();
    const again = (): void => void hold();
    document.addEventListener('visibilitychange', again);
    return () => {
      over = true;
      document.removeEventListener('visibilitychange', again);
      void held?.release();
    };
  }, [wanted]);
  return awake;
}
