/** A light meter on the middle of the zone: what each lamp gives, the level that gives what was planned, and its
 * rated light put right. */
import { Button } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import type { MeterRow, Problem } from '../../api/types';
import { withValue } from '../../domain/plan';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './check.module.css';
import { clockOf, type DaylightRead, daylightReadingOf, hasDaylight, readingsOf } from './model';
import { keepMeter, readMeter } from './requests';

/** What was read of each lamp, by its id, lux. */
export type Readings = Readonly<Record<string, number | null>>;

interface Props {
  planId: string;
  readings: Readings;
  onReadings: (readings: Readings) => void;
  daylight: DaylightRead;
  onDaylight: (daylight: DaylightRead) => void;
}

export function Meter({ planId, readings, onReadings, daylight, onDaylight }: Props) {
  const { plan, camera, edit } = useSheet();
  const lit = plan.lights.filter((one) => one.lit);
  const given = readingsOf(plan, readings);
  const day = daylightReadingOf(plan, daylight);
  const told = JSON.stringify([given, day]);
  const found = useQuery({
    queryKey: ['meter', JSON.stringify(plan), camera.id, told],
    queryFn: () => readMeter(plan, camera.id, given, day),
    enabled: given.length > 0 || day !== null,
    placeholderData: (before) => before,
    retry: false,
  });
  const keep = useMutation({
    mutationFn: (_readings: string) => keepMeter(planId, camera.id, given, day),
  });
  const put = (changes: readonly { path: string; value: number }[]): void => {
    void edit((now) => changes.reduce((plan, one) => withValue(plan, one.path, one.value), now));
  };
  return (
    <FieldGroup
      title="Light meter"
      words={given.length ? `${given.length} of ${lit.length} lamps read` : 'lamp by lamp, lux'}
    >
      <p className={`${classes.quiet} ${classes.wide}`}>
        Lay the meter flat on the middle of the zone, with its dome up. Switch on one lamp at a
        time, at the level of the plan, and type what it reads; draw the curtain.
      </p>
      {lit.length ? null : <p className={classes.quiet}>No lamp of the plan is lit.</p>}
      {lit.map((one) => (
        <PlainField
          key={one.id}
          label={`${one.fixture.name} reads`}
          kind="plain"
          nullable
          explain={`lux, at ${Math.round(one.level_percent ?? 100)} %, the others off`}
          value={readings[one.id] ?? null}
          onCommit={async (value) => {
            onReadings({ ...readings, [one.id]: value === null ? null : Number(value) });
            return [];
          }}
        />
      ))}
      {hasDaylight(plan) ? <OfDay daylight={daylight} onDaylight={onDaylight} /> : null}
      {found.isError ? <Trouble sentences={sentencesOf(found.error)} /> : null}
      {(given.length || day) && found.data ? (
        <div className={classes.wide} role="region" aria-label="Lamps by the meter">
          <p>
            <Sentence pieces={found.data.says} />
          </p>
          {found.data.rows.map((row) => (
            <Row key={row.lamp} row={row} onPut={put} />
          ))}
          {found.data.daylight ? (
            <div className={classes.lamp}>
              <VerdictMark verdict={found.data.daylight.verdict} />
              <p>
                <Sentence pieces={found.data.daylight.says} />
              </p>
            </div>
          ) : null}
          <Button
            size="compact-sm"
            variant="default"
            loading={keep.isPending}
            disabled={keep.variables === told && keep.isSuccess}
            onClick={() => keep.mutate(told)}
          >
            Keep the readings in the log
          </Button>
          {keep.isError ? <Trouble sentences={sentencesOf(keep.error)} /> : null}
        </div>
      ) : null}
    </FieldGroup>
  );
}

/** The daylight with all lamps off, and when it was read. */
function OfDay({ daylight, onDaylight }: Pick<Props, 'daylight' | 'onDaylight'>) {
  const { plan } = useSheet();
  const begins = plan.room.daylight?.begins ?? '';
  const unnamed = plan.room.name ? '' : '; name the room, and the log learns what it gets';
  return (
    <>
      <PlainField
        label="The daylight reads"
        kind="plain"
        nullable
        explain={`lux, all lamps off, no sun on the meter${unnamed}`}
        value={daylight.lux}
        onCommit={async (value) => {
          onDaylight({ ...daylight, lux: value === null ? null : Number(value) });
          return [];
        }}
      />
      <PlainField
        label="Read at"
        kind="text"
        nullable
        explain={`hours and minutes; empty: ${begins}, as the session begins`}
        value={daylight.at}
        onCommit={async (value) => {
          const at = clockOf(String(value ?? ''));
          if (at !== undefined) onDaylight({ ...daylight, at });
          return at === undefined ? [NO_CLOCK] : [];
        }}
      />
    </>
  );
}

const NO_CLOCK: Problem = {
  code: 'no-clock',
  sentence: 'The time is typed as hours and minutes, such as 9:30; it goes from 0:00 to 23:59.',
  field: 'at',
  value: '',
  range: '0:00 to 23:59',
};

interface RowProps {
  row: MeterRow;
  onPut: (changes: readonly { path: string; value: number }[]) => void;
}

function Row({ row, onPut }: RowProps) {
  const { level } = row;
  return (
    <div className={classes.lamp}>
      <VerdictMark verdict={row.verdict} />
      <p>
        <Sentence pieces={row.says} />
      </p>
      {level ? (
        <Button size="compact-sm" variant="default" onClick={() => onPut([level])}>
          Plan it at {level.value} %
        </Button>
      ) : null}
      {row.rated.length ? (
        <Button size="compact-sm" variant="default" onClick={() => onPut(row.rated)}>
          Put its rated light right
        </Button>
      ) : null}
    </div>
  );
}
