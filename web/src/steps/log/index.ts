/** The log step as the registry has it. */
import type { Step } from '../../sheet/step';
import { LogSheet } from './Sheet';

export const log: Step = {
  id: 'log',
  works: 'work',
  name: 'Log',
  key: '0',
  question: 'What happened, and what was learned?',
  Sheet: LogSheet,
  hasMargin: false,
};
