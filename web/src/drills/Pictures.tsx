/** Pictures of a scene by the simulated camera: one is pointed at, or one is turned until it is level. */
import { UnstyledButton } from '@mantine/core';
import { useQueries } from '@tanstack/react-query';
import type { Plan } from '../api/types';
import { useUnits } from '../ui/units';
import { Rule } from './drawing/Rule';
import classes from './drills.module.css';
import { seenBy } from './requests';
import type { DrillInHand } from './useDrill';

interface Shown {
  key: string;
  plan: Plan;
  camera: number;
}

/** What is to be pictured: each camera of the scene, or its one camera under each of two lamps. */
function shownOf({ scene, info }: DrillInHand): Shown[] {
  if (!scene || !info) return [];
  if (info.form !== 'choice') {
    return scene.pictures.map((camera) => ({ key: `camera ${camera}`, plan: scene.plan, camera }));
  }
  return scene.plan.lights.map((lit) => ({
    key: lit.id,
    camera: 0,
    plan: {
      ...scene.plan,
      lights: scene.plan.lights.map((one) => ({ ...one, lit: one.id === lit.id })),
    },
  }));
}

export function Pictures({ drill }: { drill: DrillInHand }) {
  const { scene, info, guess, answer, setGuess } = drill;
  const shown = shownOf(drill);
  const pictures = useQueries({
    queries: shown.map((one, index) => ({
      queryKey: ['drill-seen', scene?.kind, scene?.seed, scene?.plan_id, index],
      queryFn: () => seenBy(one.plan, one.camera),
      staleTime: Number.POSITIVE_INFINITY,
      gcTime: 60_000,
    })),
  });
  if (!scene || !info) return null;
  if (info.form === 'turn') return <Turned drill={drill} address={pictures[0]?.data ?? null} />;
  const truth = answer?.told.truth.length ? Math.round(answer.told.truth[0] ?? -1) : -1;
  // From the first picture one cuts to the others: it is not one to choose.
  const fixed = info.id === 'jump' ? 0 : -1;
  const names = info.form === 'choice' ? ['through a wide cloth', 'a bare bulb'] : null;
  return (
    <div className={classes.pictures} data-few={shown.length < 3}>
      {shown.map((one, index) => (
        <UnstyledButton
          key={one.key}
          className={classes.picture}
          aria-pressed={guess[0] === index}
          aria-label={names?.[index] ?? `Picture ${index + 1}`}
          disabled={answer !== null || index === fixed}
          data-truth={truth === index}
          onClick={() => setGuess([index])}
        >
          {pictures[index]?.data ? (
            <img src={pictures[index]?.data} alt="" />
          ) : (
            <span className={classes.waiting}>drawing</span>
          )}
          <span className={classes.caption}>
            {names?.[index] ?? (index === fixed ? `${index + 1}: from this one` : `${index + 1}`)}
          </span>
        </UnstyledButton>
      ))}
    </div>
  );
}

/** A picture that hung askew, turned by the guess: level where both cancel. */
function Turned({ drill, address }: { drill: DrillInHand; address: string | null }) {
  const { system } = useUnits();
  const { scene, guess, answer, setGuess } = drill;
  const [only] = scene?.plan.cameras ?? [];
  const askew = only?.as_built?.turn_deg ?? 0;
  const [turned = 0] = guess;
  const truth = answer?.told.truth[0] ?? null;
  if (!scene) return null;
  return (
    <>
      <div className={classes.turned}>
        {address ? (
          <img
            src={address}
            alt="The frame"
            style={{ transform: `rotate(${askew - turned}deg) scale(1.2)` }}
          />
        ) : (
          <span className={classes.waiting}>drawing</span>
        )}
      </div>
      <div className={classes.rule}>
        <Rule
          label="Turned back by"
          unit="deg"
          system={system}
          value={turned}
          low={scene.low}
          high={scene.high}
          truth={truth}
          onGuess={answer ? null : (value) => setGuess([value])}
        />
      </div>
    </>
  );
}
