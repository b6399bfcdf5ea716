/** Recordings of a clap: what they tell of the room and of each other, and how that is taken into the plan. */
import { Button, FileButton } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { ClapReport, ClapRow, SoundDrawing } from '../../api/types';
import { exactWords } from '../../domain/units';
import { FieldGroup } from '../../fields/FieldGroup';
import { useSheet } from '../../saving/context';
import { FallingInk } from './drawing/FallingInk';
import { readClaps, standInClap } from './requests';
import classes from './sound.module.css';

function echoWords(row: ClapRow): string {
  if (row.problem) return row.problem;
  if (row.rt60_s === null) return 'The noise leaves no room to tell the echo.';
  const line = row.t30 ?? row.t20;
  const fitted = row.rt60_s === row.fitted_s;
  const by = row.t30 ? 'T30' : fitted ? 'fitted over the noise' : 'T20';
  const off = line ? `, the line within ${exactWords(Math.max(0.1, line.off_db), 1)} dB` : '';
  return `Echo ${row.rt60_s.toFixed(2)} s (${by}${off}), ${exactWords(row.above_noise_db ?? 0, 0)} dB over the noise, the clap at ${exactWords(row.arrival_s ?? 0, 3)} s`;
}

function againstWords(one: ClapReport['against_first'][number]): string {
  if (one.problem || one.behind_s === null) return one.problem ?? '';
  const late = `${exactWords(1000 * one.behind_s, 1)} ms (${exactWords(one.behind_frames ?? 0, 2)} frames) behind the first`;
  return one.drift_ppm === null
    ? late
    : `${late}; its clock is ${exactWords(one.drift_ppm, 0)} parts in a million faster`;
}

export function Claps({ drawing }: { drawing: SoundDrawing }) {
  const { plan, set } = useSheet();
  const [report, setReport] = useState<ClapReport | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const read = async (get: () => Promise<readonly File[]>): Promise<void> => {
    setTrouble(null);
    setReading(true);
    try {
      setReport(await readClaps(await get(), plan.delivery.frame_rate_hz));
    } catch (error) {
      setReport(null);
      setTrouble(sentencesOf(error)[0] ?? null);
    } finally {
      setReading(false);
    }
  };
  const told = report?.files.find((one) => one.rt60_s !== null);
  const drift = report?.against_first.find((one) => one.drift_ppm !== null);
  return (
    <FieldGroup
      title="A clap tells the room"
      words={drawing.measured ? 'the echo is as a clap told it' : 'read a recording of one'}
      open={report !== null}
    >
      <p className={`${classes.caption} ${classes.wide}`}>
        Clap once where you work, with the recorder where it will be, and wait two seconds. Two
        recordings of the same clap tell how far they are apart; with a second clap at the end, how
        their clocks drift.
      </p>
      <FileButton
        multiple
        accept=".wav,.flac,.mp4,.mov,audio/*,video/mp4,video/quicktime"
        onChange={(files) => (files.length ? void read(async () => files) : undefined)}
      >
        {(props) => (
          <Button {...props} size="compact-sm" loading={reading}>
            Read recordings of a clap
          </Button>
        )}
      </FileButton>
      {drawing.mid_s === null ? null : (
        <Button
          variant="default"
          size="compact-sm"
          disabled={reading}
          onClick={() => void read(async () => [await standInClap(plan)])}
        >
          Try it with a made-up clap in this room
        </Button>
      )}
      {trouble ? (
        <p role="alert" className={classes.wide}>
          {trouble}
        </p>
      ) : null}
      {report?.files.map((one) => (
        <p key={one.file} className={classes.mic}>
          <b>{one.file}</b>, {one.cut ? 'the first ' : ''}
          {exactWords(one.lasts_s, 1)} s. {echoWords(one)}
        </p>
      ))}
      {report?.against_first.map((one) => (
        <p key={one.file} className={classes.mic}>
          <b>{one.file}</b>: {againstWords(one)}
        </p>
      ))}
      {told ? (
        <div className={classes.clap}>
          <FallingInk
            drawing={{ ...drawing, mid_s: told.rt60_s, bands: [], treatments: [] }}
            beside={[]}
            read={told.curve as [number, number][]}
          />
        </div>
      ) : null}
      {told?.rt60_s ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => void set('/sound/rt60_s', Math.round(100 * (told.rt60_s ?? 0)) / 100)}
        >
          This is how the room echoes
        </Button>
      ) : null}
      {drift?.drift_ppm !== null && drift?.drift_ppm !== undefined ? (
        <Button
          variant="default"
          size="compact-sm"
          onClick={() => void set('/sound/drift_ppm', Math.round(10 * (drift.drift_ppm ?? 0)) / 10)}
        >
          So far the clocks run apart
        </Button>
      ) : null}
    </FieldGroup>
  );
}
