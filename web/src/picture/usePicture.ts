/** What the lens sees of a plan: one picture in flight, the newest plan next; and the one before. */
import { useEffect, useRef, useState } from 'react';
import type { Plan } from '../api/types';
import { addressOf, getPicture } from './requests';

interface Job {
  plan: Plan;
  camera: number;
  quality: 'draft' | 'fine';
  pose: number;
}

interface Shown extends Job {
  address: string;
}

export interface Pictures {
  /** Address of the newest picture; null while there is none. */
  now: string | null;
  /** The finished picture of the plan before its last change, in the same pose. */
  before: string | null;
}

/** A plan that was only saved is the same plan. */
const differ = (one: Plan, other: Plan): boolean =>
  one !== other && JSON.stringify(one) !== JSON.stringify(other);

/** Whether two pictures show the same pose to the same camera. */
const alike = (one: Job, other: Job): boolean =>
  one.pose === other.pose && one.camera === other.camera;

const NONE: Pictures = { now: null, before: null };

/** `plan` null asks for none. */
export function usePicture(
  plan: Plan | null,
  {
    camera,
    widthPx,
    quality,
    pose,
  }: { camera: number; widthPx: number; quality: 'draft' | 'fine'; pose: number },
): Pictures {
  const [pictures, setPictures] = useState<Pictures>(NONE);
  const wanted = useRef<Job | null>(null);
  const running = useRef(false);
  const gone = useRef(false);
  const shown = useRef<Shown | null>(null);
  const kept = useRef<Shown | null>(null);

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      shown.current = null;
      kept.current = null;
    };
  }, []);

  useEffect(() => {
    const show = (next: Shown | null): void => {
      const last = shown.current;
      const keeps = last?.quality === 'fine' && next !== null && differ(last.plan, next.plan);
      if (keeps || (kept.current && !(next && alike(kept.current, next)))) {
        kept.current = keeps && alike(last, next) ? last : null;
      }
      shown.current = next;
      setPictures({ now: next?.address ?? null, before: kept.current?.address ?? null });
    };
    if (!plan) {
      wanted.current = null;
      show(null);
      return;
    }
    wanted.current = { plan, camera, quality, pose };
    if (running.current) return;
    const run = async (): Promise<void> => {
      running.current = true;
      while (wanted.current && !gone.current) {
        const job = wanted.current;
        wanted.current = null;
        try {
          const address = await addressOf(
            await getPicture(job.plan, job.camera, widthPx, job.quality, job.pose),
          );
          if (!gone.current) show({ ...job, address });
        } catch {
          // The evaluation says what is wrong; the picture waits for the next change.
        }
      }
      running.current = false;
    };
    void run();
  }, [plan, camera, widthPx, quality, pose]);

  return pictures;
}
