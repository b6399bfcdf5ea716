/** Roll: how long it runs, what stops it, and when somebody has to get up. */
import { Button } from '@mantine/core';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import { PlanField } from '../../fields/PlanField';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { FigureList } from '../../sheet/FigureList';
import { BestRig } from '../../sheet/rig/BestRig';
import type { SheetProps } from '../../sheet/step';
import compare from '../../ui/Compare.module.css';
import { download } from '../../ui/download';
import sheet from '../../ui/SheetLayout.module.css';
import { ByHand } from './ByHand';
import { Clips } from './Clips';
import { Devices } from './Devices';
import { HangingHours } from './drawing/HangingHours';
import { Leads } from './Leads';
import { momentSays, movedTo } from './model';
import { Pauses } from './Pauses';
import { getAlarmFile, getStaggered } from './requests';
import classes from './roll.module.css';
import { Timer } from './timer/Timer';
import { useRunning } from './timer/useRunning';
import { MainCamera, WhenItBegins } from './When';

export function RollSheet({ planId }: SheetProps) {
  const { plan, evaluation, edit, set } = useSheet();
  const drawing = evaluation.drawings.roll;
  const running = useRunning(planId);
  const [asked, setAsked] = useState(0);
  const [refusal, setRefusal] = useState<string | null>(null);
  const moment = Math.min(running.seconds ?? asked, drawing.length_s);
  if (!drawing.strings.length) {
    return (
      <>
        <AnswerLine step="roll" />
        <BestRig />
        <p className={sheet.empty}>
          Choose a camera on the Lens sheet. It hangs here then as a string, with what stops it.
        </p>
      </>
    );
  }
  const trying = async (work: () => Promise<unknown>): Promise<void> => {
    setRefusal(null);
    try {
      await work();
    } catch (error) {
      setRefusal(sentencesOf(error)[0] ?? null);
    }
  };
  const workOut = () =>
    trying(async () => {
      const handling = await getStaggered(plan);
      await set('/session/handling', handling);
    });
  const keepAlarms = () =>
    trying(async () =>
      download(await getAlarmFile(plan), `${plan.title.slice(0, 60)}, alarms.ics`),
    );
  const move = (index: number, at_s: number) =>
    void edit((now) => ({
      ...now,
      session: { ...now.session, handling: movedTo(now.session.handling, index, at_s / 60) },
    }));
  return (
    <>
      <AnswerLine step="roll" />
      <Timer drawing={drawing} running={running} />
      <div className={classes.hours}>
        <HangingHours
          drawing={drawing}
          asked={moment}
          running={running.seconds !== null}
          onAsk={setAsked}
          onMove={move}
        />
      </div>
      <p className={classes.moment} aria-live="polite">
        {momentSays(drawing, moment)}
      </p>
      <div className={classes.ways}>
        <Button onClick={() => void workOut()}>Work out when to get up</Button>
        <span className={compare.quiet}>
          restarts and changes, in the breaks where that is possible, so that something always runs
        </span>
        {drawing.alarms.length ? (
          <Button variant="default" onClick={() => void keepAlarms()}>
            Alarms for a calendar
          </Button>
        ) : null}
      </div>
      {refusal ? <p role="alert">{refusal}</p> : null}
      <div className={sheet.inputs}>
        <PlanField pointer="/session/lasts_min" />
        <WhenItBegins />
        <MainCamera />
        <PlanField pointer="/session/alarm_before_min" />
        <PlanField pointer="/session/restart_min" />
        <PlanField pointer="/session/change_min" />
      </div>
      <Pauses />
      <ByHand drawing={drawing} />
      <Devices drawing={drawing} />
      <Leads />
      <Clips drawing={drawing} />
      <FigureList begins="roll." />
    </>
  );
}
