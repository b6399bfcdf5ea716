/** The zone as measured along the edges of the table, and what its handles do to it. */
export interface ZonePlace {
  fromLeft: number;
  fromFront: number;
  width: number;
  depth: number;
}

export type ZonePart = 'move' | 'left' | 'right' | 'near' | 'far';

const LEAST_MM = 5;
const sized = (size: number, grow: number): number => Math.max(LEAST_MM, size + grow);

/** The zone after one of its handles has been moved by millimetres; never past the table's own
 * left or front edge, never smaller than a plan allows. */
export function movedZone(
  zone: ZonePlace,
  part: ZonePart,
  by: { x: number; y: number },
): ZonePlace {
  if (part === 'move') {
    return {
      ...zone,
      fromLeft: Math.max(0, zone.fromLeft + by.x),
      fromFront: Math.max(0, zone.fromFront + by.y),
    };
  }
  if (part === 'right') return { ...zone, width: sized(zone.width, by.x) };
  if (part === 'far') return { ...zone, depth: sized(zone.depth, by.y) };
  if (part === 'left') {
    const x = Math.min(Math.max(by.x, -zone.fromLeft), zone.width - LEAST_MM);
    return { ...zone, fromLeft: zone.fromLeft + x, width: zone.width - x };
  }
  const y = Math.min(Math.max(by.y, -zone.fromFront), zone.depth - LEAST_MM);
  return { ...zone, fromFront: zone.fromFront + y, depth: zone.depth - y };
}
