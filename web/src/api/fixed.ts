/** What never changes while the server runs: shapes of work, fields of a plan. */
import { answer, client } from './client';
import type { AskWords, BoardThing, PlanField, Shape } from './types';

export const getShapes = (): Promise<Shape[]> => answer(client.GET('/api/shapes'));

export const getFields = (): Promise<PlanField[]> => answer(client.GET('/api/fields'));

export const getAsks = (): Promise<AskWords[]> => answer(client.GET('/api/asks'));

export const getBoard = (): Promise<BoardThing[]> => answer(client.GET('/api/rig/board'));
