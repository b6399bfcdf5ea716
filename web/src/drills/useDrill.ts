/** Drills one after the other: the scene in hand, the next made ahead while the answer is read, the time that is left. */
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { sentencesOf } from '../api/client';
import type { DrillAnswer, DrillInfo, DrillScene } from '../api/types';
import { firstGuess } from './model';
import { getScene, type SceneWish, tellGuess } from './requests';

export const SESSION_S = 300;

export interface DrillInHand {
  scene: DrillScene | null;
  info: DrillInfo | null;
  guess: readonly number[];
  answer: DrillAnswer | null;
  trouble: readonly string[];
  busy: boolean;
  leftS: number;
  setGuess: (guess: readonly number[]) => void;
  tell: () => void;
  next: () => void;
  /** A scene of chance, in the place of one of a plan that has not what it takes. */
  ofChance: () => void;
  /** How hard scenes are: from 1 to 5; null = as the last guesses were. */
  difficulty: number | null;
  setDifficulty: (difficulty: number | null) => void;
}

type Wish = Pick<SceneWish, 'kind' | 'planId' | 'revision'>;

export function useDrill(drills: readonly DrillInfo[], wish: Wish): DrillInHand {
  const queries = useQueryClient();
  const [scene, setScene] = useState<DrillScene | null>(null);
  const [guess, setGuess] = useState<readonly number[]>([]);
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const [difficulty, setHard] = useState<number | null>(null);
  const [leftS, setLeftS] = useState(SESSION_S);
  const ahead = useRef<Promise<DrillScene> | null>(null);
  const began = useRef(Date.now());

  useEffect(() => {
    const timer = setInterval(
      () => setLeftS(Math.max(0, SESSION_S - (Date.now() - began.current) / 1000)),
      1000,
    );
    return () => clearInterval(timer);
  }, []);

  const formOf = useCallback(
    (kind: string) => drills.find((one) => one.id === kind)?.form ?? 'rule',
    [drills],
  );
  const show = useCallback(
    async (coming: Promise<DrillScene>): Promise<void> => {
      setTrouble([]);
      try {
        const found = await coming;
        setScene(found);
        setGuess(firstGuess(formOf(found.kind), found));
      } catch (error) {
        setTrouble(sentencesOf(error));
      }
    },
    [formOf],
  );
  const wished = useCallback(
    (besides: readonly string[]): SceneWish => ({
      kind: wish.kind,
      planId: wish.planId,
      revision: wish.revision,
      besides,
      difficulty,
    }),
    [wish.kind, wish.planId, wish.revision, difficulty],
  );
  const telling = useMutation({
    mutationFn: ({ of, said }: { of: DrillScene; said: readonly number[] }) => tellGuess(of, said),
    onSuccess: (_, { of }) => {
      // While the answer is read the next scene is made.
      ahead.current = getScene(wished([of.kind]));
      ahead.current.catch(() => undefined);
      void queries.invalidateQueries({ queryKey: ['drills'] });
    },
    onError: (error) => setTrouble(sentencesOf(error)),
  });
  const { reset, mutate } = telling;
  const next = useCallback((): void => {
    const coming = ahead.current ?? getScene(wished([]));
    ahead.current = null;
    reset();
    void show(coming);
  }, [reset, show, wished]);
  const ofChance = useCallback(
    () => void show(getScene({ ...wished([]), planId: null, revision: null })),
    [show, wished],
  );
  const setDifficulty = useCallback(
    (hard: number | null): void => {
      setHard(hard);
      // What was made ahead was made as hard as before.
      ahead.current = null;
      reset();
      void show(getScene({ ...wished([]), difficulty: hard }));
    },
    [reset, show, wished],
  );
  const begun = useRef(false);
  useEffect(() => {
    if (begun.current) return;
    begun.current = true;
    void show(getScene(wished([])));
  }, [show, wished]);
  const tell = useCallback(() => {
    if (scene) mutate({ of: scene, said: guess });
  }, [scene, guess, mutate]);
  return {
    scene,
    info: drills.find((one) => one.id === scene?.kind) ?? null,
    guess,
    answer: telling.data ?? null,
    trouble,
    busy: telling.isPending,
    leftS,
    setGuess,
    tell,
    next,
    ofChance,
    difficulty,
    setDifficulty,
  };
}
