/** A tap test: what was seen replaces the estimate of this support, here and in the cupboard. */
import { Button } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { HoldDrawing, Problem, Support } from '../../api/types';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { editThing, findThings } from '../../gear/requests';
import { useSheet } from '../../saving/context';
import classes from './hold.module.css';

type Tap = NonNullable<Support['tap']>;
const NONE: Tap = {
  frequency_hz: null,
  rings_s: null,
  seen_mm: null,
  reach_mm: null,
  load_g: null,
};

export function TapTest({ hold }: { hold: HoldDrawing }) {
  const { plan, camera, set } = useSheet();
  const queries = useQueryClient();
  const placed = plan.supports[hold.index];
  const [said, setSaid] = useState<string | null>(null);
  if (!placed) return null;
  const at = `/supports/${hold.index}/gear/tap`;
  const tap = placed.gear.tap ?? NONE;
  const load = camera.result?.figures.find((one) => one.key === 'hold.load');
  const put = (change: Partial<Tap>): Promise<readonly Problem[]> => {
    const next = {
      ...tap,
      reach_mm: hold.reach_mm === null ? null : Math.round(hold.reach_mm),
      load_g: load ? Math.round(load.quantity.value) : null,
      ...change,
    };
    const empty = next.frequency_hz === null && next.rings_s === null && next.seen_mm === null;
    return set(at, empty ? null : next);
  };
  const keep = async (): Promise<void> => {
    try {
      const things = (await findThings('support', '', 'owned')).things;
      const thing = things.find((one) => one.id === placed.gear_id);
      if (!thing) {
        setSaid('This support is not in the cupboard; the plan keeps what you saw.');
        return;
      }
      await editThing(thing.id, thing.version, { ...thing.figures, tap: placed.gear.tap });
      await queries.invalidateQueries({ queryKey: ['cupboard'] });
      setSaid('Kept in the cupboard: every plan is offered it.');
    } catch (error) {
      setSaid(sentencesOf(error)[0] ?? null);
    }
  };
  const number = (value: number | string | null) => (value === null ? null : Number(value));
  return (
    <FieldGroup
      title="Tap test"
      words={placed.gear.tap ? 'what you saw replaces the estimate' : 'not done yet: an estimate'}
    >
      <p className={classes.how}>
        Hang everything on it, start recording, tap the table once as hard as your work does, and
        look at the clip.
      </p>
      <PlainField
        label="Swings a second"
        kind="plain"
        value={tap.frequency_hz}
        explain="counted in the clip"
        nullable
        onCommit={(value) => put({ frequency_hz: number(value) })}
      />
      <PlainField
        label="Still after, s"
        kind="plain"
        value={tap.rings_s}
        explain="seconds from the tap"
        nullable
        onCommit={(value) => put({ rings_s: number(value) })}
      />
      <PlainField
        label="Picture moved, mm"
        kind="plain"
        value={tap.seen_mm}
        explain="to one side, on the work"
        nullable
        onCommit={(value) => put({ seen_mm: number(value) })}
      />
      {placed.gear.tap && placed.gear_id ? (
        <Button variant="default" size="compact-md" onClick={() => void keep()}>
          Keep it for this support
        </Button>
      ) : null}
      {said ? <output className={classes.how}>{said}</output> : null}
    </FieldGroup>
  );
}
