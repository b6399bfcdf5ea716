/** What the lens sees of a plan: one picture in flight, the newest plan next. */
import { useEffect, useRef, useState } from 'react';
import { getPicture } from './requests';
import type { Plan } from './types';

/** Address of the newest picture; null while there is none. `plan` null asks for none. */
export function usePicture(
  plan: Plan | null,
  { widthPx, quality, pose }: { widthPx: number; quality: 'draft' | 'fine'; pose: number },
): string | null {
  const [address, setAddress] = useState<string | null>(null);
  const wanted = useRef<{ plan: Plan; quality: 'draft' | 'fine'; pose: number } | null>(null);
  const running = useRef(false);
  const gone = useRef(false);
  const shown = useRef<string | null>(null);

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
      if (shown.current) URL.revokeObjectURL(shown.current);
      shown.current = null;
    };
  }, []);

  useEffect(() => {
    const show = (next: string | null): void => {
      if (shown.current) URL.revokeObjectURL(shown.current);
      shown.current = next;
      setAddress(next);
    };
    if (!plan) {
      wanted.current = null;
      show(null);
      return;
    }
    wanted.current = { plan, quality, pose };
    if (running.current) return;
    const run = async (): Promise<void> => {
      running.current = true;
      while (wanted.current && !gone.current) {
        const job = wanted.current;
        wanted.current = null;
        try {
          const blob = await getPicture(job.plan, widthPx, job.quality, job.pose);
          if (!gone.current) show(URL.createObjectURL(blob));
        } catch {
          // The evaluation says what is wrong; the picture waits for the next change.
        }
      }
      running.current = false;
    };
    void run();
  }, [plan, widthPx, quality, pose]);

  return address;
}
