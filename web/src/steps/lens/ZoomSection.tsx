/** Zoom against height: the map, the best pair, and its reason. */
import { Button } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import type { Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import { ZoomMapView } from './drawing/ZoomMapView';
import classes from './lens.module.css';
import { placedAt } from './model';
import { getZoomMap } from './requests';

export function ZoomSection() {
  const { plan, dragging, drag, commit, camera } = useSheet();
  const { system } = useUnits();
  const drawing = camera.result?.drawings.lens ?? null;
  const map = useQuery({
    queryKey: ['zoom-map', camera.index, dragging ? null : plan],
    queryFn: () => getZoomMap(plan, camera.index),
    placeholderData: keepPreviousData,
    enabled: !dragging,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  }).data;
  if (!map || !drawing) return null;
  const set = (now: Plan, focal: number, value: number): Plan =>
    placedAt(withValue(now, `${camera.at}/focal_mm`, focal), camera.index, drawing, value);
  const best = map.best;
  return (
    <section className={classes.section} aria-label="Zoom against height">
      <h2>Zoom against height</h2>
      <div className={classes.mapRow}>
        <div className={classes.map}>
          <ZoomMapView
            map={map}
            system={system}
            onDrag={(focal, value) => drag(set(plan, focal, value))}
            onCommit={(focal, value) => void commit((now) => set(now, focal, value))}
          />
        </div>
        <div className={classes.mapWords}>
          <p>
            <Sentence pieces={map.reason} />
          </p>
          {best ? (
            <Button
              variant="default"
              size="compact-md"
              onClick={() => void commit((now) => set(now, best.focal_mm, best.value_mm))}
            >
              Go there
            </Button>
          ) : null}
          <p className={classes.quiet}>
            In the shaded area the zone fits, the lens focuses, your head is out of the picture and
            the finest line is readable. Full lines bound the height from below, dashed lines from
            above. Drag the point, or move it with the arrow keys.
          </p>
        </div>
      </div>
    </section>
  );
}
