/** Sound in step with the pictures: how late it comes where, how clocks drift, where and when to clap. */
import type { SoundDrawing } from '../../api/types';
import { exactWords, lengthWords, spanWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';
import classes from './sound.module.css';

const frames = (value: number): string =>
  `${exactWords(Math.abs(value), 2)} frames ${value < 0 ? 'early' : 'late'}`;

export function InStep({ drawing }: { drawing: SoundDrawing }) {
  const { plan, set } = useSheet();
  const { system } = useUnits();
  const words = drawing.apart
    ? `clocks ${exactWords(drawing.drift_frames, 1)} frames apart at the end`
    : 'one clock for all';
  return (
    <FieldGroup title="In step" words={words}>
      <ChoiceField
        label="Clap in each take"
        value={plan.sound.claps ?? ''}
        choices={[
          { value: '', label: 'at the start (usual)' },
          { value: 'none', label: 'not at all' },
          { value: 'at the start', label: 'at the start' },
          { value: 'at start and end', label: 'at start and end' },
        ]}
        onChange={(value) => void set('/sound/claps', value || null)}
      />
      <ChoiceField
        label="Set to each other"
        value={plan.sound.align ?? ''}
        choices={[
          { value: '', label: 'by sound (usual)' },
          { value: 'by sound', label: 'by the clap as heard' },
          { value: 'by sight', label: 'by the clap as seen' },
        ]}
        onChange={(value) => void set('/sound/align', value || null)}
      />
      <PlanField pointer="/sound/drift_ppm" />
      <ChoiceField
        label="Microphones"
        wide
        value={plan.sound.mixed === false ? 'no' : ''}
        choices={[
          { value: '', label: 'mixed into one (usual)' },
          { value: 'no', label: 'tracks of their own' },
        ]}
        onChange={(value) => void set('/sound/mixed', value ? false : null)}
      />
      <ChoiceField
        label="Heard in mono too"
        wide
        value={plan.sound.mono === false ? 'no' : ''}
        choices={[
          { value: '', label: 'yes, on phones (usual)' },
          { value: 'no', label: 'never' },
        ]}
        onChange={(value) => void set('/sound/mono', value ? false : null)}
      />
      <p className={`${classes.caption} ${classes.wide}`}>
        {drawing.apart
          ? `Clocks that are ${exactWords(drawing.drift_ppm, 0)} parts in a million apart stay within half a frame for ${spanWords(drawing.every_s)}. With a clap at both ends the edit stretches the sound to fit.`
          : 'Everything is recorded by one clock: nothing drifts.'}
        {drawing.clap_unseen.length
          ? ` Where to clap is not seen by: ${drawing.clap_unseen.join(', ')}.`
          : ''}
      </p>
      {drawing.late.length ? (
        <ul className={classes.late}>
          {drawing.late.map((one) => (
            <li key={one.name}>
              {one.name}: {frames(one.frames)}, {lengthWords(one.distance_mm, system)} from the clap
            </li>
          ))}
        </ul>
      ) : null}
    </FieldGroup>
  );
}
