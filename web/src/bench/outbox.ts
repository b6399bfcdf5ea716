/** Taps that are kept on this device until the log has them. Nothing is taken out before that is said. */
import type { SessionOfLog } from '../api/types';
import type { Told } from './told';

export interface Kept {
  session: string;
  device: string;
  /** How many events this device has told in all. */
  count: number;
  onItsWay: Told[];
}

const key = (planId: string): string => `steeple.bench.${planId}`;
const DEVICE = 'steeple.bench.device';

/** What of a browser's storage is used: a page without one still works until it is closed. */
type Store = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

/** The name of this device in the log, the same for as long as the browser keeps it. */
export function deviceId(store: Store, fresh: () => string): string {
  const kept = store.getItem(DEVICE);
  if (kept && /^[a-z0-9-]{4,40}$/.test(kept)) return kept;
  const made = `d-${fresh().slice(0, 8)}`;
  store.setItem(DEVICE, made);
  return made;
}

export function readKept(store: Store, planId: string): Kept | null {
  try {
    const kept = JSON.parse(store.getItem(key(planId)) ?? 'null') as Kept | null;
    return kept && Array.isArray(kept.onItsWay) && typeof kept.session === 'string' ? kept : null;
  } catch {
    return null;
  }
}

export function writeKept(store: Store, planId: string, kept: Kept | null): boolean {
  try {
    if (kept) store.setItem(key(planId), JSON.stringify(kept));
    else store.removeItem(key(planId));
    return true;
  } catch {
    return false; // full or forbidden: it is still in the page
  }
}

const heardKey = (planId: string): string => `steeple.bench.heard.${planId}`;

/** The session as the log told it last: a page that is opened without a connection goes on from there. */
export function readHeard(store: Store, planId: string, session: string): SessionOfLog | null {
  try {
    const heard = JSON.parse(store.getItem(heardKey(planId)) ?? 'null') as SessionOfLog | null;
    return heard?.id === session && heard.record ? heard : null;
  } catch {
    return null;
  }
}

export function writeHeard(store: Store, planId: string, heard: SessionOfLog | null): void {
  try {
    if (heard) store.setItem(heardKey(planId), JSON.stringify(heard));
    else store.removeItem(heardKey(planId));
  } catch {
    // It is asked for again.
  }
}

/** One more tap. */
export const withTold = (kept: Kept, told: Told): Kept => ({
  ...kept,
  count: kept.count + 1,
  onItsWay: [...kept.onItsWay, told],
});

/** Without those that the log has, or that it will never take. */
export const without = (kept: Kept, ids: readonly string[]): Kept => ({
  ...kept,
  onItsWay: kept.onItsWay.filter((one) => !ids.includes(one.id)),
});

/** How long to wait before the next try after so many that failed. */
export const waitMs = (failed: number): number => Math.min(15_000, 500 * 2 ** Math.min(failed, 5));
