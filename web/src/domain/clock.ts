/** Directions as hours: 12 o'clock is away from the maker, 3 o'clock to the right. */
export function clockWords(azimuthDeg: number): string {
  const halves = ((Math.round(azimuthDeg / 15) % 24) + 24) % 24;
  const hour = Math.floor(halves / 2) || 12;
  return halves % 2 === 0 ? `${hour} o’clock` : `half past ${hour}`;
}

/** The hours that a camera can be tipped toward, as choices. */
export const HOURS = Array.from({ length: 12 }, (_, hour) => ({
  value: String(hour * 30),
  label: clockWords(hour * 30),
}));
