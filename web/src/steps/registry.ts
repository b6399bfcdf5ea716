/** The steps that exist, in the order in which practitioners work. */
import type { Step } from '../sheet/step';
import { angles } from './angles';
import { card } from './card';
import { check } from './check';
import { hold } from './hold';
import { lens } from './lens';
import { light } from './light';
import { log } from './log';
import { rig } from './rig';
import { roll } from './roll';
import { sound } from './sound';
import { work } from './work';

export const STEPS: readonly Step[] = [
  rig,
  work,
  lens,
  hold,
  light,
  angles,
  sound,
  roll,
  card,
  check,
  log,
];
