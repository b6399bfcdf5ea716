/** What drills read off scenes and guesses: where a guess begins, its steps, words for it, and the course of errors. */
import type { DrillAnswer, DrillForm, DrillInfo, DrillScene, Told } from '../api/types';
import { arrowStep, quantityWords, type UnitSystem } from '../domain/units';

type Unit = DrillInfo['unit'];

/** Where a guess begins: in the middle of what is possible, so that it tells nothing. */
export function firstGuess(form: DrillForm, scene: DrillScene): number[] {
  switch (form) {
    case 'place':
      return [0, 0];
    case 'way':
      return [180, 45];
    case 'picture':
      return [-1];
    case 'turn':
      return [0];
    case 'choice':
      return [-1];
    default:
      return [(scene.low + scene.high) / 2];
  }
}

/** Whether there is a guess to tell: a picture or a way must be pointed at first. */
export const isMade = (form: DrillForm, guess: readonly number[]): boolean =>
  (form !== 'picture' && form !== 'choice') || (guess[0] ?? -1) >= 0;

/** How far an arrow key moves a figure on a rule. */
export function stepOf(unit: Unit, system: UnitSystem, large: boolean): number {
  const times = large ? 10 : 1;
  if (unit === 'g') return 100 * times;
  if (unit === 'minutes') return 1 * times;
  if (unit === 'mm_exact') return 0.5 * times;
  if (unit === 'deg') return 0.1 * times;
  return arrowStep(system, large);
}

/** A value kept between the ends of a rule and on its marks. */
export const onRule = (value: number, step: number, low: number, high: number): number =>
  Math.min(high, Math.max(low, Math.round(value / step) * step));

export const figureWords = (value: number, unit: Unit, system: UnitSystem): string =>
  quantityWords({ value: unit === 'mm_exact' ? Math.round(value * 10) / 10 : value, unit }, system);

/** The marks of a rule: from six to twelve of them, at round figures. */
export function marksOf(low: number, high: number): number[] {
  const span = high - low;
  if (span <= 0) return [low];
  const rough = span / 8;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = ([1, 2, 5, 10].find((one) => one * power >= rough) ?? 10) * power;
  const first = Math.ceil(low / step) * step;
  const count = Math.floor((high - first) / step + 1e-9) + 1;
  return Array.from({ length: count }, (_, index) => first + index * step);
}

/** What came of a guess, without praise or blame: what it is, and how far the guess was from it. */
export function outcomeWords(form: DrillForm, answer: DrillAnswer, system: UnitSystem): string {
  const { told } = answer;
  if (!told.truth.length) return 'Both are done. This is what each gains:';
  if (form === 'picture') {
    const right = Math.round(told.truth[0] ?? 0) + 1;
    return told.error === 0
      ? `It is number ${right}.`
      : `It is number ${right}, not ${Math.round(told.guess[0] ?? 0) + 1}.`;
  }
  const off = figureWords(told.error, told.unit, system);
  if (form === 'place' || form === 'way') {
    return told.error < 1e-6 ? 'Right there.' : `${off} from the nearest right place.`;
  }
  const is = `It is ${figureWords(told.truth[0] ?? 0, told.unit, system)}`;
  if (form === 'turn') return `${is}; the guess was ${off} off.`;
  const over = (told.guess[0] ?? 0) > (told.truth[0] ?? 0);
  const [more, less] = form === 'height' ? ['above it', 'below it'] : ['more', 'less'];
  return `${is}; the guess was ${off} ${over ? more : less}.`;
}

/** The course of a kind: each error by what a practised eye is off, the oldest first; 1 is as good as such an eye. */
export const courseOf = (course: readonly Told[]): number[] =>
  course
    .filter((one) => one.truth.length > 0)
    .map((one) => (one.unit === 'count' ? 2 * one.error : one.error / one.fair));

const MOST_SHOWN = 24;
const FARTHEST = 4;

/** The same as points of a small drawing, the newest at the right, errors upward. */
export function sparkOf(errors: readonly number[], width: number, height: number): string {
  const shown = errors.slice(-MOST_SHOWN);
  if (shown.length < 2) return '';
  return shown
    .map((error, index) => {
      const x = (index / (shown.length - 1)) * width;
      const y = height - (Math.min(error, FARTHEST) / FARTHEST) * height;
      return `${index ? 'L' : 'M'} ${x.toFixed(1)} ${y.toFixed(1)}`;
    })
    .join(' ');
}

/** How kinds stand in one line. */
export function standWords(drills: readonly DrillInfo[]): string {
  const due = drills.filter((one) => one.state.is_due && one.state.due_at !== null).length;
  const fresh = drills.filter((one) => one.state.due_at === null).length;
  if (due) return `${due === 1 ? 'One drill is' : `${due} drills are`} due again.`;
  if (fresh === drills.length) return 'Guess by hand on the drawing; then the ink appears.';
  if (fresh)
    return `Nothing is due; ${fresh === 1 ? 'one drill was' : `${fresh} drills were`} never tried.`;
  return 'Nothing is due today. One more does no harm.';
}

/** Minutes and seconds that are left. */
export const leftWords = (seconds: number): string =>
  `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
