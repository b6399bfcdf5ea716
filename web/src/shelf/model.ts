/** What the shelf reads off plans: which are sought, when they are filmed. */
import type { PlanOnShelf, Shelf } from '../api/types';

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

/** The shelf once a plan is taken off it. */
export function takenOff({ plans, removed }: Shelf, id: string): Shelf {
  return {
    plans: plans.filter((one) => one.id !== id),
    removed: [...plans.filter((one) => one.id === id), ...removed],
  };
}

/** The shelf once a plan is back on it: those changed last first. */
export function putOnAgain({ plans, removed }: Shelf, id: string): Shelf {
  const back = [...removed.filter((one) => one.id === id), ...plans];
  return {
    plans: back.sort((one, other) => other.changed_at.localeCompare(one.changed_at)),
    removed: removed.filter((one) => one.id !== id),
  };
}
