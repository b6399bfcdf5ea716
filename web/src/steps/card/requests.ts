/** Requests of the card: drawings and lists of the plan in hand, and where its files are. */
import { answer, client } from '../../api/client';
import type { FullCard, Plan } from '../../api/types';
import type { UnitSystem } from '../../domain/units';

export type Paper = 'a4' | 'letter';
export type CardForm = 'short' | 'long';
export type Letters = 'plain' | 'large';
export type Scale = 'fit' | '5' | '10' | '20' | '25' | '50';
export type ViewName = 'side' | 'above' | 'frame' | 'parts';
export type DrawingForm = 'svg' | 'pdf' | 'dxf';

export const getCard = async (plan: Plan, letters: Letters): Promise<FullCard> =>
  // The client widens pairs of numbers to lists.
  (await answer(client.POST('/api/card', { body: { plan, letters } }))) as unknown as FullCard;

export const cardPdf = (planId: string, paper: Paper, form: CardForm, units: UnitSystem): string =>
  `/api/plans/${planId}/card.pdf?${new URLSearchParams({ paper, form, units })}`;

export interface DrawingWish {
  view: ViewName;
  camera: string;
  form: DrawingForm;
  paper: Paper;
  scale: Scale;
  units: UnitSystem;
}

export function drawingFile(planId: string, wish: DrawingWish): string {
  const { camera, ...rest } = wish;
  const asked = new URLSearchParams({ ...rest, ...(camera ? { camera } : {}) });
  return `/api/plans/${planId}/drawing?${asked}`;
}

export const sceneFile = (planId: string): string => `/api/plans/${planId}/scene.glb`;

export const figuresFile = (planId: string, units: UnitSystem): string =>
  `/api/plans/${planId}/figures.csv?${new URLSearchParams({ units })}`;
