/** The ring of views for the camera in hand: a quick one at once, then all poses. */
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import type { RingReply } from '../../api/types';
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
  const options = {
    enabled: forms && !dragging,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
  };
  const draft = useQuery({
    queryKey: ['ring', 'draft', key],
    queryFn: () => getRing(settled, camera.index, true),
    ...options,
  });
  const fine = useQuery({
    queryKey: ['ring', 'fine', key],
    queryFn: () => getRing(settled, camera.index, false),
    ...options,
    enabled: options.enabled && draft.isSuccess,
    placeholderData: (before: RingReply | undefined) =>
      before?.camera_id === camera.id ? before : undefined,
  });
  return fine.data ?? draft.data ?? null;
}
