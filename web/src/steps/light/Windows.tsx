/** Windows, and the daylight that comes through them over the session. */
import { Button, TextInput, UnstyledButton } from '@mantine/core';
import type { Daylight, DaylightStep, RoomWindow } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { DriftChart } from './drawing/DriftChart';
import classes from './light.module.css';

const WALLS = [
  { value: 'left', label: 'at your left' },
  { value: 'right', label: 'at your right' },
  { value: 'far', label: 'before you' },
  { value: 'near', label: 'behind you' },
];
const SKIES = [
  { value: '', label: 'overcast (usual)' },
  { value: 'clear', label: 'clear' },
  { value: 'hazy', label: 'hazy' },
  { value: 'overcast', label: 'overcast' },
];
const LIMIT = 6;
const NEW: RoomWindow = {
  name: 'window',
  wall: 'left',
  along_mm: 0,
  away_mm: null,
  width_mm: 1000,
  height_mm: 1200,
  sill_mm: 900,
  transmittance: null,
  closed: false,
};

/** Where a new plan begins: noon of today, in the middle of the map. */
function freshDaylight(): Daylight {
  const now = new Date();
  const day = new Date(now.getTime() - now.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
  return {
    latitude_deg: 50,
    longitude_deg: Math.round((-now.getTimezoneOffset() / 60) * 15),
    bearing_deg: 0,
    date: day,
    begins: '10:00',
    lasts_min: 120,
    utc_offset_h: -now.getTimezoneOffset() / 60,
    sky: null,
  };
}

export function Windows({ steps }: { steps: readonly DaylightStep[] }) {
  const { plan } = useSheet();
  const { windows } = plan.room;
  const { put, add, remove } = useEntries<RoomWindow>('/room/windows');
  const open = windows.filter((one) => !one.closed).length;
  const words = windows.length ? `${windows.length} in the plan, ${open} open` : 'none in the plan';
  return (
    <FieldGroup title="Windows and daylight" words={words}>
      {windows.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: windows are told apart by their place
        <fieldset key={index} className={entries.entry} aria-label={`${one.name} ${index + 1}`}>
          <ChoiceField
            label="Window"
            value={one.wall}
            choices={WALLS}
            onChange={(wall) => void put(index, { wall: wall as RoomWindow['wall'] })}
          />
          <PlanField pointer={`/room/windows/${index}/away_mm`} />
          <PlanField pointer={`/room/windows/${index}/along_mm`} />
          <PlanField pointer={`/room/windows/${index}/width_mm`} />
          <PlanField pointer={`/room/windows/${index}/height_mm`} />
          <PlanField pointer={`/room/windows/${index}/sill_mm`} />
          <Tick
            className={classes.lit}
            label="blind closed"
            checked={one.closed}
            onChange={(closed) => void put(index, { closed })}
          />
          <UnstyledButton
            className={entries.remove}
            aria-label={`Take ${one.name} ${index + 1} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {windows.length < LIMIT ? (
        <Button variant="default" size="compact-sm" onClick={() => add(NEW)}>
          {windows.length ? 'One more window' : 'There is a window'}
        </Button>
      ) : null}
      {windows.length ? <WhereAndWhen /> : null}
      {steps.length > 1 ? (
        <div className={classes.drift}>
          <DriftChart steps={steps} />
        </div>
      ) : null}
    </FieldGroup>
  );
}

function WhereAndWhen() {
  const { plan, set } = useSheet();
  const daylight = plan.room.daylight;
  if (!daylight) {
    return (
      <Button
        variant="default"
        size="compact-sm"
        onClick={() => void set('/room/daylight', freshDaylight())}
      >
        Say where and when
      </Button>
    );
  }
  const typed = (name: 'date' | 'begins') => (value: string) => {
    if (value) void set(`/room/daylight/${name}`, value);
  };
  return (
    <fieldset className={entries.entry} aria-label="Where and when">
      <PlanField pointer="/room/daylight/latitude_deg" />
      <PlanField pointer="/room/daylight/longitude_deg" />
      <PlanField pointer="/room/daylight/bearing_deg" />
      <TextInput
        type="date"
        label="Day"
        labelProps={{ fw: 400 }}
        size="xs"
        value={daylight.date}
        onChange={(event) => typed('date')(event.currentTarget.value)}
      />
      <TextInput
        type="time"
        label="It begins"
        labelProps={{ fw: 400 }}
        size="xs"
        value={daylight.begins}
        onChange={(event) => typed('begins')(event.currentTarget.value)}
      />
      <PlanField pointer="/room/daylight/lasts_min" />
      <PlanField pointer="/room/daylight/utc_offset_h" />
      <ChoiceField
        label="Sky at the beginning"
        value={daylight.sky ?? ''}
        choices={SKIES}
        onChange={(sky) => void set('/room/daylight/sky', sky || null)}
      />
    </fieldset>
  );
}
