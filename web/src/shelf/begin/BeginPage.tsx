/** Begin: what do you make, how large, where, and what do you own? Each can be skipped but the first. */
import { Button, SegmentedControl, Switch, TextInput } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { sentencesOf } from '../../api/client';
import { getBoard, getShapes } from '../../api/fixed';
import type { BoardThing, Shape } from '../../api/types';
import { PlainField } from '../../fields/PlainField';
import { Bar } from '../../ui/Bar';
import { Trouble } from '../../ui/Trouble';
import { useUnits } from '../../ui/units';
import { beginWith, countOwned } from '../requests';
import classes from './begin.module.css';
import {
  type Begun,
  beginningOf,
  bySubject,
  NOTHING_BEGUN,
  SIZES,
  SOCKETS,
  SUBJECT_WORDS,
  shownOf,
  toggled,
  type Wall,
  zoneOf,
} from './model';
import { SHAPE_LINES, THING_LINES } from './pictures';
import { SizeDrawing } from './SizeDrawing';

export function BeginPage() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const [begun, setBegun] = useState<Begun>(NOTHING_BEGUN);
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data ?? [];
  const board = useQuery({ queryKey: ['board'], queryFn: getBoard }).data ?? [];
  const owned = useQuery({ queryKey: ['owned-count'], queryFn: countOwned }).data ?? 0;
  const shape = shapes.find((one) => one.id === begun.shape);
  const told = beginningOf(begun, shape);
  const begin = useMutation({
    mutationFn: beginWith,
    onSuccess: (sheet) => {
      // What was ticked is in the cupboard now: what is known of it is fetched anew before anything is worked out.
      queries.removeQueries({ queryKey: ['cupboard'] });
      navigate(`/plan/${sheet.id}/rig?begun=1`);
    },
  });
  useEffect(() => {
    document.title = 'Begin · Steeple';
  }, []);
  const set = (more: Partial<Begun>): void => setBegun((now) => ({ ...now, ...more }));
  return (
    <div className={classes.page}>
      <Bar />
      <main className={classes.begin}>
        <h1>Begin</h1>
        <Makes shapes={shapes} begun={begun} set={set} />
        {shape ? <HowLarge shape={shape} begun={begun} set={set} /> : null}
        {shape ? <Where begun={begun} set={set} /> : null}
        {shape ? <Owns board={board} owned={owned} begun={begun} set={set} /> : null}
        <div className={classes.foot}>
          <Button
            size="md"
            disabled={!told}
            loading={begin.isPending}
            onClick={() => told && begin.mutate(told)}
          >
            Work it all out
          </Button>
          <span className={classes.quiet}>
            {told
              ? 'What is not said is taken as usual for such work, and marked as assumed.'
              : 'Say what you make; all else can be left out.'}
          </span>
        </div>
        {begin.isError ? <Trouble sentences={sentencesOf(begin.error)} /> : null}
      </main>
    </div>
  );
}

function LengthInput({
  label,
  value,
  onChange,
}: {
  label: string;
  value: number | null;
  onChange: (mm: number | null) => void;
}) {
  return (
    <PlainField
      label={label}
      kind="length"
      nullable
      value={value}
      onCommit={async (told) => {
        onChange(told === null ? null : Number(told));
        return [];
      }}
    />
  );
}

interface PartProps {
  begun: Begun;
  set: (more: Partial<Begun>) => void;
}

function Makes({ shapes, begun, set }: PartProps & { shapes: readonly Shape[] }) {
  return (
    <fieldset className={classes.part}>
      <legend>What do you make?</legend>
      <div className={classes.shapes}>
        {shapes.map((one) => (
          <label key={one.id} className={classes.card} data-chosen={begun.shape === one.id}>
            <input
              type="radio"
              name="shape"
              className="visually-hidden"
              checked={begun.shape === one.id}
              onChange={() => set({ shape: one.id, widthMm: null, depthMm: null, topMm: null })}
            />
            <svg viewBox="0 0 96 64" aria-hidden="true">
              <path d={SHAPE_LINES[one.id]} />
            </svg>
            <b>{one.title}</b>
            <small>{one.says}</small>
          </label>
        ))}
      </div>
      <TextInput
        className={classes.title}
        label="What do you call it?"
        placeholder="such as: lettering a map"
        value={begun.title}
        maxLength={200}
        onChange={(event) => set({ title: event.currentTarget.value })}
      />
    </fieldset>
  );
}

function HowLarge({ shape, begun, set }: PartProps & { shape: Shape }) {
  const { system } = useUnits();
  const zone = zoneOf(begun, shape);
  return (
    <fieldset className={classes.part}>
      <legend>How large is it?</legend>
      <div className={classes.large}>
        <div className={classes.drawn}>
          <SizeDrawing
            width={zone.width}
            depth={zone.depth}
            system={system}
            onSize={(widthMm, depthMm) => set({ widthMm, depthMm })}
          />
        </div>
        <div className={classes.fields}>
          <div className={classes.sizes}>
            <span>As large as</span>
            {SIZES.map((one) => (
              <Button
                key={one.words}
                size="compact-sm"
                variant={
                  zone.width === one.widthMm && zone.depth === one.depthMm ? 'filled' : 'default'
                }
                onClick={() => set({ widthMm: one.widthMm, depthMm: one.depthMm })}
              >
                {one.words}
              </Button>
            ))}
          </div>
          <div className={classes.row}>
            <LengthInput label="Wide" value={zone.width} onChange={(widthMm) => set({ widthMm })} />
            <LengthInput label="Deep" value={zone.depth} onChange={(depthMm) => set({ depthMm })} />
            <LengthInput
              label="Tallest thing on it"
              value={begun.topMm ?? shape.zone_top_mm}
              onChange={(topMm) => set({ topMm })}
            />
          </div>
        </div>
      </div>
    </fieldset>
  );
}

const WALLS: readonly { value: string; label: string }[] = [
  { value: '', label: 'none' },
  { value: 'left', label: 'left of you' },
  { value: 'right', label: 'right' },
  { value: 'far', label: 'before you' },
  { value: 'near', label: 'behind' },
];

function Where({ begun, set }: PartProps) {
  return (
    <fieldset className={classes.part}>
      <legend>Where?</legend>
      <div className={classes.row}>
        <LengthInput
          label="Table, from the floor"
          value={begun.tableMm}
          onChange={(tableMm) => set({ tableMm })}
        />
        <LengthInput
          label="Floor to ceiling"
          value={begun.ceilingMm}
          onChange={(ceilingMm) => set({ ceilingMm })}
        />
        <div>
          <span className={classes.over}>A window</span>
          <SegmentedControl
            aria-label="A window"
            value={begun.window ?? ''}
            data={[...WALLS]}
            onChange={(value) => set({ window: (value || null) as Wall | null })}
          />
        </div>
        <div>
          <span className={classes.over}>Fuse of the sockets there</span>
          <SegmentedControl
            aria-label="Fuse of the sockets there"
            value={begun.sockets}
            data={SOCKETS.map(({ value, label }) => ({ value, label }))}
            onChange={(sockets) => set({ sockets })}
          />
        </div>
        <Switch
          label="I work left-handed"
          checked={begun.leftHanded}
          onChange={(event) => set({ leftHanded: event.currentTarget.checked })}
        />
        <Switch
          label="Nobody is there while it is filmed"
          checked={begun.away}
          onChange={(event) => set({ away: event.currentTarget.checked })}
        />
      </div>
    </fieldset>
  );
}

function Owns({
  board,
  owned,
  begun,
  set,
}: PartProps & { board: readonly BoardThing[]; owned: number }) {
  const [ticking, setTicking] = useState(false);
  const shown = ticking || owned === 0;
  return (
    <fieldset className={classes.part}>
      <legend>What do you own?</legend>
      {owned ? (
        <p className={classes.quiet}>
          Your cupboard has {owned} {owned === 1 ? 'thing' : 'things'}; they are all looked at.{' '}
          {ticking ? null : (
            <Button variant="default" size="compact-sm" onClick={() => setTicking(true)}>
              Tick more
            </Button>
          )}
        </p>
      ) : (
        <p className={classes.quiet}>
          Tick what you have. Usual figures stand in for it until you measure yours; with nothing
          ticked you read what kinds of things to get.
        </p>
      )}
      {shown
        ? bySubject(shownOf(board, begun.ticked)).map(([subject, things]) => (
            <div key={subject} className={classes.subject}>
              <h3>{SUBJECT_WORDS[subject] ?? subject}</h3>
              <div className={classes.things}>
                {things.map((one) => (
                  <label
                    key={one.id}
                    className={classes.thing}
                    data-chosen={begun.ticked.includes(one.id)}
                  >
                    <input
                      type="checkbox"
                      className="visually-hidden"
                      checked={begun.ticked.includes(one.id)}
                      onChange={() => set({ ticked: toggled(begun.ticked, one.id) })}
                    />
                    <svg viewBox="0 0 96 64" aria-hidden="true">
                      <path d={THING_LINES[one.id] ?? ''} />
                    </svg>
                    <span>{one.says}</span>
                  </label>
                ))}
              </div>
            </div>
          ))
        : null}
    </fieldset>
  );
}
