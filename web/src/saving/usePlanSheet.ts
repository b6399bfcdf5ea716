/** A plan as it stands on the sheet: drafts while dragging, saving, undo, conflicts. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Refused, sentencesOf, Unreachable } from '../api/client';
import type { Plan, PlanSheet, Problem } from '../api/types';
import { type Base, getHead, getPlan, keepAsCopy, redoPlan, savePlan, undoPlan } from './requests';
import { dropUnsaved, keepUnsaved, readUnsaved, type Unsaved } from './unsaved';

export type Saving =
  | { state: 'saved'; at: string }
  | { state: 'saving' }
  /** A change is on the sheet that the server does not take. */
  | { state: 'not-taken' }
  /** There is no plan on the sheet. */
  | { state: 'nothing' }
  | { state: 'waiting'; why: string };

/** A change that the server does not take; it stays on the sheet and in the browser. */
export interface Conflict {
  /** Changed in another window, removed, of before a restore, or refused after it had waited. */
  why: 'changed' | 'removed' | 'restored' | 'refused';
  sentences: string[];
  mine: Plan;
  base: Base;
  /** Whether the other version is on the sheet now. */
  looked: boolean;
}

export type Update = (plan: Plan) => Plan;

export interface PlanOnSheet {
  sheet: PlanSheet | null;
  /** The plan to show: what is being dragged, else what was last changed. */
  plan: Plan | null;
  dragging: boolean;
  /** Whether what is shown is being saved; the answer to that brings its figures. */
  onItsWay: boolean;
  saving: Saving;
  conflict: Conflict | null;
  notice: string | null;
  loadTrouble: string[] | null;
  drag: (plan: Plan) => void;
  /** Makes a change and saves it; a change that may be refused is not shown before it is saved. */
  commit: (update: Update, shownAtOnce?: boolean) => Promise<readonly Problem[]>;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  lookAtOther: () => Promise<void>;
  keepMine: () => Promise<string | null>;
  letMineGo: () => void;
  /** What the browser keeps of a plan that cannot be shown. */
  kept: Plan | null;
}

const HEAD_MS = 3000;
const RETRY_MS = 1500;
/** Answers that may be others in a moment. */
const mayPass = (error: unknown): boolean =>
  !(error instanceof Refused) || error.status >= 500 || error.status === 429;

/** Why a change is not taken, where that leaves it on the sheet; null for a figure that is refused. */
function whyOf(error: Refused, hadWaited: boolean): Conflict['why'] | null {
  const code = error.problems[0]?.code;
  if (error.status === 409) return code === 'another-line' ? 'restored' : 'changed';
  if (error.status === 404) return 'removed';
  return hadWaited ? 'refused' : null;
}

function stateOf(saving: Saving | null, sheet: PlanSheet | null, notTaken: boolean): Saving {
  if (notTaken) return { state: 'not-taken' };
  if (saving) return saving;
  return sheet ? { state: 'saved', at: sheet.changed_at } : { state: 'nothing' };
}

const NEWER = {
  changed: 'This plan was changed in another window; here is its newest state.',
  restored: 'The plans were restored from a backup; here is this one as it is there.',
};

export function usePlanSheet(id: string): PlanOnSheet {
  const queries = useQueryClient();
  const query = useQuery({
    queryKey: ['plan', id],
    queryFn: () => getPlan(id),
    staleTime: Number.POSITIVE_INFINITY,
    retry: (count, error) => error instanceof Unreachable && count < 40,
    retryDelay: 500,
  });
  const sheet = query.data ?? null;
  const [draft, setDraft] = useState<Plan | null>(null);
  const [pending, setPending] = useState<Plan | null>(null);
  const [saving, setSaving] = useState<Saving | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [notice, setNotice] = useState<string | null>(null);
  const revision = useRef(0);
  const line = useRef('');
  const chain = useRef<Promise<unknown>>(Promise.resolve());
  const queued = useRef(0);
  /** Whether one's own version was put aside to look at the other; the browser still keeps it. */
  const aside = useRef(false);
  /** While one's own version waits for a choice, it stays on the sheet. */
  const conflicted = useRef(false);
  /** While the server does not answer: everything changed since, kept in the browser as one. */
  const waiting = useRef<Unsaved | null>(null);

  /** What is on its way to the server, and the revision it changes. */
  const sending = useRef<Unsaved | null>(null);
  /** Whether the page is on its way out, so that its requests end without an answer. */
  const leaving = useRef(false);

  /** While anything is unsaved or dragged, the other window's state must not slip under it. */
  const busy = useRef(false);
  busy.current = draft !== null || pending !== null;
  /** The newest plan known: an edit that waited its turn is made to this, not to what it saw. */
  const latest = useRef<Plan | null>(null);
  const shown = useRef<Plan | null>(null);
  shown.current = draft ?? pending ?? sheet?.plan ?? null;

  if (sheet && (sheet.revision > revision.current || sheet.line !== line.current)) {
    revision.current = sheet.revision;
    line.current = sheet.line;
    latest.current = sheet.plan;
  }

  const take = useCallback(
    (next: PlanSheet) => {
      revision.current = next.revision;
      line.current = next.line;
      latest.current = next.plan;
      queries.setQueryData(['plan', id], next);
      setSaving({ state: 'saved', at: next.changed_at });
    },
    [queries, id],
  );

  /** Runs after everything queued before it. */
  const inTurn = useCallback(<Result>(work: () => Promise<Result>): Promise<Result> => {
    queued.current += 1;
    const turn = chain.current.then(work, work).finally(() => {
      queued.current -= 1;
      if (queued.current === 0 && !conflicted.current) setPending(null);
    });
    chain.current = turn.catch(() => undefined);
    return turn;
  }, []);

  const now = useCallback((): Base => ({ line: line.current, base: revision.current }), []);

  /** Saves until it is saved or refused; null where it is not taken and stays on the sheet. */
  const trySaving = useCallback(
    async (plan: Plan, base: Base, hadWaited = false): Promise<readonly Problem[] | null> => {
      for (;;) {
        try {
          sending.current = { ...base, plan };
          take(await savePlan(id, plan, base));
          waiting.current = null;
          if (conflicted.current) setConflict(null);
          conflicted.current = false;
          if (!aside.current) dropUnsaved(id);
          return [];
        } catch (error) {
          if (error instanceof Refused && !mayPass(error)) {
            const why = whyOf(error, hadWaited || waiting.current !== null || conflicted.current);
            waiting.current = null;
            setSaving((was) => (was?.state === 'saved' ? was : null));
            if (!why) return error.problems;
            latest.current = plan;
            conflicted.current = true;
            aside.current = false;
            keepUnsaved(id, { ...base, plan });
            setPending(plan);
            setConflict({ why, sentences: sentencesOf(error), mine: plan, base, looked: false });
            return null;
          }
          if (leaving.current) return null;
          waiting.current ??= { ...base, plan };
          keepUnsaved(id, waiting.current);
          setSaving({ state: 'waiting', why: sentencesOf(error)[0] ?? '' });
          await new Promise((done) => setTimeout(done, RETRY_MS));
        } finally {
          sending.current = null;
        }
      }
    },
    [id, take],
  );

  const commit = useCallback(
    (update: Update, shownAtOnce = true): Promise<readonly Problem[]> => {
      setDraft(null);
      setNotice(null);
      const before = shown.current;
      if (waiting.current) {
        waiting.current = { ...waiting.current, plan: update(waiting.current.plan) };
        keepUnsaved(id, waiting.current);
        setPending(waiting.current.plan);
      } else if (shownAtOnce && before) {
        setPending(update(before));
      }
      return inTurn(async () => {
        const from = latest.current;
        if (!from) return [];
        setSaving((was) => (was?.state === 'waiting' ? was : { state: 'saving' }));
        const problems = await trySaving(update(from), now());
        return problems ?? [];
      });
    },
    [id, inTurn, now, trySaving],
  );

  const step = useCallback(
    (move: typeof undoPlan) =>
      inTurn(async () => {
        setDraft(null);
        setNotice(conflicted.current ? 'Choose first which version to go on with.' : null);
        if (conflicted.current) return;
        try {
          take(await move(id, now()));
        } catch (error) {
          const why = error instanceof Refused ? whyOf(error, false) : null;
          const nothing =
            error instanceof Refused && error.problems[0]?.code.startsWith('nothing-');
          if (!nothing && (why === 'changed' || why === 'restored')) {
            setNotice(NEWER[why]);
            await getPlan(id).then(take, () => undefined);
          } else {
            setNotice(sentencesOf(error)[0] ?? null);
          }
        }
      }),
    [id, inTurn, now, take],
  );

  const lookAtOther = useCallback(async () => {
    try {
      take(await getPlan(id));
    } catch (error) {
      setNotice(sentencesOf(error)[0] ?? null);
      return;
    }
    conflicted.current = false;
    aside.current = true;
    setPending(null);
    setConflict((was) => was && { ...was, looked: true });
  }, [id, take]);

  const done = useCallback(() => {
    dropUnsaved(id);
    conflicted.current = false;
    aside.current = false;
    setConflict(null);
    setPending(null);
  }, [id]);

  const letMineGo = useCallback(() => {
    done();
    latest.current = query.data?.plan ?? null;
  }, [done, query.data]);

  const keepMine = useCallback(async () => {
    const mine = conflict ?? readUnsaved(id);
    if (!mine) return null;
    const { base, plan } =
      'mine' in mine ? { base: mine.base, plan: mine.mine } : { base: mine, plan: mine.plan };
    try {
      const copy = await keepAsCopy(id, plan, { line: base.line || 'none', base: base.base });
      done();
      await getPlan(id).then(take, () => undefined);
      return copy.id;
    } catch (error) {
      setNotice(sentencesOf(error)[0] ?? null);
      return null;
    }
  }, [conflict, done, id, take]);

  const ready = sheet !== null;
  useEffect(() => {
    const unsaved = ready ? readUnsaved(id) : null;
    if (!unsaved) return;
    setPending(unsaved.plan);
    void inTurn(async () => {
      const base = { line: unsaved.line || 'none', base: unsaved.base };
      if (!unsaved.sent) return trySaving(unsaved.plan, base, true);
      const before = await trySaving(unsaved.sent, base, true);
      return before && trySaving(unsaved.plan, now(), true);
    });
  }, [ready, id, inTurn, now, trySaving]);

  useEffect(() => {
    const keepWhatIsUnderWay = () => {
      leaving.current = true;
      const plan = shown.current;
      if (!plan || !busy.current || conflicted.current || waiting.current) return;
      const under = sending.current;
      keepUnsaved(id, {
        line: under?.line ?? line.current,
        base: under?.base ?? revision.current,
        plan,
        ...(under && { sent: under.plan }),
      });
    };
    const isBack = () => {
      leaving.current = false;
    };
    addEventListener('pagehide', keepWhatIsUnderWay);
    addEventListener('pageshow', isBack);
    return () => {
      removeEventListener('pagehide', keepWhatIsUnderWay);
      removeEventListener('pageshow', isBack);
    };
  }, [id]);

  useEffect(() => {
    const timer = setInterval(async () => {
      if (queued.current > 0 || busy.current || document.hidden) return;
      try {
        const newest = await getHead(id);
        const restored = newest.line !== line.current;
        if (!restored && newest.revision <= revision.current) return;
        if (queued.current === 0 && !busy.current) {
          take(await getPlan(id));
          setNotice(NEWER[restored ? 'restored' : 'changed']);
        }
      } catch {
        // The next save will say that the server does not answer.
      }
    }, HEAD_MS);
    return () => clearInterval(timer);
  }, [id, take]);

  return {
    sheet,
    plan: shown.current,
    dragging: draft !== null,
    onItsWay: pending !== null && conflict === null && saving?.state !== 'waiting',
    saving: stateOf(saving, sheet, conflict !== null && !conflict.looked),
    conflict,
    notice,
    loadTrouble: query.isError ? sentencesOf(query.error) : null,
    drag: setDraft,
    commit,
    undo: () => step(undoPlan),
    redo: () => step(redoPlan),
    lookAtOther,
    keepMine,
    letMineGo,
    kept: query.isError ? (readUnsaved(id)?.plan ?? null) : null,
  };
}
