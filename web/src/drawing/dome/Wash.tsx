/** The washes of a dome, drawn into a canvas point by point: they lie under everything else. */
import { useEffect, useRef } from 'react';
import { type Way, wayAt } from './dome';
import dome from './dome.module.css';

/** How much ink lies at a direction, 0 to 1; the place in the canvas is for hatching. */
export type Shade = (way: Way, column: number, row: number) => number;

/** Where nothing can stand. */
export const crossed = (column: number, row: number): number =>
  (column + row) % 11 < 1.4 || (column - row + 4400) % 11 < 1.4 ? 0.75 : 0.05;

/** Where something is mirrored into the lens. */
export const hatched = (column: number, row: number, under: number): number =>
  (column + row) % 7 < 1.3 ? 0.85 : under;

interface Props {
  shade: Shade | null;
  radius: number;
  size: number;
}

export function Wash({ shade, radius, size }: Props) {
  const ref = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const ink = getComputedStyle(canvas).color.match(/\d+/g)?.map(Number) ?? [32, 48, 44];
    const image = context.createImageData(canvas.width, canvas.height);
    const half = canvas.width / 2;
    for (let row = 0; shade && row < canvas.height; row++) {
      for (let column = 0; column < canvas.width; column++) {
        const x = column - half;
        const y = row - half;
        if (x * x + y * y > radius * radius) continue;
        const at = 4 * (row * canvas.width + column);
        image.data[at] = ink[0] ?? 0;
        image.data[at + 1] = ink[1] ?? 0;
        image.data[at + 2] = ink[2] ?? 0;
        image.data[at + 3] = Math.round(shade(wayAt(x, y, radius), column, row) * 255);
      }
    }
    context.putImageData(image, 0, 0);
  }, [shade, radius]);
  const whole = Math.round(size);
  return <canvas ref={ref} width={whole} height={whole} className={dome.wash} />;
}
