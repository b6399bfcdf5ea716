/** What the shelf reads off plans: which are sought, when they are filmed. */
import type { PlanOnShelf } from '../api/types';

/** Whether a plan is sought: every word is in its title or its shape. */
export function isSought(plan: PlanOnShelf, shape: string, words: string): boolean {
  const text = `${plan.title} ${shape}`.toLocaleLowerCase();
  return words
    .toLocaleLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** A day of the calendar, as it is said. */
export const dayWords = (day: string): string =>
  new Date(`${day}T12:00:00`).toLocaleDateString([], {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
  });

/** What a plan is called that begins with another. */
export const anotherTitle = (title: string, keeps: 'all' | 'rig'): string =>
  `${title.slice(0, 90)}, ${keeps === 'rig' ? 'at another table' : 'a copy'}`;
