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
  /** The plan as a session had it; the plan on the sheet where it is not given. */
  of?: { planId: string; revision: number } | null;
}

const addressOf = (kind: string, of: { planId: string; revision?: number }): string => {
  const revision = of.revision ? `&revision=${of.revision}` : '';
  return `/drills?kind=${kind}&plan=${of.planId}${revision}&go=1`;
};

export function Practise({ code, figure, of }: Props) {
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
    <Link className={classes.practise} to={addressOf(kind.id, of ?? { planId })}>
      Practise this
    </Link>
  );
}
