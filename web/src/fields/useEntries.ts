/** Editing a list of the plan: each edit is made on the plan as it is then, not as it was drawn. */
import type { Problem } from '../api/types';
import { withEntry, withNewEntry, withoutEntry } from '../domain/plan';
import { useSheet } from '../saving/context';

interface Entries<T> {
  put: (index: number, change: Partial<T>) => Promise<readonly Problem[]>;
  add: (entry: T) => void;
  remove: (index: number) => void;
}

export function useEntries<T extends object>(pointer: string): Entries<T> {
  const { edit } = useSheet();
  return {
    put: (index, change) => edit((now) => withEntry(now, pointer, index, change)),
    add: (entry) => void edit((now) => withNewEntry(now, pointer, entry)),
    remove: (index) => void edit((now) => withoutEntry(now, pointer, index)),
  };
}
