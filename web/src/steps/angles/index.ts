/** The angles step as the registry has it. */
import type { Step } from '../../sheet/step';
import { AnglesSheet } from './Sheet';

export const angles: Step = {
  id: 'angles',
  works: 'angles',
  name: 'Angles',
  key: '5',
  question: 'From where else?',
  Sheet: AnglesSheet,
  also: ['lens.hands-hide-work', 'lens.head-in-frame'],
  hasMargin: true,
};
