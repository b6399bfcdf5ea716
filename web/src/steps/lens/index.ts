/** The lens step as the registry has it. */
import type { Step } from '../../sheet/step';
import { LensSheet } from './Sheet';

export const lens: Step = {
  id: 'lens',
  works: 'lens',
  name: 'Lens',
  key: '2',
  question: 'How high, how wide, how sharp?',
  Sheet: LensSheet,
  hasMargin: true,
};
