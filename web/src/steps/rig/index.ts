/** The whole rig as the registry has it. */
import type { Step } from '../../sheet/step';
import { RigSheet } from './Sheet';

export const rig: Step = {
  id: 'rig',
  works: 'work',
  name: 'Rig',
  key: 'r',
  question: 'What would a whole rig from your cupboard be?',
  Sheet: RigSheet,
  hasMargin: false,
};
