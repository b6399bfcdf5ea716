/** The roll step as the registry has it. */
import type { Step } from '../../sheet/step';
import { RollSheet } from './Sheet';

export const roll: Step = {
  id: 'roll',
  works: 'roll',
  name: 'Roll',
  key: '7',
  question: 'How long can it run?',
  Sheet: RollSheet,
  hasMargin: true,
};
