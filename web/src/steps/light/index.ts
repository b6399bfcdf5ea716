/** The light step as the registry has it. */
import type { Step } from '../../sheet/step';
import { LightSheet } from './Sheet';

export const light: Step = {
  id: 'light',
  works: 'light',
  name: 'Light',
  key: '4',
  question: 'Where do the lamps stand so that nothing shades and nothing glares?',
  Sheet: LightSheet,
  hasMargin: true,
};
