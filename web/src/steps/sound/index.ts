/** The sound step as the registry has it. */
import type { Step } from '../../sheet/step';
import { SoundSheet } from './Sheet';

export const sound: Step = {
  id: 'sound',
  works: 'sound',
  name: 'Sound',
  key: '6',
  question: 'Who hears it?',
  Sheet: SoundSheet,
  hasMargin: true,
};
