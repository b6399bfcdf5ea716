/** The check step as the registry has it. */
import type { Step } from '../../sheet/step';
import { CheckSheet } from './Sheet';

export const check: Step = {
  id: 'check',
  works: 'lens',
  name: 'Check',
  key: '9',
  question: 'Is it where the plan says?',
  Sheet: CheckSheet,
  hasMargin: false,
};
