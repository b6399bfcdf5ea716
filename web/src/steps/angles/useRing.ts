/** The ring of views for the camera in hand: a quick one at once, then all poses. */
import { useMemo, useRef, useState } from 'react';
import type { RingReply } from '../../api/types';
import { useRefined } from '../../saving/asking';
import { useSheet } from '../../saving/context';
import { getRing } from './requests';

/** While something is dragged the last ring stays; it is of the distance that the camera had. */
export function useRing(): RingReply | null {
  const { plan: shown, camera, dragging } = useSheet();
  const [settled, settle] = useState(shown);
  if (!dragging && settled !== shown) settle(shown);
  const forms = camera.result?.drawings.angles != null;
  const key = useMemo(
    () => JSON.stringify([{ ...settled, title: '', accepted: [] }, camera.index]),
    [settled, camera.index],
  );
  const found = useRefined('ring', key, forms && !dragging, (draft) =>
    getRing(settled, camera.index, draft),
  );
  // Until the next one comes, the last one of the same camera stays.
  const last = useRef<RingReply | null>(null);
  if (found) last.current = found;
  return last.current?.camera_id === camera.id ? last.current : null;
}
