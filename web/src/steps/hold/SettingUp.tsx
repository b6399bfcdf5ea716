/** How the support is set up: what a tape, a scale and a hand decide about it. */
import type { HoldDrawing } from '../../api/types';
import { clockWords, HOURS } from '../../domain/clock';
import { ChoiceField } from '../../fields/ChoiceField';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { useSheet } from '../../saving/context';
import sheet from '../../ui/SheetLayout.module.css';
import classes from './hold.module.css';
import { letGo } from './model';

const BAG_PLACES = [
  { value: 'column', label: 'at the column' },
  { value: 'leg under the boom', label: 'leg under the boom' },
  { value: 'legs behind', label: 'legs behind' },
];

export function SettingUp({ hold }: { hold: HoldDrawing | null }) {
  const { plan, set, change, camera } = useSheet();
  const placed = hold ? plan.supports[hold.index] : undefined;
  if (!hold || !placed) return null;
  const at = `/supports/${hold.index}`;
  const column = hold.model === 'column';
  const onFeet = hold.anchor === 'floor' || hold.anchor === 'table';
  return (
    <div className={sheet.inputs}>
      {hold.movable ? (
        <>
          <PlanField pointer={`${at}/foot/x_mm`} />
          <PlanField pointer={`${at}/foot/y_mm`} />
        </>
      ) : null}
      {column && hold.feet.length ? <LegsToward hold={hold} at={at} /> : null}
      {hold.model === 'bar' || hold.model === 'pole' ? (
        <ChoiceField
          label="Runs"
          value={placed.runs ?? 'across'}
          choices={[
            { value: 'across', label: 'left to right' },
            { value: 'away', label: 'from you to the far side' },
          ]}
          onChange={(value) => void set(`${at}/runs`, value)}
        />
      ) : null}
      {hold.anchor === 'shelf' ? <Shelf at={at} now={placed.shelf} /> : null}
      {placed.gear.counterweight_g ? (
        <>
          <PlanField pointer={`${at}/counterweight_g`} />
          <PlanField pointer={`${at}/counterweight_at_mm`} />
        </>
      ) : null}
      {onFeet && hold.feet.length ? (
        <>
          <PlanField pointer={`${at}/sandbag_g`} />
          {placed.sandbag_g ? (
            <ChoiceField
              label="Sandbag lies"
              value={placed.sandbag_on ?? 'column'}
              choices={hold.model === 'bar' ? BAG_PLACES.slice(0, 1) : BAG_PLACES}
              onChange={(value) => void set(`${at}/sandbag_on`, value)}
            />
          ) : null}
        </>
      ) : null}
      {placed.gear.form === 'table-top stand' ? (
        <Tick
          className={classes.tether}
          label="foot clamped to the table"
          checked={placed.clamped_down}
          onChange={(clamped) => void set(`${at}/clamped_down`, clamped)}
        />
      ) : null}
      {placed.gear.rated_load_g === null ? <PlanField pointer={`${at}/gear/rated_load_g`} /> : null}
      <Tick
        className={classes.tether}
        label="second fixing tied"
        checked={placed.tether ?? false}
        onChange={(tied) => void set(`${at}/tether`, tied)}
      />
      <button
        type="button"
        className={classes.letGo}
        onClick={() => void change(letGo(plan, camera.index))}
      >
        choose another
      </button>
    </div>
  );
}

function LegsToward({ hold, at }: { hold: HoldDrawing; at: string }) {
  const { plan, set } = useSheet();
  const given = plan.supports[hold.index]?.legs_toward_deg ?? null;
  const own = given !== null && !HOURS.some((one) => Number(one.value) === given);
  const choices = [
    { value: '', label: 'under the boom' },
    ...(own ? [{ value: String(given), label: clockWords(given) }] : []),
    ...HOURS,
  ];
  return (
    <ChoiceField
      label="One leg toward"
      value={given === null ? '' : String(given)}
      choices={choices}
      explain="12 is away from you"
      onChange={(value) => void set(`${at}/legs_toward_deg`, value === '' ? null : Number(value))}
    />
  );
}

function Shelf({ at, now }: { at: string; now: string | null }) {
  const { plan, set } = useSheet();
  const names = plan.room.obstacles.map((one) => ({ value: one.name, label: one.name }));
  return (
    <ChoiceField
      label="Fixed to"
      value={now ?? ''}
      choices={[{ value: '', label: 'the nearest' }, ...names]}
      explain="shelf, cupboard or beam"
      onChange={(value) => void set(`${at}/shelf`, value === '' ? null : value)}
    />
  );
}
