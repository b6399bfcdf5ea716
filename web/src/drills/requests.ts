/** Requests of drills. */
import { answer, client } from '../api/client';
import type { DrillAnswer, DrillScene, Plan, PlanSheet } from '../api/types';
import { addressOf, getPicture } from '../picture/requests';

const PICTURE_PX = 480;
const MIDDLE_POSE = 4;

export interface SceneWish {
  kind: string | null;
  planId: string | null;
  /** As a session had the plan; null = as it is now. */
  revision: number | null;
  besides: readonly string[];
  /** From 1 to 5; null = as the last guesses were. */
  difficulty: number | null;
}

export const getScene = (wish: SceneWish): Promise<DrillScene> =>
  answer(
    client.POST('/api/drills/scene', {
      body: {
        kind: wish.kind,
        plan_id: wish.planId,
        revision: wish.revision,
        besides: [...wish.besides],
        difficulty: wish.difficulty,
      },
    }),
  );

export const tellGuess = (scene: DrillScene, guess: readonly number[]): Promise<DrillAnswer> =>
  answer(
    client.POST('/api/drills/guess', {
      body: {
        kind: scene.kind,
        difficulty: scene.difficulty,
        plan: scene.plan,
        guess: [...guess],
        plan_id: scene.plan_id,
      },
    }),
  );

export const openAsPlan = (plan: Plan): Promise<PlanSheet> =>
  answer(client.POST('/api/drills/plan', { body: { plan } }));

/** What a camera of a scene sees, as an address to show it at. */
export const seenBy = async (plan: Plan, camera: number): Promise<string> =>
  addressOf(await getPicture(plan, camera, PICTURE_PX, 'draft', MIDDLE_POSE));
