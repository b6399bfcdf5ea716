/** What never changes while the server runs: shapes of work, fields of a plan. */
import { answer, client } from './client';
import type { PlanField, Shape } from './types';

export const getShapes = (): Promise<Shape[]> => answer(client.GET('/api/shapes'));

export const getFields = (): Promise<PlanField[]> => answer(client.GET('/api/fields'));
