/** What is done so that the takes of several cameras cut together: one clap, one clock, one setting. */
import { useQuery } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import classes from './angles.module.css';
import { getSync } from './requests';

export function Together() {
  return (
    <Section title="So that the takes fit together">
      <Lines />
    </Section>
  );
}

function Lines() {
  const { plan, camera, dragging } = useSheet();
  const found = useQuery({
    queryKey: ['sync', plan, camera.index],
    queryFn: () => getSync(plan, camera.index),
    enabled: !dragging,
    gcTime: 30_000,
    staleTime: Number.POSITIVE_INFINITY,
    placeholderData: (before) => before,
  });
  if (found.isError) return <p role="alert">{sentencesOf(found.error)[0]}</p>;
  if (!found.data) return null;
  if (!found.data.says.length) {
    return <p className={compare.quiet}>This camera stands alone: nothing is to be matched.</p>;
  }
  return (
    <ul className={classes.moves}>
      {found.data.says.map((one, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: said in one order
        <li key={at}>
          <Sentence pieces={one} />
        </li>
      ))}
    </ul>
  );
}
