/** Moves labels apart along a line so that none covers another; order and nearness are kept. */
export function spread(
  wanted: readonly number[],
  gap: number,
  low: number,
  high: number,
): number[] {
  const order = wanted.map((_, index) => index).sort((a, b) => (wanted[a] ?? 0) - (wanted[b] ?? 0));
  const placed = [...wanted];
  let floor = low;
  for (const index of order) {
    placed[index] = Math.max(placed[index] ?? 0, floor);
    floor = (placed[index] ?? 0) + gap;
  }
  let ceiling = high;
  for (const index of order.reverse()) {
    placed[index] = Math.min(placed[index] ?? 0, ceiling);
    ceiling = (placed[index] ?? 0) - gap;
  }
  return placed;
}
