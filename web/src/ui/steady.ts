/** Keeps what does not change the same, so that parts that are costly to draw are drawn only anew when
 * they must be: sheets follow a drag many times a second. */
import { useCallback, useLayoutEffect, useRef } from 'react';

/** A function that stays the same while what it does is always the newest. */
export function useSteady<Given extends unknown[], Back>(
  act: (...given: Given) => Back,
): (...given: Given) => Back {
  const newest = useRef(act);
  useLayoutEffect(() => {
    newest.current = act;
  });
  return useCallback((...given: Given) => newest.current(...given), []);
}
