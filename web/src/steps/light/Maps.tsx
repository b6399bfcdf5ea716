/** The maps of the zone: light, shadows of the pose in hand or the deepest of all, gloss. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { LightDrawing } from '../../api/types';
import { Segments } from '../../fields/Segments';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { ZoneMap } from './drawing/ZoneMap';
import classes from './light.module.css';
import { getLightMap } from './requests';

const CHOICES = [
  { value: 'light', label: 'light' },
  { value: 'pose', label: 'shadow, this pose' },
  { value: 'worst', label: 'deepest shadow' },
  { value: 'gloss', label: 'gloss' },
];
const HALVES = [-4, -3, -2, -1.5, -1, -0.5, 0, 0.5, 1, 1.5, 2];

interface Props {
  light: LightDrawing;
  camera: number;
  pose: number;
}

export function Maps({ light, camera, pose }: Props) {
  const { plan, evaluation, dragging } = useSheet();
  const [chosen, setChosen] = useState('light');
  const { zone } = evaluation.drawings.work;
  const of = chosen === 'gloss' || chosen === 'light' ? chosen : 'shadow';
  const onePose = chosen === 'pose' ? pose : null;
  const map = useQuery({
    queryKey: ['light-map', camera, of, onePose, dragging ? null : plan],
    queryFn: () => getLightMap(plan, camera, of, onePose),
    enabled: !dragging,
    placeholderData: (before) => (before?.of === of ? before : undefined),
    gcTime: 30_000,
  });
  const found = map.data;
  const drawn =
    found && !dragging
      ? found
      : of === 'light'
        ? { ...light, of: 'light' as const, values: light.map_stops, levels: HALVES, says: [] }
        : null;
  return (
    <>
      <Segments label="Map of the zone" value={chosen} choices={CHOICES} onChange={setChosen} />
      <div className={classes.map}>
        {drawn ? (
          <ZoneMap
            of={drawn.of}
            across={drawn.across}
            along={drawn.along}
            values={drawn.values}
            levels={drawn.levels}
            ratio={(zone.right - zone.left) / (zone.far - zone.near)}
          />
        ) : null}
      </div>
      <p className={classes.mapSays} aria-live="polite">
        {drawn ? <Sentence pieces={drawn.says} /> : 'Working it out'}
      </p>
    </>
  );
}
