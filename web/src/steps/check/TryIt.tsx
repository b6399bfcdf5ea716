/** A bench that ships with Steeple: set up with errors on purpose, it takes a test frame without a camera. */
import { Button } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { BenchReadings, Plan, StandInErrors } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useUnits } from '../../ui/units';
import classes from './check.module.css';
import { type Paper, standInFrame, standInReadings } from './requests';

interface Props {
  plan: Plan;
  camera: string;
  paper: Paper;
  busy: boolean;
  onFrame: (take: () => Promise<File>) => void;
  onReadings: (found: BenchReadings) => void;
}

type Wrong = Pick<
  StandInErrors,
  'up_mm' | 'right_mm' | 'away_mm' | 'lean_right_deg' | 'lean_away_deg' | 'turned_deg'
> & { exposure_stops: number; first_lamp: number };

const AT_FIRST: Wrong = {
  up_mm: -50,
  right_mm: 0,
  away_mm: 0,
  lean_right_deg: 2,
  lean_away_deg: 0,
  turned_deg: 0,
  exposure_stops: -0.3,
  first_lamp: 1,
};

const FIELDS: readonly {
  key: keyof Wrong;
  label: string;
  kind: 'length' | 'plain';
  explain: string;
}[] = [
  { key: 'up_mm', label: 'Too high by', kind: 'length', explain: 'negative is too low' },
  { key: 'right_mm', label: 'Too far right by', kind: 'length', explain: 'negative is left' },
  { key: 'away_mm', label: 'Too far away by', kind: 'length', explain: 'negative is toward you' },
  { key: 'lean_right_deg', label: 'Looks right by (°)', kind: 'plain', explain: 'degrees too far' },
  { key: 'lean_away_deg', label: 'Looks away by (°)', kind: 'plain', explain: 'degrees too far' },
  { key: 'turned_deg', label: 'Turned by (°)', kind: 'plain', explain: 'clockwise from above' },
  {
    key: 'first_lamp',
    label: 'First lamp, times',
    kind: 'plain',
    explain: 'of what it should give',
  },
  { key: 'exposure_stops', label: 'Exposure (stops)', kind: 'plain', explain: 'negative is dark' },
];

export function TryIt({ plan, camera, paper, busy, onFrame, onReadings }: Props) {
  const { system } = useUnits();
  const [wrong, setWrong] = useState(AT_FIRST);
  const [said, setSaid] = useState('');
  const asked = () => {
    const { first_lamp, ...errors } = wrong;
    return { camera, paper, lamps: [first_lamp], ...errors };
  };
  const take = (kind: 'frame' | 'clip') => onFrame(() => standInFrame(plan, { ...asked(), kind }));
  const readings = async (): Promise<void> => {
    try {
      const found = await standInReadings(plan, asked());
      onReadings(found);
      setSaid(
        `Its tape reads ${lengthWords(found.tape_mm, system)}, the phone on its camera ${found.incline_deg}°, ` +
          `the sound meter ${found.sound_db} dB(A); the light meter is read lamp by lamp.`,
      );
    } catch (error) {
      setSaid(sentencesOf(error)[0] ?? '');
    }
  };
  return (
    <FieldGroup title="Try it without a camera" words="a bench set up with errors, and its frame">
      {FIELDS.map(({ key, label, kind, explain }) => (
        <PlainField
          key={key}
          label={label}
          kind={kind}
          explain={explain}
          value={wrong[key]}
          onCommit={async (value) => {
            setWrong({ ...wrong, [key]: Number(value ?? 0) });
            return [];
          }}
        />
      ))}
      <div className={classes.ways}>
        <Button size="compact-sm" disabled={busy} onClick={() => take('frame')}>
          Take its test frame
        </Button>
        <Button size="compact-sm" variant="default" disabled={busy} onClick={() => take('clip')}>
          Take its clip of a tap
        </Button>
        <Button size="compact-sm" variant="default" onClick={() => void readings()}>
          Read its meters
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          disabled={busy}
          onClick={() => setWrong({ ...AT_FIRST, up_mm: 0, lean_right_deg: 0, first_lamp: 1 })}
        >
          Put it right
        </Button>
      </div>
      {said ? (
        <p className={`${classes.quiet} ${classes.wide}`} role="status">
          {said}
        </p>
      ) : null}
    </FieldGroup>
  );
}
