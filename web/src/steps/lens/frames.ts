/** Published frames that are usual, and any other that a plan has. */
export interface FrameChoice {
  value: string;
  label: string;
}

const USUAL: readonly [number, number, string][] = [
  [1280, 720, 'wide'],
  [1920, 1080, 'wide'],
  [2560, 1440, 'wide'],
  [3840, 2160, 'wide'],
  [1080, 1920, 'upright'],
  [1080, 1080, 'square'],
];

const label = (width: number, height: number, kind: string): FrameChoice => ({
  value: `${width}x${height}`,
  label: `${width} × ${height}, ${kind}`,
});

export function frameChoices(width: number, height: number): FrameChoice[] {
  const choices = USUAL.map(([w, h, kind]) => label(w, h, kind));
  const now = `${width}x${height}`;
  if (!choices.some((one) => one.value === now)) choices.unshift(label(width, height, 'as chosen'));
  return choices;
}

export function readFrame(value: string): { width: number; height: number } {
  const [width = 1920, height = 1080] = value.split('x').map(Number);
  return { width, height };
}
