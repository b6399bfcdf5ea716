/** Practising: the question, the drawing, the guess; then what the core says, and why. */
import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import type { DrillAnswer, DrillInfo } from '../api/types';
import { Segments } from '../fields/Segments';
import { WorkingView } from '../sheet/WorkingView';
import { Sentence } from '../ui/Sentence';
import { Trouble } from '../ui/Trouble';
import { useUnits } from '../ui/units';
import classes from './drills.module.css';
import { isMade, leftWords, outcomeWords } from './model';
import { openAsPlan } from './requests';
import { Scene } from './Scene';
import { useDrill } from './useDrill';

const HARD = [
  { value: '', label: 'as it comes' },
  { value: '1', label: 'easy' },
  { value: '3', label: 'middling' },
  { value: '5', label: 'hard' },
];

interface Props {
  drills: readonly DrillInfo[];
  kind: string | null;
  planId: string | null;
  /** As a session had the plan; null = as it is now. */
  revision: number | null;
  onStop: () => void;
}

export function Practice({ drills, kind, planId, revision, onStop }: Props) {
  const drill = useDrill(drills, { kind, planId, revision });
  const { scene, info, guess, answer, trouble, busy, leftS, tell, next, ofChance } = drill;
  const { difficulty, setDifficulty } = drill;
  const made = info ? isMade(info.form, guess) : false;
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key !== 'Enter' || event.defaultPrevented) return;
      if (event.target instanceof HTMLButtonElement || event.target instanceof HTMLAnchorElement)
        return;
      if (answer) next();
      else if (made && !busy) tell();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [answer, made, busy, tell, next]);
  return (
    <section className={classes.practice} aria-label="Practice">
      <div className={classes.top}>
        <span className={classes.kind}>{info?.title ?? ''}</span>
        <span className={classes.hard}>
          <Segments
            label="How hard"
            value={String(difficulty ?? '')}
            choices={HARD}
            onChange={(value) => setDifficulty(value ? Number(value) : null)}
          />
        </span>
        <span className={classes.left}>
          {leftS > 0 ? `${leftWords(leftS)} of five minutes` : 'five minutes are over'}
        </span>
        <Button variant="default" size="compact-sm" onClick={onStop}>
          Stop
        </Button>
      </div>
      {trouble.length ? (
        <Trouble sentences={[...trouble]}>
          <Button onClick={ofChance}>A scene of chance</Button>
        </Trouble>
      ) : null}
      {scene ? (
        <>
          <h1 className={classes.asks}>
            <Sentence pieces={scene.asks} />
          </h1>
          <Scene drill={drill} />
          {answer && info ? (
            <Said answer={answer} info={info} onNext={next} />
          ) : (
            <div className={classes.ways}>
              <Button size="md" disabled={!made} loading={busy} onClick={tell}>
                That is my guess
              </Button>
              <span className={classes.quiet}>
                {info?.form === 'choice' ? 'nothing is right or wrong here' : ''}
              </span>
            </div>
          )}
        </>
      ) : trouble.length ? null : (
        <p className={classes.quiet}>Setting the scene</p>
      )}
    </section>
  );
}

function Said({
  answer,
  info,
  onNext,
}: {
  answer: DrillAnswer;
  info: DrillInfo;
  onNext: () => void;
}) {
  const { system } = useUnits();
  const navigate = useNavigate();
  const open = useMutation({
    mutationFn: () => openAsPlan(answer.solved),
    onSuccess: (sheet) => navigate(`/plan/${sheet.id}/${info.step}`),
  });
  const all = [answer.evaluation, ...answer.evaluation.cameras];
  const figure = all.flatMap((one) => one.figures).find((one) => one.key === answer.figure);
  const working = all.flatMap((one) => one.working).find((one) => one.figure === answer.figure);
  return (
    <div className={classes.said} aria-live="polite">
      <p className={classes.outcome}>{outcomeWords(info.form, answer, system)}</p>
      {answer.sides.map((side, index) => (
        <p key={side.name} data-chosen={Math.round(answer.told.guess[0] ?? -1) === index}>
          <b>{side.name === 'soft' ? 'Through a wide cloth' : 'A bare bulb'}</b>:{' '}
          <Sentence pieces={side.gains} />.
        </p>
      ))}
      <p>
        <Sentence pieces={answer.reason} />
      </p>
      {answer.plan_gone ? (
        <p className={classes.quiet}>
          The plan of this scene is no longer on the shelf; the guess counts all the same.
        </p>
      ) : null}
      <div className={classes.ways}>
        <Button size="md" onClick={onNext} autoFocus>
          Next
        </Button>
        <Button variant="default" loading={open.isPending} onClick={() => open.mutate()}>
          Try it in a plan
        </Button>
      </div>
      {figure && working ? (
        <details className={classes.working}>
          <summary>Show the working</summary>
          <WorkingView figure={figure} working={working} />
        </details>
      ) : null}
    </div>
  );
}
