/** What happened beside the take: something stopped, was done, was set otherwise, was lost; the next stage; the end. */
import { Button, NativeSelect, NumberInput, TextInput } from '@mantine/core';
import { useState } from 'react';
import type { Plan, RollCall } from '../../api/types';
import classes from '../bench.module.css';
import type { Says, Standing } from '../told';

type Panel = 'stopped' | 'did' | 'adjust' | 'stage' | 'lost' | 'note' | 'end';
const PANELS: readonly { panel: Panel; words: string }[] = [
  { panel: 'stopped', words: 'something stopped' },
  { panel: 'did', words: 'restarted, changed' },
  { panel: 'adjust', words: 'set otherwise' },
  { panel: 'stage', words: 'next stage' },
  { panel: 'lost', words: 'minutes lost' },
  { panel: 'note', words: 'a note' },
  { panel: 'end', words: 'end the session' },
];
const WHYS = [
  { value: 'recording limit', label: 'its recording limit' },
  { value: 'file limit', label: 'its largest file' },
  { value: 'card full', label: 'card full' },
  { value: 'battery empty', label: 'battery empty' },
  { value: 'heat', label: 'too hot' },
  { value: 'unknown', label: 'I do not know' },
];
const DEEDS = [
  { value: 'restart', label: 'stopped and started' },
  { value: 'battery start', label: 'battery changed' },
  { value: 'card start', label: 'card changed' },
  { value: 'start', label: 'started' },
  { value: 'stop', label: 'stopped' },
];
const LOST = [
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

interface Props {
  plan: Plan;
  call: RollCall;
  standing: Standing;
  seconds: number | null;
  onSay: (says: Says) => void;
}

export function Tell(props: Props) {
  const [open, setOpen] = useState<Panel | null>(null);
  const done = (says: Says): void => {
    props.onSay(says);
    setOpen(null);
  };
  if (!props.standing.begun) return null;
  const there = PANELS.filter((one) => one.panel !== 'stage' || props.plan.stages.length);
  return (
    <section className={classes.tell} aria-label="What else happened">
      <div className={classes.panels}>
        {there.map((one) => (
          <button
            key={one.panel}
            type="button"
            className={classes.panel}
            aria-expanded={open === one.panel}
            onClick={() => setOpen(open === one.panel ? null : one.panel)}
          >
            {one.words}
          </button>
        ))}
      </div>
      {open === 'stopped' ? <StoppedPanel {...props} onSay={done} /> : null}
      {open === 'did' ? <DidPanel {...props} onSay={done} /> : null}
      {open === 'adjust' ? <AdjustPanel {...props} onSay={done} /> : null}
      {open === 'stage' ? <StagePanel {...props} onSay={done} /> : null}
      {open === 'lost' ? <LostPanel onSay={done} /> : null}
      {open === 'note' ? <NotePanel onSay={done} /> : null}
      {open === 'end' ? (
        <div className={classes.fields}>
          <p>
            {props.standing.takeSince === null
              ? 'The session is over for every device.'
              : 'The take that runs ends with it.'}
          </p>
          <Button size="lg" fullWidth onClick={() => done({ kind: 'end' })}>
            It is over
          </Button>
        </div>
      ) : null}
    </section>
  );
}

const devicesOf = (call: RollCall) =>
  call.devices.map((one) => ({ value: one.id, label: one.name }));

function StoppedPanel({ call, seconds, onSay }: Props) {
  const [device, setDevice] = useState(call.devices[0]?.id ?? '');
  const chosen = call.devices.find((one) => one.id === device);
  const [why, setWhy] = useState(chosen?.why || 'unknown');
  const [ago, setAgo] = useState<number | string>('');
  if (!chosen) return <p className={classes.says}>No device of the plan runs.</p>;
  const likely =
    seconds !== null && chosen.stops_s !== null && seconds > chosen.stops_s
      ? Math.round((seconds - chosen.stops_s) / 60)
      : null;
  return (
    <div className={classes.fields}>
      <NativeSelect
        size="md"
        label="What stopped?"
        value={device}
        data={devicesOf(call)}
        onChange={(event) => setDevice(event.currentTarget.value)}
      />
      <NativeSelect
        size="md"
        label="Why?"
        value={why}
        data={WHYS}
        onChange={(event) => setWhy(event.currentTarget.value)}
      />
      <NumberInput
        size="md"
        label="How many minutes ago?"
        description={likely === null ? 'empty: just now' : `by the plan about ${likely} min ago`}
        value={ago}
        min={0}
        max={2880}
        onChange={setAgo}
      />
      <Button
        size="lg"
        fullWidth
        onClick={() =>
          onSay({
            kind: 'stopped',
            device,
            name: chosen.name,
            why,
            ago_s: ago === '' ? 0 : Math.round(Number(ago) * 60),
            silent: chosen.silent,
          })
        }
      >
        It stopped
      </Button>
    </div>
  );
}

function DidPanel({ call, standing, onSay }: Props) {
  const [device, setDevice] = useState(standing.stopped[0] ?? call.devices[0]?.id ?? '');
  const [does, setDoes] = useState('restart');
  const chosen = call.devices.find((one) => one.id === device);
  if (!chosen) return <p className={classes.says}>No device of the plan runs.</p>;
  return (
    <div className={classes.fields}>
      <NativeSelect
        size="md"
        label="Which device?"
        value={device}
        data={devicesOf(call)}
        onChange={(event) => setDevice(event.currentTarget.value)}
      />
      <NativeSelect
        size="md"
        label="What did you do?"
        value={does}
        data={DEEDS}
        onChange={(event) => setDoes(event.currentTarget.value)}
      />
      <Button
        size="lg"
        fullWidth
        onClick={() => onSay({ kind: 'did', device, name: chosen.name, does: does.split(' ') })}
      >
        Done
      </Button>
    </div>
  );
}

function AdjustPanel({ plan, call, onSay }: Props) {
  const lamps = plan.lights.map((one) => ({
    value: `lamp-${one.id}`.slice(0, 40),
    label: one.fixture.name,
  }));
  const things = [...lamps, ...devicesOf(call).filter((one) => !one.value.startsWith('lamp-'))];
  const [device, setDevice] = useState(things[0]?.value ?? '');
  const [percent, setPercent] = useState<number | string>('');
  const [words, setWords] = useState('');
  const chosen = things.find((one) => one.value === device);
  const isLamp = device.startsWith('lamp-');
  const says =
    isLamp && percent !== '' ? `to ${percent} %${words ? `, ${words}` : ''}` : words.trim();
  if (!chosen) return <p className={classes.says}>The plan has nothing to set.</p>;
  return (
    <div className={classes.fields}>
      <NativeSelect
        size="md"
        label="What is set otherwise?"
        value={device}
        data={things}
        onChange={(event) => setDevice(event.currentTarget.value)}
      />
      {isLamp ? (
        <NumberInput
          size="md"
          label="To what level, percent?"
          value={percent}
          min={0}
          max={100}
          onChange={setPercent}
        />
      ) : null}
      <TextInput
        size="md"
        label={isLamp ? 'In words' : 'How?'}
        value={words}
        maxLength={180}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        size="lg"
        fullWidth
        disabled={!says}
        onClick={() =>
          onSay({
            kind: 'adjust',
            device,
            name: chosen.label,
            says,
            percent: isLamp && percent !== '' ? Number(percent) : null,
          })
        }
      >
        Note it
      </Button>
    </div>
  );
}

function StagePanel({ plan, standing, onSay }: Props) {
  return (
    <div className={classes.fields}>
      {plan.stages.map((one) => (
        <Button
          key={one.name}
          size="lg"
          fullWidth
          variant={one.name === standing.stage ? 'filled' : 'default'}
          onClick={() => onSay({ kind: 'stage', name: one.name })}
        >
          {one.name}
        </Button>
      ))}
    </div>
  );
}

function LostPanel({ onSay }: Pick<Props, 'onSay'>) {
  const [why, setWhy] = useState('focus');
  const [minutes, setMinutes] = useState<number | string>('');
  const [words, setWords] = useState('');
  return (
    <div className={classes.fields}>
      <NativeSelect
        size="md"
        label="Why can it not be used?"
        value={why}
        data={LOST}
        onChange={(event) => setWhy(event.currentTarget.value)}
      />
      <NumberInput
        size="md"
        label="How many minutes?"
        value={minutes}
        min={0}
        max={2880}
        onChange={setMinutes}
      />
      <TextInput
        size="md"
        label="In words"
        value={words}
        maxLength={200}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        size="lg"
        fullWidth
        disabled={minutes === ''}
        onClick={() => onSay({ kind: 'lost', why, minutes: Number(minutes), says: words.trim() })}
      >
        Note it
      </Button>
    </div>
  );
}

function NotePanel({ onSay }: Pick<Props, 'onSay'>) {
  const [words, setWords] = useState('');
  return (
    <div className={classes.fields}>
      <TextInput
        size="md"
        label="What is to be remembered?"
        value={words}
        maxLength={200}
        onChange={(event) => setWords(event.currentTarget.value)}
      />
      <Button
        size="lg"
        fullWidth
        disabled={!words.trim()}
        onClick={() => onSay({ kind: 'note', says: words.trim() })}
      >
        Note it
      </Button>
    </div>
  );
}
