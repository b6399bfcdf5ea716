/** Where a handle was put last, until the drawing has followed: the next step of a key begins there. */
import { useRef } from 'react';

/** An answer that has not come by then is not waited for. */
const WAIT_MS = 5000;

export interface LastPlace<T> {
  /** Tell where it was put, while the drawing still shows it at `shown`. */
  put: (shown: T, to: T) => void;
  /** Where the next step begins: where it was put, or where it is shown once that has changed. */
  from: (shown: T) => T;
}

export function useLastPlace<T>(): LastPlace<T> {
  const last = useRef<{ shown: string; to: T; until: number } | null>(null);
  return {
    put: (shown, to) => {
      last.current = { shown: JSON.stringify(shown), to, until: Date.now() + WAIT_MS };
    },
    from: (shown) => {
      const known = last.current;
      const waits = known && known.shown === JSON.stringify(shown) && Date.now() < known.until;
      return waits ? known.to : shown;
    },
  };
}
