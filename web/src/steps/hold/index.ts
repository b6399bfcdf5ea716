/** The hold step as the registry has it. */
import type { Step } from '../../sheet/step';
import { HoldSheet } from './Sheet';

export const hold: Step = {
  id: 'hold',
  works: 'hold',
  name: 'Hold',
  key: '3',
  question: 'What carries it, and will it stay there?',
  Sheet: HoldSheet,
  hasMargin: true,
};
