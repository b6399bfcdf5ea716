/** A plan at a glance: its rig from the side, what its lens sees, the marks of its steps, what to do next. */
import { useInViewport } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { PlanOnShelf } from '../api/types';
import { drawnOf, SizedRig } from '../drawing/shapes/RigSketch';
import { Sentence } from '../ui/Sentence';
import { VerdictMark } from '../ui/VerdictMark';
import { dayWords } from './model';
import { getGlimpse, getSeen } from './requests';
import classes from './shelf.module.css';

/** Asked for once it is looked at, and again only when the plan has changed. */
export function Glimpse({ plan }: { plan: PlanOnShelf }) {
  const { ref, inViewport } = useInViewport<HTMLDivElement>();
  const at = [plan.id, plan.revision];
  const found = useQuery({
    queryKey: ['glimpse', ...at],
    queryFn: () => getGlimpse(plan.id),
    enabled: inViewport,
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  const seen = useQuery({
    queryKey: ['glimpse-seen', ...at],
    queryFn: () => getSeen(plan.id),
    enabled: inViewport && found?.has_camera === true,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  }).data;
  const drawn = found ? drawnOf(found.drawn) : null;
  return (
    <div ref={ref} className={classes.glimpse}>
      <div className={classes.sketch}>
        <SizedRig drawn={drawn} />
      </div>
      <div className={classes.seen}>
        {seen ? <img src={seen} alt="What its lens sees" /> : null}
      </div>
      <div className={classes.says}>
        <ul className={classes.marks} aria-label="How its steps stand">
          {found?.marks.map((one) => (
            <li key={one.step}>
              <VerdictMark verdict={one.verdict} />
              <span>{one.step}</span>
            </li>
          ))}
        </ul>
        {found ? (
          <p>
            <Link to={`/plan/${plan.id}/${found.next_step}`}>
              <Sentence pieces={found.next_says} />
            </Link>
            {found.next_on ? <span> Filmed next on {dayWords(found.next_on)}.</span> : null}
          </p>
        ) : null}
      </div>
    </div>
  );
}
