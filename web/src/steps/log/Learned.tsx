/** Predicted against measured, and the switch of what was learned. */
import { Button, NativeSelect } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { MeasuredRow, Plan } from '../../api/types';
import { useSheet } from '../../saving/context';
import { Practise } from '../../sheet/Practise';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { useUnits } from '../../ui/units';
import { Dots, heightOf } from './drawing/Dots';
import classes from './log.module.css';
import {
  differs,
  GROUPS,
  type Group,
  goesAlong,
  laidOutBy,
  meanOf,
  mostStrayed,
  offWords,
  TOLD_BY,
  withLearned,
} from './model';
import { answerWith, switchLearned } from './requests';

export function Learned({ rows }: { rows: readonly MeasuredRow[] }) {
  const [by, setBy] = useState<Group>('thing');
  if (!rows.length) {
    return (
      <p className={classes.quiet}>
        What was predicted and then measured stands here, a line of dots a figure: keep a test frame
        or a light meter’s reading on the Check sheet, and tell at the bench what stops.
      </p>
    );
  }
  return (
    <section aria-label="Predicted against measured">
      <div className={classes.headed}>
        <h2 className={classes.head}>Predicted against measured</h2>
        <NativeSelect
          aria-label="Laid out by"
          size="xs"
          value={by}
          data={[...GROUPS]}
          onChange={(event) => setBy(event.currentTarget.value as Group)}
        />
      </div>
      {laidOutBy(rows, by).map((row) => (
        <Row key={`${row.figure} ${row.of_words} ${row.learned?.of ?? ''}`} row={row} />
      ))}
    </section>
  );
}

/** What the plan would say with it. */
function WithIt({ row, plan }: { row: MeasuredRow; plan: Plan }) {
  const { camera } = useSheet();
  const step = TOLD_BY[row.figure];
  const changed = withLearned(plan, row);
  const told = useQuery({
    queryKey: ['with-it', step, camera.index, JSON.stringify([plan, changed])],
    queryFn: () => answerWith(changed, plan, step ?? 'lens', camera.index),
    enabled: step !== undefined,
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  if (!told?.length) return null;
  return (
    <p className={classes.withIt}>
      With it: <Sentence pieces={told} />
    </p>
  );
}

function Row({ row }: { row: MeasuredRow }) {
  const { plan, edit } = useSheet();
  const { system } = useUnits();
  const queries = useQueryClient();
  const { learned } = row;
  const swing = useMutation({
    mutationFn: (on: boolean) => switchLearned(row.figure, learned?.of ?? '', on),
    onSuccess: (found) => {
      queries.setQueryData(['compared'], found);
      void queries.invalidateQueries({ queryKey: ['cupboard'] });
    },
  });
  const difference = differs(plan, row);
  const { mean, spread } = meanOf(row.pairs);
  return (
    <div className={classes.row}>
      <div className={classes.says}>
        <h3>
          {row.of_words} <small>{row.words}</small>
        </h3>
        {row.says.length ? (
          <p>
            <Sentence pieces={row.says} />
          </p>
        ) : null}
        <p className={classes.quiet}>
          mean {offWords(row, mean, system)}
          {spread === null ? '' : `, strays by ${offWords(row, spread, system).slice(1)}`}
        </p>
        {difference === 'take' ? <WithIt row={row} plan={plan} /> : null}
        {swing.isError ? <Trouble sentences={sentencesOf(swing.error)} /> : null}
        <div className={classes.ways}>
          {difference ? (
            <Button size="compact-sm" onClick={() => void edit((now) => withLearned(now, row))}>
              {difference === 'take' ? 'Use it in this plan' : 'Take it out of this plan'}
            </Button>
          ) : row.corrects && learned?.status === 'sure' && goesAlong(row) ? (
            <span className={classes.quiet}>goes with it into every plan that takes it</span>
          ) : null}
          <Practise figure={row.figure} of={mostStrayed(row.pairs)} />
          {row.corrects && (learned?.status === 'sure' || learned?.status === 'off') ? (
            <Button
              size="compact-sm"
              variant="default"
              loading={swing.isPending}
              onClick={() => swing.mutate(learned.status === 'off')}
            >
              {learned.status === 'off' ? 'Switch it on again' : 'Switch it off'}
            </Button>
          ) : null}
        </div>
      </div>
      <div className={classes.dots} style={{ height: heightOf(row) }}>
        <Dots row={row} system={system} />
      </div>
    </div>
  );
}
