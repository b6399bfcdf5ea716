/** The card step as the registry has it. */
import type { Step } from '../../sheet/step';
import { CardSheet } from './Sheet';

export const card: Step = {
  id: 'card',
  works: 'work',
  name: 'Card',
  key: '8',
  question: 'What do I do at the bench?',
  Sheet: CardSheet,
  hasMargin: false,
};
