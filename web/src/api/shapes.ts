/** The shapes of work. */
import { answer, client } from './client';
import type { Shape } from './types';

export const getShapes = (): Promise<Shape[]> => answer(client.GET('/api/shapes'));
