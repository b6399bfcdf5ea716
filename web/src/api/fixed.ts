/** What every part asks for: shapes of work, fields of a plan, kinds of drills. */
import { answer, client } from './client';
import type { AskWords, BoardThing, DrillInfo, PlanField, Shape } from './types';

export const getShapes = (): Promise<Shape[]> => answer(client.GET('/api/shapes'));

export const getFields = (): Promise<PlanField[]> => answer(client.GET('/api/fields'));

export const getAsks = (): Promise<AskWords[]> => answer(client.GET('/api/asks'));

export const getBoard = (): Promise<BoardThing[]> => answer(client.GET('/api/rig/board'));

/** Every kind of drill, and how it stands. */
export const getDrills = (): Promise<DrillInfo[]> => answer(client.GET('/api/drills'));
