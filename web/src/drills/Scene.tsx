/** A scene with its guess: the drawing on which it is made, by form. */
import { useQuery } from '@tanstack/react-query';
import type { DomeDirection, DrillAnswer, DrillInfo, Plan } from '../api/types';
import { getDome } from '../steps/light/requests';
import { useUnits } from '../ui/units';
import { DrillDome } from './drawing/DrillDome';
import { DrillHours } from './drawing/DrillHours';
import { DrillPlan, type PlanGuess } from './drawing/DrillPlan';
import { DrillSide } from './drawing/DrillSide';
import { Rule } from './drawing/Rule';
import classes from './drills.module.css';
import { Pictures } from './Pictures';
import type { DrillInHand } from './useDrill';

const RULES: Partial<Record<DrillInfo['unit'], string>> = {
  g: 'How heavy',
  minutes: 'After how long',
  mm_exact: 'Zoom setting',
  mm: 'How far away',
};

export function Scene({ drill }: { drill: DrillInHand }) {
  const { system } = useUnits();
  const { scene, info, guess, answer, setGuess } = drill;
  if (!scene || !info) return null;
  const shown = answer?.evaluation ?? scene.evaluation;
  const truth = answer?.told.truth.length ? answer.told.truth : null;
  const onGuess = answer ? null : setGuess;
  const [first = 0, second = 0] = guess;
  const ruled = info.form === 'rule' && info.view !== 'hours';
  const onPlan = planGuess(info, guess, scene.hints);
  return (
    <>
      {info.view === 'side' ? (
        <div className={classes.drawing}>
          <DrillSide
            evaluation={shown}
            system={system}
            hung={info.id !== 'lens-height' || answer !== null}
            height={
              info.form === 'height'
                ? {
                    mm: first,
                    low: scene.low,
                    high: scene.high,
                    onGuess: onGuess && ((mm) => onGuess([mm])),
                  }
                : null
            }
            truth={truth?.[0] ?? null}
          />
        </div>
      ) : null}
      {info.view === 'hours' ? (
        <div className={classes.drawing}>
          <DrillHours
            drawing={shown.drawings.roll}
            minutes={first}
            told={answer !== null}
            onGuess={onGuess && ((minutes) => onGuess([minutes]))}
          />
        </div>
      ) : null}
      {info.view === 'plan' && onPlan ? (
        <div className={classes.drawing}>
          <DrillPlan
            evaluation={shown}
            system={system}
            guess={onPlan}
            hints={scene.hints}
            truth={truth}
            right={answer?.right ?? []}
            onGuess={onGuess}
          />
        </div>
      ) : null}
      {info.view === 'dome' ? (
        <div className={classes.dome}>
          <InkedDome
            key={scene.seed}
            answer={answer}
            way={{ azimuth: first, elevation: second }}
            right={answer ? [answer.told.truth, ...answer.right] : []}
            onGuess={onGuess}
          />
        </div>
      ) : null}
      {info.view === 'pictures' ? <Pictures drill={drill} /> : null}
      {ruled ? (
        <div className={classes.rule}>
          <Rule
            label={RULES[info.unit] ?? 'Your guess'}
            unit={info.unit}
            system={system}
            value={first}
            low={scene.low}
            high={scene.high}
            truth={truth?.[0] ?? null}
            onGuess={onGuess && ((value) => onGuess([value]))}
          />
        </div>
      ) : null}
    </>
  );
}

const NO_INK: readonly DomeDirection[] = [];

/** The dome: empty while it is guessed on, then washed as on the sheet of the lamps. */
function InkedDome({
  answer,
  ...props
}: Omit<Parameters<typeof DrillDome>[0], 'ink'> & { answer: DrillAnswer | null }) {
  const ink = useQuery({
    queryKey: ['drill-dome', answer?.told.at],
    queryFn: () => getDome(answer?.solved as Plan, 0, 0, true),
    enabled: answer !== null,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
  }).data;
  return <DrillDome {...props} ink={(answer && ink?.directions) || NO_INK} />;
}

/** What is guessed on the plan of a scene. */
function planGuess(
  info: DrillInfo,
  [first = 0, second = 0]: readonly number[],
  hints: Record<string, number>,
): PlanGuess | null {
  switch (info.form) {
    case 'edge':
      return {
        kind: 'edge',
        mm: first,
        edgeMm: hints.edge_mm ?? 0,
        low: 0,
        high: hints.edge_mm ?? 0,
      };
    case 'place':
      return { kind: 'place', x: first, y: second };
    case 'rule':
      return { kind: 'reach', mm: first };
    case 'picture':
      return { kind: 'cameras', chosen: first };
    default:
      return null;
  }
}
