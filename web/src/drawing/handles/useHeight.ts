/** A height that is drawn up or down. The scale stays put while it is being dragged. */
import { useRef } from 'react';
import type { UnitSystem } from '../../domain/units';
import type { Scale } from '../scale';
import { type Handle, useHandle } from './useHandle';

interface Options {
  height: number;
  least: number;
  most: number;
  /** How high the drawing would reach now. */
  highest: number;
  scaleFor: (highest: number) => Scale;
  system: UnitSystem;
  onDrag: (mm: number) => void;
  onCommit: (mm: number) => void;
}

interface DrawnHeight {
  handle: Handle;
  scale: Scale;
  highest: number;
  /** The height to draw: where the pointer is, else where it was. */
  live: number;
}

export function useHeight(options: Options): DrawnHeight {
  const { height, least, most, highest, scaleFor, system, onDrag, onCommit } = options;
  const kept = useRef(highest);
  const pixels = useRef(1);
  const handle = useHandle({
    place: { x: 0, y: height },
    s: pixels.current,
    system,
    moves: 'y',
    least: { y: least },
    most: { y: most },
    onDrag: (place) => onDrag(place.y),
    onCommit: (place) => onCommit(place.y),
  });
  if (!handle.dragging) kept.current = highest;
  const scale = scaleFor(kept.current);
  pixels.current = scale.s;
  return { handle, scale, highest: kept.current, live: handle.live?.y ?? height };
}
