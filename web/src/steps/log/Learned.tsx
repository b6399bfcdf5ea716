/** Predicted against measured, and the switch of what was learned. */
import { Button } from '@mantine/core';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import type { MeasuredRow } from '../../api/types';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { useUnits } from '../../ui/units';
import { Dots, heightOf } from './drawing/Dots';
import classes from './log.module.css';
import { differs, withLearned } from './model';
import { switchLearned } from './requests';

export function Learned({ rows }: { rows: readonly MeasuredRow[] }) {
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
      <h2 className={classes.head}>Predicted against measured</h2>
      {rows.map((row) => (
        <Row key={`${row.figure} ${row.learned?.of ?? ''}`} row={row} />
      ))}
    </section>
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
  return (
    <div className={classes.row}>
      <div className={classes.says}>
        <h3>
          {row.of_words} <small>{row.words}</small>
        </h3>
        <p>
          <Sentence pieces={row.says} />
        </p>
        {swing.isError ? <Trouble sentences={sentencesOf(swing.error)} /> : null}
        <div className={classes.ways}>
          {difference ? (
            <Button size="compact-sm" onClick={() => void edit((now) => withLearned(now, row))}>
              {difference === 'take' ? 'Use it in this plan' : 'Take it out of this plan'}
            </Button>
          ) : row.corrects && learned?.status === 'sure' ? (
            <span className={classes.quiet}>goes with it into every plan that takes it</span>
          ) : null}
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
