/** Zoom against height: the map, the best pair, and its reason. */
import { Button } from '@mantine/core';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { getZoomMap } from '../../api/requests';
import type { Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import { ZoomMapView } from '../../drawings/ZoomMapView';
import { Sentence } from '../../ui/Sentence';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';
import classes from './lens.module.css';
import { placedAt } from './placing';

export function ZoomSection() {
  const { plan, evaluation, dragging, drag, commit } = useSheet();
  const { system } = useUnits();
  const drawing = evaluation.cameras[0]?.drawing ?? null;
  const map = useQuery({
    queryKey: ['zoom-map', dragging ? null : plan],
    queryFn: () => getZoomMap(plan),
    placeholderData: keepPreviousData,
    enabled: !dragging,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  }).data;
  if (!map || !drawing) return null;
  const set = (now: Plan, focal: number, value: number): Plan =>
    placedAt(withValue(now, '/cameras/0/focal_mm', focal), drawing, value);
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
