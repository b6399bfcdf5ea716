/** The work step as the registry has it. */
import type { Step } from '../../sheet/step';
import { WorkSheet } from './Sheet';

export const work: Step = {
  id: 'work',
  works: 'work',
  name: 'Work',
  key: '1',
  question: 'What am I filming, and where?',
  Sheet: WorkSheet,
  hasMargin: true,
};
