/** The reveal of a beauty shot: the flag that is drawn from before the lamp, and the light as it goes. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import { Segments } from '../../fields/Segments';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import classes from './angles.module.css';
import { getReveal } from './requests';

const SECONDS = ['2', '4', '8', '15'];
/** So many stops below the open light a moment is drawn as full ink. */
const INK_STOPS = 6;

export function Reveal() {
  const { camera } = useSheet();
  if (camera.part?.role !== 'beauty') return null;
  return (
    <Section title="The reveal">
      <Moments />
    </Section>
  );
}

function Moments() {
  const { plan, owned, camera, dragging } = useSheet();
  const [seconds, setSeconds] = useState('4');
  const found = useQuery({
    queryKey: ['reveal', plan, camera.index, owned, seconds],
    queryFn: () => getReveal(plan, camera.index, owned, Number(seconds)),
    enabled: !dragging,
    gcTime: 30_000,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
    retry: false,
  });
  if (found.isError) return <p role="alert">{sentencesOf(found.error)[0]}</p>;
  return (
    <>
      <Segments
        label="How long it takes"
        value={seconds}
        onChange={setSeconds}
        choices={SECONDS.map((value) => ({ value, label: `${value} s` }))}
      />
      {found.data ? (
        <>
          <p className={classes.said}>
            <Sentence pieces={found.data.says} />
          </p>
          <ol className={classes.moments} aria-label="Light from moment to moment">
            {found.data.steps.map((one) => (
              <li key={one.time_s}>
                <span
                  className={classes.ink}
                  style={{ opacity: Math.min(1, one.darker_stops / INK_STOPS) }}
                />
                <b>{one.time_s.toFixed(1)} s</b>
                <span>
                  {one.darker_stops < 0.05 ? 'all of it' : `−${one.darker_stops.toFixed(1)} stops`}
                </span>
              </li>
            ))}
          </ol>
        </>
      ) : (
        <p className={compare.quiet}>Drawing the flag aside</p>
      )}
    </>
  );
}
