/** A handle in a drawing: moved by pointer, or by arrow keys when it has the focus. */
import { useEffect, useRef, useState } from 'react';
import { arrowStep, toTape, type UnitSystem } from '../../domain/units';
import { useLastPlace } from './lastPlace';

export interface Place {
  x: number;
  y: number;
}

interface Options {
  place: Place;
  /** Pixels per millimetre. */
  s: number;
  system: UnitSystem;
  moves: 'x' | 'y' | 'both';
  least?: Partial<Place>;
  most?: Partial<Place>;
  onDrag: (place: Place) => void;
  onCommit: (place: Place) => void;
}

const KEYS: Record<string, Place> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};
const SETTLE_MS = 500;

export interface Handle {
  live: Place | null;
  dragging: boolean;
  props: {
    onPointerDown: (event: React.PointerEvent) => void;
    onPointerMove: (event: React.PointerEvent) => void;
    onPointerUp: () => void;
    onPointerCancel: () => void;
    onKeyDown: (event: React.KeyboardEvent) => void;
    onBlur: () => void;
  };
}

export function useHandle(options: Options): Handle {
  const { place, s, system, moves, least, most, onDrag, onCommit } = options;
  const [live, setLive] = useState<Place | null>(null);
  const [dragging, setDragging] = useState(false);
  const start = useRef<{ px: Place; place: Place } | null>(null);
  const now = useRef<Place | null>(null);
  const last = useLastPlace<Place>(place);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  useEffect(() => () => clearTimeout(timer.current), []);

  const held = (value: number, axis: 'x' | 'y'): number =>
    Math.min(Math.max(value, least?.[axis] ?? -10_000), most?.[axis] ?? 10_000);

  const show = (next: Place): void => {
    now.current = {
      x: moves === 'y' ? place.x : held(toTape(next.x, system), 'x'),
      y: moves === 'x' ? place.y : held(toTape(next.y, system), 'y'),
    };
    setLive(now.current);
    onDrag(now.current);
  };

  const settle = (): void => {
    clearTimeout(timer.current);
    setDragging(false);
    start.current = null;
    const final = now.current;
    now.current = null;
    setLive(null);
    if (final) {
      last.put(final);
      onCommit(final);
    }
  };

  return {
    live,
    dragging,
    props: {
      onPointerDown: (event) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        // A step made by keyboard that has not settled yet goes on under the pointer.
        clearTimeout(timer.current);
        start.current = { px: { x: event.clientX, y: event.clientY }, place: now.current ?? place };
        setDragging(true);
      },
      onPointerMove: (event) => {
        const from = start.current;
        if (!from) return;
        show({
          x: from.place.x + (event.clientX - from.px.x) / s,
          y: from.place.y - (event.clientY - from.px.y) / s,
        });
      },
      onPointerUp: settle,
      onPointerCancel: settle,
      onKeyDown: (event) => {
        const way = KEYS[event.key];
        if (!way || (moves === 'x' && way.y) || (moves === 'y' && way.x)) return;
        event.preventDefault();
        const step = arrowStep(system, event.shiftKey);
        const from = now.current ?? last.from();
        show({ x: from.x + way.x * step, y: from.y + way.y * step });
        clearTimeout(timer.current);
        timer.current = setTimeout(settle, SETTLE_MS);
      },
      onBlur: () => {
        if (now.current) settle();
      },
    },
  };
}
