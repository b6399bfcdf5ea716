/** A rig being worked out on its own sheet: with what is wanted beside the main camera, and at once after three questions. */
import { useCallback, useEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { Ask } from '../../api/types';
import { useSheet } from '../../saving/context';
import { useWholeRig, type WholeRigWork } from '../../sheet/rig/useWholeRig';

export interface RigInWork extends WholeRigWork {
  views: readonly Ask[];
  toggle: (ask: Ask) => void;
}

const MOST_VIEWS = 3;

export function useRig(planId: string): RigInWork {
  const { cupboardKnown } = useSheet();
  const [search, setSearch] = useSearchParams();
  const [views, setViews] = useState<readonly Ask[]>([]);
  const work = useWholeRig(views);
  const { run } = work;
  // Begun with three questions: the answer is worked out at once, and only once.
  const atOnce = search.has('begun');
  useEffect(() => {
    if (!atOnce || !planId || !cupboardKnown) return;
    setSearch(
      (now) => {
        now.delete('begun');
        return now;
      },
      { replace: true },
    );
    run();
  }, [atOnce, planId, cupboardKnown, run, setSearch]);
  const toggle = useCallback(
    (ask: Ask) =>
      setViews((now) =>
        now.includes(ask) ? now.filter((one) => one !== ask) : [...now, ask].slice(-MOST_VIEWS),
      ),
    [],
  );
  return { ...work, views, toggle };
}
