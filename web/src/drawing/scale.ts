/** A window of the world, fitted into a drawing, true to scale. */
export interface Window {
  left: number;
  right: number;
  low: number;
  high: number;
}

export interface Size {
  width: number;
  height: number;
}

export interface Scale {
  /** Pixels per millimetre. */
  s: number;
  x: (mm: number) => number;
  y: (mm: number) => number;
}

/** Fits a window into a rectangle of the drawing, in its middle or at its left; up in the world is up in the drawing. */
export function fitWindow(
  window: Window,
  area: Size & { left: number; top: number },
  side: 'middle' | 'left' = 'middle',
): Scale {
  const s = Math.min(
    area.width / (window.right - window.left),
    area.height / (window.high - window.low),
  );
  const idle = area.width - s * (window.right - window.left);
  const left = area.left + (side === 'left' ? 0 : idle / 2);
  const top = area.top + (area.height - s * (window.high - window.low)) / 2;
  return {
    s,
    x: (mm) => left + (mm - window.left) * s,
    y: (mm) => top + (window.high - mm) * s,
  };
}
