import { expect, test } from 'vitest';
import type { Plan } from '../../api/types';
import { placeOf } from '../../drawing/dome/dome';
import { cone, onRing, putAt, wayOf } from './model';

const middle = { x: 10, y: -20, z: 30 };

test('a direction and its place are one', () => {
  const way = { azimuth: 200, elevation: 35 };
  const back = wayOf(placeOf(middle, way, 900), middle);
  expect(back.azimuth).toBeCloseTo(200);
  expect(back.elevation).toBeCloseTo(35);
});

test('a camera put at a direction looks back at the middle', () => {
  const plan = { cameras: [{ aim: {}, position: {} }] } as unknown as Plan;
  const camera = putAt(plan, 0, { azimuth: 300, elevation: 40 }, { middle, distance: 1000 })
    .cameras[0];
  expect(camera?.aim).toEqual({ tilt_deg: 50, toward_deg: 120 });
  expect(camera?.position.z_mm).toBeCloseTo(30 + 1000 * Math.sin((40 * Math.PI) / 180), 0);
  expect(camera?.position.x_mm).toBeLessThan(0);
});

test('every place of a cone lies as far from its middle', () => {
  const about = { azimuth: 75, elevation: 50 };
  const at = placeOf({ x: 0, y: 0, z: 0 }, about, 1);
  for (const way of cone(about, 30)) {
    const place = placeOf({ x: 0, y: 0, z: 0 }, way, 1);
    const cosine = place.x * at.x + place.y * at.y + place.z * at.z;
    expect((Math.acos(cosine) * 180) / Math.PI).toBeCloseTo(30);
  }
});

test('what stands lower than the ring shows is kept at its rim', () => {
  expect(onRing({ azimuth: 5, elevation: -20 })).toEqual({ azimuth: 5, elevation: 10 });
});
