/** A handle that is moved along the hours: by pointer, or by arrow keys a minute at a time. */
import { useEffect, useRef, useState } from 'react';

interface Options {
  at_s: number;
  length_s: number;
  /** Pixels per second. */
  scale: number;
  onShow?: (at_s: number) => void;
  onCommit: (at_s: number) => void;
}

const SETTLE_MS = 500;
const KEYS: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, ArrowRight: 1, ArrowLeft: -1 };

export function useMoment({ at_s, length_s, scale, onShow, onCommit }: Options) {
  const [live, setLive] = useState<number | null>(null);
  const from = useRef<{ y: number; at: number } | null>(null);
  const now = useRef<number | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);

  const show = (at: number): void => {
    const whole = Math.round(Math.min(Math.max(at, 0), length_s) / 60) * 60;
    now.current = Math.min(whole, length_s);
    setLive(now.current);
    onShow?.(now.current);
  };
  const settle = (): void => {
    clearTimeout(timer.current);
    from.current = null;
    const final = now.current;
    now.current = null;
    setLive(null);
    if (final !== null && final !== at_s) onCommit(final);
  };
  return {
    shown: live ?? at_s,
    props: {
      onPointerDown: (event: React.PointerEvent) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        clearTimeout(timer.current);
        from.current = { y: event.clientY, at: now.current ?? at_s };
      },
      onPointerMove: (event: React.PointerEvent) => {
        if (from.current) show(from.current.at + (event.clientY - from.current.y) / scale);
      },
      onPointerUp: settle,
      onPointerCancel: settle,
      onKeyDown: (event: React.KeyboardEvent) => {
        const way = KEYS[event.key];
        if (!way) return;
        event.preventDefault();
        show((now.current ?? at_s) + way * (event.shiftKey ? 600 : 60));
        clearTimeout(timer.current);
        timer.current = setTimeout(settle, SETTLE_MS);
      },
      onBlur: () => {
        if (now.current !== null) settle();
      },
    },
  };
}
