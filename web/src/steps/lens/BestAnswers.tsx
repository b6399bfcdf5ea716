/** Before a camera is chosen: the best that the cupboard allows for this zone, ready to take. */
import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import type { Change, CompareRow, Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import { exactWords, lengthWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import { newCamera } from '../../sheet/cameras';
import compare from '../../ui/Compare.module.css';
import { Sentence } from '../../ui/Sentence';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './lens.module.css';
import { compareGear } from './requests';

const SHOWN = 3;

/** The plan with a camera to compare for, where it has none yet. */
function withCamera(plan: Plan): { plan: Plan; begins: Change[] } {
  if (plan.cameras.length) return { plan, begins: [] };
  const cameras = [newCamera(plan, 'overhead', null, null)];
  return {
    plan: withValue(plan, '/cameras', cameras),
    begins: [{ op: 'replace', path: '/cameras', value: cameras as unknown as Change['value'] }],
  };
}

export function BestAnswers() {
  const { plan, owned, camera, change } = useSheet();
  const begun = withCamera(plan);
  const index = Math.min(camera.index, begun.plan.cameras.length - 1);
  const found = useQuery({
    queryKey: ['best-answers', begun.plan, index, owned],
    queryFn: () => compareGear(begun.plan, index, owned),
    enabled: owned.bodies.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  });
  if (!owned.bodies.length) {
    return (
      <p className={sheet.empty}>
        Your cupboard has no camera yet. Put yours there, a phone too, or type in the figures from
        its data sheet below; then height, zoom and aperture follow.
      </p>
    );
  }
  if (found.isError) return <p role="alert">{sentencesOf(found.error)[0]}</p>;
  if (!found.data) {
    return (
      <p className={compare.quiet}>
        <Loader size="xs" /> Setting each of your cameras for this zone
      </p>
    );
  }
  const mine = found.data.rows.filter((row) => row.owned);
  const works = mine.filter((row) => row.works);
  const shown = (works.length ? works : mine).slice(0, SHOWN);
  return (
    <section className={classes.best} aria-label="The best of your cupboard">
      <h2>
        {works.length
          ? 'Of what you own, this frames the zone best'
          : 'Nothing you own meets everything; nearest come'}
      </h2>
      {shown.map((row) => (
        <Answer
          key={row.name}
          row={row}
          level={found.data.measure === 'distance'}
          onTake={() => void change([...begun.begins, ...row.changes])}
        />
      ))}
    </section>
  );
}

function Answer({ row, level, onTake }: { row: CompareRow; level: boolean; onTake: () => void }) {
  const { system } = useUnits();
  return (
    <div className={compare.ranked}>
      <VerdictMark verdict={row.works ? 'holds' : 'fails'} />
      <p>
        <b>{row.name}</b> would {level ? 'stand' : 'hang'} at {lengthWords(row.value_mm, system)}
        {row.focal_mm === null ? '' : `, zoomed to ${exactWords(row.focal_mm, 1)} mm`}:{' '}
        {exactWords(row.px_per_mm, 1)} px/mm, {lengthWords(row.hand_room_mm, system)} for hands
        {row.turned ? '; the camera turned by 90°' : ''}
        {row.works ? '' : `; not met: ${row.unmet.join(', ')}`}.{' '}
        {row.worse.length ? (
          <>
            It <Sentence pieces={row.worse} />.
          </>
        ) : null}
      </p>
      <Button variant="default" size="compact-sm" aria-label={`Take ${row.name}`} onClick={onTake}>
        take it
      </Button>
    </div>
  );
}
