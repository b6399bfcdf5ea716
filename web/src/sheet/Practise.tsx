/** From a finding, or a figure of the log, to the drill that practises the eye for it; nothing where there is none. */
import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from 'react-router';
import { getDrills } from '../api/fixed';
import classes from './MarginNotes.module.css';

interface Props {
  /** Code of a finding. */
  code?: string;
  /** Figure of the log. */
  figure?: string;
}

export function Practise({ code, figure }: Props) {
  const { planId = '' } = useParams();
  const drills = useQuery({
    queryKey: ['drills'],
    queryFn: getDrills,
    staleTime: 60_000,
  }).data;
  const kind = drills?.find(
    (one) =>
      (code !== undefined && one.teaches.includes(code)) ||
      (figure !== undefined && one.figures.includes(figure)),
  );
  if (!kind) return null;
  return (
    <Link className={classes.practise} to={`/drills?kind=${kind.id}&plan=${planId}&go=1`}>
      Practise this
    </Link>
  );
}
