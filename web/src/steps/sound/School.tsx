/** Two schools: the voice at work, or spoken afterwards; what each gives and costs here. */
import { Button, UnstyledButton } from '@mantine/core';
import type { Plan, SoundDrawing } from '../../api/types';
import { spanWords } from '../../domain/units';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { dbWords, fresh } from './model';
import classes from './sound.module.css';

type Speaking = SoundDrawing['speaking'][number];
type SpareRoom = Plan['sound']['rooms'][number];
const LIMIT = 6;

function gives(one: Speaking): string {
  const echo =
    one.over_echo_db === null
      ? 'echo not known'
      : `${dbWords(Math.abs(one.over_echo_db))} ${one.over_echo_db < 0 ? 'under' : 'over'} the echo`;
  const noise = one.over_noise_db === null ? '' : `, ${dbWords(one.over_noise_db)} over the noise`;
  return echo + noise;
}

export function School({ drawing }: { drawing: SoundDrawing }) {
  const { plan, set } = useSheet();
  const { add, remove } = useEntries<SpareRoom>('/sound/rooms');
  if (!drawing.sources.some((one) => one.kind === 'voice')) return null;
  const live = plan.sound.way !== 'voice-over';
  const [best] = drawing.speaking;
  return (
    <FieldGroup
      title="At work or afterwards"
      words={live ? 'you speak at work' : 'you speak afterwards'}
    >
      <div className={classes.schools}>
        <div className={classes.school} data-taken={live}>
          <p>
            <b>At work</b>
          </p>
          <p>{drawing.live ? gives(drawing.live) : 'no microphone for it yet'}</p>
          <p className={classes.caption}>
            Gives: what you say belongs to what your hands do; no time more. Costs: echo and noise
            of the room, and a slip of the tongue is in the take.
          </p>
          {live ? null : (
            <Button
              variant="default"
              size="compact-sm"
              onClick={() => void set('/sound/way', 'live')}
            >
              Speak at work
            </Button>
          )}
        </div>
        <div className={classes.school} data-taken={!live}>
          <p>
            <b>Afterwards</b>
          </p>
          {drawing.speaking.map((one) => (
            <p key={one.where}>
              {one.where}: {gives(one)}
            </p>
          ))}
          <p className={classes.caption}>
            Gives: quiet, near, said as you want it. Costs: about{' '}
            {best ? spanWords(best.more_s) : 'twice the film'} more, and the sound of the hands
            unless that is recorded too.
          </p>
          {live ? (
            <Button
              variant="default"
              size="compact-sm"
              onClick={() => void set('/sound/way', 'voice-over')}
            >
              Speak afterwards
            </Button>
          ) : null}
        </div>
      </div>
      {plan.sound.rooms.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rooms are told apart by their place
        <fieldset key={index} className={entries.entry} aria-label={one.name}>
          {['name', 'width_mm', 'depth_mm', 'height_mm', 'noise_db'].map((field) => (
            <PlanField key={field} pointer={`/sound/rooms/${index}/${field}`} />
          ))}
          <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
            take this room out
          </UnstyledButton>
        </fieldset>
      ))}
      {plan.sound.rooms.length < LIMIT ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() =>
            add({
              name: fresh(
                plan.sound.rooms.map((one) => one.name),
                'bedroom',
              ),
              width_mm: 3200,
              depth_mm: 3600,
              height_mm: 2500,
              surfaces: { floor: 'carpet', walls: null, ceiling: null, furnished: 'full' },
              noise_db: null,
            })
          }
        >
          Another room to speak in
        </Button>
      ) : null}
    </FieldGroup>
  );
}
