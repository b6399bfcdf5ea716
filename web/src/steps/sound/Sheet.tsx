/** Sound: who hears it, over what echo and noise, and how it keeps in step with the pictures. */
import { useState } from 'react';
import type { MicDrawing } from '../../api/types';
import type { Place } from '../../drawing/handles/useHandle';
import { numbered } from '../../drawing/words/notes';
import { ChoiceField } from '../../fields/ChoiceField';
import { PlanField } from '../../fields/PlanField';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { FigureList } from '../../sheet/FigureList';
import type { SheetProps } from '../../sheet/step';
import sheet from '../../ui/SheetLayout.module.css';
import { Claps } from './Claps';
import { Arc } from './drawing/Arc';
import { FallingInk } from './drawing/FallingInk';
import { Reach } from './drawing/Reach';
import { InStep } from './InStep';
import { Microphones } from './Microphones';
import { micAt, noiseAt } from './model';
import { Noises } from './Noises';
import { RoomSound } from './RoomSound';
import { School } from './School';
import classes from './sound.module.css';
import { Ways } from './Ways';

const HEARD = [
  { value: 'voice', label: 'your voice' },
  { value: 'voice and instrument', label: 'voice and instrument' },
  { value: 'instrument', label: 'the instrument alone' },
  { value: 'work', label: 'the hands at work' },
];

export function SoundSheet({ findings }: SheetProps) {
  const { plan, evaluation, drag, commit, set } = useSheet();
  const { sound: drawing, work } = evaluation.drawings;
  const [chosen, setChosen] = useState<string | null>(null);
  const inHand = drawing.mics.find((one) => one.key === chosen) ?? drawing.mics[0] ?? null;
  const pair = (inHand?.pair ? inHand : drawing.mics.find((one) => one.pair))?.pair ?? null;
  const moveMic = (mic: MicDrawing, place: Place, done: boolean) => {
    const move = (now: typeof plan) => micAt(now, mic.number - 1, place, mic.place.z);
    if (done) void commit(move);
    else drag(move(plan));
  };
  const moveNoise = (index: number, place: Place, done: boolean) => {
    if (done) void commit((now) => noiseAt(now, index, place));
    else drag(noiseAt(plan, index, place));
  };
  const beside = drawing.treatments.filter((one) => one.does).map((one) => one.kind);
  const shown = beside.length ? beside : drawing.treatments.map((one) => one.kind);
  const now = drawing.mid_s;
  const short = now === null || now <= drawing.wanted_high_s;
  return (
    <>
      <AnswerLine step="sound" />
      <div className={classes.views}>
        <div className={classes.room}>
          <Reach
            work={work}
            drawing={drawing}
            notes={numbered(findings)}
            inHand={inHand?.key ?? null}
            onChoose={setChosen}
            onMic={moveMic}
            onNoise={moveNoise}
          />
        </div>
        <div className={classes.side}>
          <div className={classes.ink}>
            <FallingInk drawing={drawing} beside={short ? [] : shown.slice(0, 2)} />
          </div>
          <p className={classes.caption}>
            {now === null
              ? 'How the echo falls is not known yet. Green: how it is wanted to fall.'
              : 'A clap dies away along the line. Green: how it is wanted to fall. Strokes at the foot: octave bands, 125 Hz to 4 kHz.'}
          </p>
          {pair ? (
            <div className={classes.arc}>
              <Arc pair={pair} />
            </div>
          ) : null}
        </div>
      </div>
      <div className={sheet.inputs}>
        <ChoiceField
          label="What is to be heard"
          value={plan.sound.heard ?? drawing.heard}
          choices={HEARD}
          explain={plan.sound.heard ? '' : 'assumed'}
          wide
          onChange={(value) => void set('/sound/heard', value)}
        />
        <PlanField pointer="/room/width_mm" />
        <PlanField pointer="/room/depth_mm" />
        <PlanField pointer="/room/ceiling_mm" />
        <PlanField pointer="/sound/rt60_s" />
      </div>
      <Ways drawing={drawing} />
      <Microphones drawing={drawing} inHand={inHand?.key ?? null} />
      <RoomSound drawing={drawing} />
      <Noises drawing={drawing} />
      <School drawing={drawing} />
      <InStep drawing={drawing} />
      <Claps drawing={drawing} />
      <FigureList begins="sound." />
    </>
  );
}
