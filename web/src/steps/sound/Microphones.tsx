/** The microphones of the plan: what holds each, where it is, how a pair stands, what records it, its lead. */
import { UnstyledButton } from '@mantine/core';
import type { Lead, MicDrawing, PlacedMic, SoundDrawing } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { cameraNames } from '../../sheet/cameras';
import { useUnits } from '../../ui/units';
import { intoOf, micSays, recordersOf } from './model';
import classes from './sound.module.css';

const HELD = [
  { value: 'boom', label: 'a boom' },
  { value: 'stand', label: 'a stand above it' },
  { value: 'table', label: 'a stand on the table' },
  { value: 'clip-on', label: 'your clothes' },
  { value: 'camera', label: 'a camera' },
];
const FORMS = [
  { value: '', label: 'one microphone' },
  { value: 'spaced', label: 'pair, spaced' },
  { value: 'close', label: 'pair, close' },
  { value: 'near-coincident', label: 'pair, a hand apart' },
  { value: 'coincident', label: 'pair, one on the other' },
];

export function Microphones({ drawing, inHand }: { drawing: SoundDrawing; inHand: string | null }) {
  const { plan } = useSheet();
  if (!plan.mics.length) return null;
  return (
    <FieldGroup
      title="Microphones"
      words={plan.mics.map((one) => one.gear.name).join(', ')}
      open={inHand !== null}
    >
      {plan.mics.map((one, index) => {
        const drawn = drawing.mics.find((each) => each.number === index + 1);
        return <One key={one.id} mic={one} index={index} drawn={drawn ?? null} />;
      })}
    </FieldGroup>
  );
}

function One(props: { mic: PlacedMic; index: number; drawn: MicDrawing | null }) {
  const { mic, index, drawn } = props;
  const { plan, camera, set } = useSheet();
  const { put, remove } = useEntries<PlacedMic>('/mics');
  const names = cameraNames(plan.cameras);
  const at = `/mics/${index}`;
  const clipped = mic.gear.pattern === 'clip-on';
  const stands = mic.held !== 'clip-on' && mic.held !== 'camera';
  return (
    <fieldset className={entries.entry} aria-label={mic.gear.name}>
      <p className={classes.mic}>
        <b>{mic.gear.name}</b>
        {mic.owned ? '' : ' (not in your cupboard)'}
        {drawn ? `: ${micSays(drawn)}` : ''}
      </p>
      {clipped ? null : (
        <ChoiceField
          label="Held by"
          value={mic.held}
          choices={HELD.filter(
            (one) => one.value !== 'clip-on' && (!mic.pair || one.value !== 'camera'),
          )}
          onChange={(value) =>
            void put(index, {
              held: value as PlacedMic['held'],
              stand: null,
              foot: { x_mm: null, y_mm: null },
              camera: value === 'camera' ? camera.id : null,
            })
          }
        />
      )}
      {mic.held === 'camera' && plan.cameras.length > 1 ? (
        <ChoiceField
          label="On the camera"
          value={mic.camera ?? ''}
          choices={[
            ...(mic.camera ? [] : [{ value: '', label: 'not said' }]),
            ...plan.cameras.map((one, each) => ({
              value: one.id,
              label: names[each] ?? one.id,
            })),
          ]}
          onChange={(value) => void set(`${at}/camera`, value)}
        />
      ) : null}
      {stands && mic.gear.pair !== false ? (
        <ChoiceField
          label="One, or a pair"
          value={mic.pair?.form ?? ''}
          choices={FORMS}
          onChange={(value) =>
            void put(index, {
              pair: value
                ? {
                    form: value as NonNullable<PlacedMic['pair']>['form'],
                    apart_mm: null,
                    opened_deg: null,
                  }
                : null,
            })
          }
        />
      ) : null}
      {stands ? (
        <>
          <PlanField pointer={`${at}/position/x_mm`} />
          <PlanField pointer={`${at}/position/y_mm`} />
          <PlanField pointer={`${at}/position/z_mm`} />
        </>
      ) : null}
      {mic.pair ? (
        <>
          <PlanField pointer={`${at}/pair/apart_mm`} />
          <PlanField pointer={`${at}/pair/opened_deg`} />
        </>
      ) : null}
      <ChoiceField
        label="Recorded by"
        wide
        value={mic.into ? `${mic.into.kind} ${mic.into.id}` : ''}
        choices={[{ value: '', label: 'not said' }, ...recordersOf(plan, names)]}
        onChange={(value) => void set(`${at}/into`, intoOf(value))}
      />
      {mic.gear.wireless ? null : <Leads mic={mic} at={at} drawn={drawn} />}
      <UnstyledButton className={entries.remove} onClick={() => remove(index)}>
        take it down
      </UnstyledButton>
    </fieldset>
  );
}

/** The lead along its way, and what of the cupboard can be put to it. */
function Leads({ mic, at, drawn }: { mic: PlacedMic; at: string; drawn: MicDrawing | null }) {
  const { cupboard, set } = useSheet();
  const { system } = useUnits();
  const lead = drawn?.lead ?? null;
  const more: Lead[] = cupboard.leads.map((one) => one.gear).filter((one) => one.form === 'sound');
  const names = [...new Set([...mic.leads, ...more].map((one) => one.name))];
  const says = lead
    ? `needs ${lengthWords(lead.needs_mm, system)}` +
      (lead.has_mm === null ? '' : `, is ${lengthWords(lead.has_mm, system)}`)
    : '';
  return (
    <>
      <PlanField pointer={`${at}/gear/lead_mm`} />
      <ChoiceField
        label="Lead put to it"
        value={mic.leads[0]?.name ?? ''}
        choices={[
          { value: '', label: 'none' },
          ...names.map((name) => ({ value: name, label: name })),
        ]}
        explain={says}
        wide
        onChange={(value) => {
          const found = [...mic.leads, ...more].find((one) => one.name === value);
          void set(`${at}/leads`, found ? [found] : []);
        }}
      />
    </>
  );
}
