/** The steps that exist, in the order in which practitioners work, with their fixed key. */
export interface StepInfo {
  id: 'work' | 'lens' | 'hold' | 'light' | 'card';
  name: string;
  key: string;
  question: string;
}

export const STEPS: readonly StepInfo[] = [
  { id: 'work', name: 'Work', key: '1', question: 'What am I filming, and where?' },
  { id: 'lens', name: 'Lens', key: '2', question: 'How high, how wide, how sharp?' },
  { id: 'hold', name: 'Hold', key: '3', question: 'What carries it, and will it stay there?' },
  {
    id: 'light',
    name: 'Light',
    key: '4',
    question: 'Where do the lamps stand so that nothing shades and nothing glares?',
  },
  { id: 'card', name: 'Card', key: '8', question: 'What do I do at the bench?' },
];

export type StepId = StepInfo['id'];

export const VERDICT_WORDS = {
  holds: 'holds',
  watch: 'watch',
  fails: 'fails',
  unknown: 'unknown',
} as const;
