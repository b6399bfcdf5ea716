/** What can be told beside a take: of each kind its fields, and what it says once they are filled. */
import type { Plan, RollCall } from '../../api/types';
import type { Says, Standing } from '../told';

export type Panel = 'stopped' | 'did' | 'adjust' | 'stage' | 'lost' | 'set-up' | 'note' | 'end';
export type Values = Readonly<Record<string, string>>;

export interface Choice {
  value: string;
  label: string;
}

export interface Field {
  name: string;
  label: string;
  kind: 'choose' | 'number' | 'words';
  /** What it is while nobody has touched it. */
  begins: string;
  options?: readonly Choice[];
  /** The greatest number, or the most letters. */
  most?: number;
  under?: string;
}

export interface Form {
  /** A sentence over the fields, or in their place. */
  words?: string;
  fields: readonly Field[];
  button: string;
  /** Null while something is missing. */
  says: Says | null;
}

export interface Given {
  plan: Plan;
  call: RollCall;
  standing: Standing;
  seconds: number | null;
}

export const PANELS: readonly { panel: Panel; words: string }[] = [
  { panel: 'stopped', words: 'something stopped' },
  { panel: 'did', words: 'restarted, changed' },
  { panel: 'adjust', words: 'set otherwise' },
  { panel: 'stage', words: 'next stage' },
  { panel: 'lost', words: 'minutes lost' },
  { panel: 'set-up', words: 'setting up took' },
  { panel: 'note', words: 'a note' },
  { panel: 'end', words: 'end the session' },
];
const LONGEST_MIN = 2880;
const WHYS: readonly Choice[] = [
  { value: 'recording limit', label: 'its recording limit' },
  { value: 'file limit', label: 'its largest file' },
  { value: 'card full', label: 'card full' },
  { value: 'battery empty', label: 'battery empty' },
  { value: 'heat', label: 'too hot' },
  { value: 'unknown', label: 'I do not know' },
];
const DEEDS: readonly Choice[] = [
  { value: 'restart', label: 'stopped and started' },
  { value: 'battery start', label: 'battery changed' },
  { value: 'card start', label: 'card changed' },
  { value: 'start', label: 'started' },
  { value: 'stop', label: 'stopped' },
];
const LOST: readonly Choice[] = [
  { value: 'focus', label: 'focus' },
  { value: 'framing', label: 'frame moved, head or hand in it' },
  { value: 'lens', label: 'dirty lens' },
  { value: 'not recording', label: 'it was not recording' },
  { value: 'sound', label: 'sound' },
  { value: 'lamps', label: 'a lamp' },
  { value: 'window', label: 'daylight' },
  { value: 'card', label: 'card' },
  { value: 'battery', label: 'battery' },
  { value: 'phone', label: 'a phone rang' },
  { value: 'alarm', label: 'alarm not heard' },
  { value: 'other', label: 'something else' },
];

const devicesOf = (call: RollCall): Choice[] =>
  call.devices.map((one) => ({ value: one.id, label: one.name }));

const words = (name: string, label: string, most = 200): Field => ({
  name,
  label,
  kind: 'words',
  begins: '',
  most,
});

/** What a field has: what was typed, else what it begins with. */
export const filledIn = (field: Field, values: Values): string =>
  values[field.name] ?? field.begins;

/** A number that was typed, from 0 to the most that it may be; null where none was. */
function numberOf(text: string | undefined, most: number): number | null {
  if (text === undefined || text.trim() === '') return null;
  const value = Number(text);
  return value >= 0 && value <= most ? value : null;
}

const NO_DEVICE: Form = {
  words: 'No device of the plan runs.',
  fields: [],
  button: '',
  says: null,
};

function stopped({ call, seconds }: Given, values: Values): Form {
  const device = values.device ?? call.devices[0]?.id;
  const chosen = call.devices.find((one) => one.id === device);
  if (!chosen) return NO_DEVICE;
  const why = values.why ?? (chosen.why || 'unknown');
  const ago = numberOf(values.ago, LONGEST_MIN);
  const likely =
    seconds !== null && chosen.stops_s != null && seconds > chosen.stops_s
      ? Math.round((seconds - chosen.stops_s) / 60)
      : null;
  return {
    fields: [
      {
        name: 'device',
        label: 'What stopped?',
        kind: 'choose',
        begins: chosen.id,
        options: devicesOf(call),
      },
      { name: 'why', label: 'Why?', kind: 'choose', begins: why, options: WHYS },
      {
        name: 'ago',
        label: 'How many minutes ago?',
        kind: 'number',
        begins: '',
        most: LONGEST_MIN,
        under: likely === null ? 'empty: just now' : `by the plan about ${likely} min ago`,
      },
    ],
    button: 'It stopped',
    says: {
      kind: 'stopped',
      device: chosen.id,
      name: chosen.name,
      why,
      ago_s: ago === null ? 0 : Math.round(ago * 60),
      silent: chosen.silent,
    },
  };
}

function did({ call, standing }: Given, values: Values): Form {
  const device = values.device ?? standing.stopped[0] ?? call.devices[0]?.id;
  const chosen = call.devices.find((one) => one.id === device);
  if (!chosen) return NO_DEVICE;
  const does = values.does ?? 'restart';
  return {
    fields: [
      {
        name: 'device',
        label: 'Which device?',
        kind: 'choose',
        begins: chosen.id,
        options: devicesOf(call),
      },
      { name: 'does', label: 'What did you do?', kind: 'choose', begins: does, options: DEEDS },
    ],
    button: 'Done',
    says: { kind: 'did', device: chosen.id, name: chosen.name, does: does.split(' ') },
  };
}

function adjust({ plan, call }: Given, values: Values): Form {
  const lamps = plan.lights.map((one) => ({
    value: `lamp-${one.id}`.slice(0, 40),
    label: one.fixture.name,
  }));
  const things = [...lamps, ...devicesOf(call).filter((one) => !one.value.startsWith('lamp-'))];
  const chosen = things.find((one) => one.value === (values.thing ?? things[0]?.value));
  if (!chosen) return { ...NO_DEVICE, words: 'The plan has nothing to set.' };
  const isLamp = chosen.value.startsWith('lamp-');
  const percent = isLamp ? numberOf(values.percent, 100) : null;
  const how = (values.how ?? '').trim();
  const says = percent === null ? how : `to ${percent} %${how ? `, ${how}` : ''}`;
  const level: Field = {
    name: 'percent',
    label: 'To what level, percent?',
    kind: 'number',
    begins: '',
    most: 100,
  };
  return {
    fields: [
      {
        name: 'thing',
        label: 'What is set otherwise?',
        kind: 'choose',
        begins: chosen.value,
        options: things,
      },
      ...(isLamp ? [level] : []),
      words('how', isLamp ? 'In words' : 'How?', 180),
    ],
    button: 'Note it',
    says: says ? { kind: 'adjust', device: chosen.value, name: chosen.label, says, percent } : null,
  };
}

function lost(_: Given, values: Values): Form {
  const minutes = numberOf(values.minutes, LONGEST_MIN);
  const why = values.why ?? 'focus';
  return {
    fields: [
      {
        name: 'why',
        label: 'Why can it not be used?',
        kind: 'choose',
        begins: why,
        options: LOST,
      },
      {
        name: 'minutes',
        label: 'How many minutes?',
        kind: 'number',
        begins: '',
        most: LONGEST_MIN,
      },
      words('says', 'In words'),
    ],
    button: 'Note it',
    says:
      minutes === null ? null : { kind: 'lost', why, minutes, says: (values.says ?? '').trim() },
  };
}

function setUp({ call }: Given, values: Values): Form {
  const minutes = numberOf(values.minutes, LONGEST_MIN);
  return {
    fields: [
      {
        name: 'minutes',
        label: 'How many minutes, from the first stand to the first take?',
        kind: 'number',
        begins: '',
        most: LONGEST_MIN,
        under: call.set_up_min
          ? `planned: about ${Math.round(call.set_up_min)}; the log learns your own pace`
          : 'the log learns your own pace',
      },
    ],
    button: 'Note it',
    says: minutes ? { kind: 'set-up', minutes } : null,
  };
}

function note(_: Given, values: Values): Form {
  const says = (values.says ?? '').trim();
  return {
    fields: [words('says', 'What is to be remembered?')],
    button: 'Note it',
    says: says ? { kind: 'note', says } : null,
  };
}

function end({ standing }: Given): Form {
  return {
    words:
      standing.takeSince === null
        ? 'The session is over for every device.'
        : 'The take that runs ends with it.',
    fields: [],
    button: 'It is over',
    says: { kind: 'end' },
  };
}

/** The form of a panel, as its values stand; stages are chosen, not filled in. */
export const FORMS: Readonly<
  Record<Exclude<Panel, 'stage'>, (given: Given, values: Values) => Form>
> = { stopped, did, adjust, lost, 'set-up': setUp, note, end };
