/** Changes that could not be saved yet, kept in the browser until they are. */
import type { Plan } from '../api/types';

export interface Unsaved {
  /** Which line of revisions `base` is one of; a restore begins a new one. */
  line: string;
  base: number;
  plan: Plan;
  /** What was on its way to the server as a change of `base` when the page went, if anything. */
  sent?: Plan;
}

const key = (id: string): string => `steeple.unsaved.${id}`;

export function keepUnsaved(id: string, unsaved: Unsaved): void {
  try {
    localStorage.setItem(key(id), JSON.stringify(unsaved));
  } catch {
    // A full or forbidden store: the change is still held in the page.
  }
}

export function dropUnsaved(id: string): void {
  try {
    localStorage.removeItem(key(id));
  } catch {
    // Nothing was kept.
  }
}

export function readUnsaved(id: string): Unsaved | null {
  try {
    const text = localStorage.getItem(key(id));
    return text ? (JSON.parse(text) as Unsaved) : null;
  } catch {
    return null;
  }
}
