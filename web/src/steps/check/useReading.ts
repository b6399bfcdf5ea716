/** What was read of a camera: kept while the page is open, read again when the maker says more of it. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { Refused, sentencesOf } from '../../api/client';
import type { CheckProgress, CheckReport } from '../../api/types';
import { useSheet } from '../../saving/context';
import { checkFrames, NOTHING_SAID, type Said } from './requests';

export interface Reading {
  report: CheckReport;
  picture: string | null;
  files: readonly File[];
}

/** Pictures that a browser can show; others are drawn on plain paper. */
const shown = (file: File): Promise<string | null> =>
  /^image\/(jpeg|png)$/.test(file.type)
    ? new Promise((resolve) => {
        const reader = new FileReader();
        reader.onload = () => resolve(String(reader.result));
        reader.onerror = () => resolve(null);
        reader.readAsDataURL(file);
      })
    : Promise.resolve(null);

export function useReading(planId: string) {
  const { plan, camera } = useSheet();
  const client = useQueryClient();
  const key = ['check', planId, camera.id];
  const found = useQuery<Reading | null>({
    queryKey: key,
    queryFn: () => null,
    enabled: false,
    initialData: null,
    gcTime: Number.POSITIVE_INFINITY,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const reading = found.data ?? null;
  const [said, setSaid] = useState<Said>(NOTHING_SAID);
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const [progress, setProgress] = useState<CheckProgress | null>(null);
  /** The picture whose corners are pointed at, where no chart was found in it. */
  const [refused, setRefused] = useState<{ picture: string; files: readonly File[] } | null>(null);
  const work = useRef<AbortController | null>(null);
  const read = async (take: () => Promise<readonly File[]>, with_: Said = said): Promise<void> => {
    work.current?.abort();
    const own = new AbortController();
    work.current = own;
    // What is said goes with the frames: corners of one picture are not those of the next.
    setSaid(with_);
    setTrouble([]);
    setRefused(null);
    setProgress({ says: 'The frame is on its way', done_s: 0, of_s: 0 });
    let files: readonly File[] = [];
    try {
      files = await take();
      const report = await checkFrames(plan, camera.id, files, with_, setProgress, own.signal);
      if (report) {
        client.setQueryData(key, {
          report,
          files,
          picture: files[0] ? await shown(files[0]) : null,
        });
      }
    } catch (error) {
      if (own.signal.aborted) return;
      setTrouble(sentencesOf(error));
      const noChart = error instanceof Refused && error.problems[0]?.code.startsWith('chart-');
      const picture = noChart && files[0] ? await shown(files[0]) : null;
      if (picture) setRefused({ picture, files });
    } finally {
      if (work.current === own) setProgress(null);
    }
  };
  return {
    reading,
    said,
    trouble,
    progress,
    refused,
    read,
    stop: () => {
      work.current?.abort();
      setProgress(null);
    },
    /** Says more of the frames, and reads those again that were read or refused. */
    say: (change: Partial<Said>): void => {
      const now = { ...said, ...change };
      setSaid(now);
      const again = refused?.files ?? reading?.files;
      if (again?.length) void read(async () => again, now);
    },
  };
}
