/** What is kept and what is published: disk, clips under a cap, stages, time lapse. */
import type { RollDrawing } from '../../api/types';
import { bytesWords, exactWords, spanWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { PlanField } from '../../fields/PlanField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import classes from './roll.module.css';

const MEGA = 1_000_000;

export function Clips({ drawing }: { drawing: RollDrawing }) {
  const { plan, evaluation, cupboard, set } = useSheet();
  const { session } = plan;
  const figure = (key: string): number | undefined =>
    evaluation.figures.find((one) => one.key === key)?.quantity.value;
  const lapse = figure('roll.lapse');
  const cap = figure('roll.cap-rate');
  const names = [...new Set(cupboard.media.map((one) => one.gear.name))];
  if (session.disk && !names.includes(session.disk.name)) names.unshift(session.disk.name);
  const words = [
    session.disk ? session.disk.name : '',
    cap ? `clips at ${exactWords(cap, 1)} Mbit/s` : '',
    lapse ? `a picture every ${exactWords(lapse, 2)} s` : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <FieldGroup title="Clips, disk and time lapse" words={words || 'not said'}>
      <ChoiceField
        label="Kept on"
        value={session.disk?.name ?? ''}
        choices={[
          { value: '', label: 'not said' },
          ...names.map((name) => ({ value: name, label: name })),
        ]}
        onChange={(name) =>
          void set(
            '/session/disk',
            cupboard.media.find((one) => one.gear.name === name)?.gear ?? null,
          )
        }
      />
      <PlanField pointer="/session/sessions" />
      <PlainField
        label="Largest clip"
        kind="plain"
        value={session.clip_cap_bytes === null ? null : session.clip_cap_bytes / MEGA}
        explain="megabytes, where you publish"
        nullable
        onCommit={(value) =>
          set('/session/clip_cap_bytes', value === null ? null : Number(value) * MEGA)
        }
      />
      <PlanField pointer="/session/clip_s" />
      <PlanField pointer="/session/lapse_s" />
      <StageRows drawing={drawing} />
      {drawing.lapse ? <p className={classes.note}>{drawing.lapse}</p> : null}
    </FieldGroup>
  );
}

/** Each stage of the work with how much of it is shown, and what that weighs. */
function StageRows({ drawing }: { drawing: RollDrawing }) {
  const { plan } = useSheet();
  const { put } = useEntries<(typeof plan.stages)[number]>('/stages');
  if (!plan.stages.length) {
    return <p className={classes.note}>Stages of the work are put in on the Angles sheet.</p>;
  }
  return (
    <>
      {plan.stages.map((stage, index) => {
        const row = drawing.stage_rows.find((one) => one.name === stage.name);
        return (
          <fieldset key={stage.name} className={classes.stage} aria-label={stage.name}>
            <PlainField
              label={`Shown of ${stage.name}`}
              kind="plain"
              value={stage.shown_s}
              explain={`seconds of ${spanWords(stage.takes_min * 60)}; empty: all`}
              nullable
              onCommit={(value) => put(index, { shown_s: value as number | null })}
            />
            <span className={classes.weight}>
              {row ? `${bytesWords(row.clip_bytes)} from all cameras that film it` : ''}
            </span>
          </fieldset>
        );
      })}
    </>
  );
}
