/** Where a handle was put last, until the drawing has followed: the next step of a key begins there. */
import { useEffect, useRef } from 'react';

/** An answer that has not come by then is not waited for. */
const WAIT_MS = 5000;

export interface LastPlace<T> {
  /** Tell where it was put. */
  put: (to: T) => void;
  /** Where the next step begins: where it was put, or where it is shown once that has changed. */
  from: () => T;
}

/** `shown` is where the drawing shows it; once that changes, by an answer or an undo, it counts alone. */
export function useLastPlace<T>(shown: T): LastPlace<T> {
  const last = useRef<{ to: T; until: number } | null>(null);
  const key = JSON.stringify(shown);
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is forgotten when what is shown changes
  useEffect(() => {
    last.current = null;
  }, [key]);
  return {
    put: (to) => {
      last.current = { to, until: Date.now() + WAIT_MS };
    },
    from: () => (last.current && Date.now() < last.current.until ? last.current.to : shown),
  };
}
