/** Something that is moved on a dome, by hand or by the arrow keys. */
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { useLastPlace } from '../handles/lastPlace';
import { onDome, RIM_DEG, type Way, wayAt } from './dome';

const STEP_DEG = 5;
const SETTLE_MS = 500;
const HIGHEST_DEG = 88;
const KEYS: Record<string, Way> = {
  ArrowLeft: { azimuth: -1, elevation: 0 },
  ArrowRight: { azimuth: 1, elevation: 0 },
  ArrowUp: { azimuth: 0, elevation: 1 },
  ArrowDown: { azimuth: 0, elevation: -1 },
};

interface Options {
  own: Way;
  radius: number;
  onChoose?: () => void;
  onDrag: (way: Way) => void;
  onCommit: (way: Way) => void;
}

export function useDomeHandle({ own, radius, onChoose, onDrag, onCommit }: Options) {
  const [live, setLive] = useState<Way | null>(null);
  const now = useRef<Way | null>(null);
  const last = useLastPlace<Way>(own);
  const start = useRef<{ x: number; y: number; from: { x: number; y: number } } | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const way = live ?? own;
  const show = (next: Way) => {
    now.current = {
      azimuth: Math.round((next.azimuth + 360) % 360),
      elevation: Math.round(Math.min(HIGHEST_DEG, Math.max(RIM_DEG, next.elevation))),
    };
    setLive(now.current);
    onDrag(now.current);
  };
  const settle = () => {
    clearTimeout(timer.current);
    start.current = null;
    const final = now.current;
    now.current = null;
    setLive(null);
    if (final) {
      last.put(final);
      onCommit(final);
    }
  };
  const props = {
    onFocus: () => onChoose?.(),
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      clearTimeout(timer.current);
      onChoose?.();
      start.current = { x: event.clientX, y: event.clientY, from: onDome(way, radius) };
    },
    onPointerMove: (event: PointerEvent<SVGGElement>) => {
      const from = start.current;
      if (!from) return;
      show(
        wayAt(from.from.x + event.clientX - from.x, from.from.y + event.clientY - from.y, radius),
      );
    },
    onPointerUp: settle,
    onPointerCancel: settle,
    onBlur: () => {
      if (now.current && !start.current) settle();
    },
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      const step = KEYS[event.key];
      if (!step) return;
      event.preventDefault();
      const by = event.shiftKey ? 3 * STEP_DEG : STEP_DEG;
      const from = now.current ?? last.from();
      show({
        azimuth: from.azimuth + step.azimuth * by,
        elevation: from.elevation + step.elevation * by,
      });
      clearTimeout(timer.current);
      timer.current = setTimeout(settle, SETTLE_MS);
    },
  };
  return { way, props };
}
