/** A plan as it stands on the sheet: drafts while dragging, saving, undo, conflicts. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Refused, sentencesOf, Unreachable } from '../api/client';
import type { Plan, PlanSheet, Problem } from '../api/types';
import { getHead, getPlan, keepAsCopy, redoPlan, savePlan, undoPlan } from './requests';
import { dropUnsaved, keepUnsaved, readUnsaved, type Unsaved } from './unsaved';

export type Saving =
  | { state: 'saved'; at: string }
  | { state: 'saving' }
  | { state: 'waiting'; why: string };

export interface Conflict {
  newest: number;
  mine: Plan;
  base: number;
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
}

const HEAD_MS = 3000;
const RETRY_MS = 1500;

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
  const chain = useRef<Promise<unknown>>(Promise.resolve());
  const queued = useRef(0);
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

  if (sheet && sheet.revision > revision.current) {
    revision.current = sheet.revision;
    latest.current = sheet.plan;
  }

  const take = useCallback(
    (next: PlanSheet) => {
      revision.current = next.revision;
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

  /** Saves until it is saved or refused; null where the plan was changed elsewhere. */
  const trySaving = useCallback(
    async (plan: Plan, base: number): Promise<readonly Problem[] | null> => {
      for (;;) {
        try {
          sending.current = { base, plan };
          take(await savePlan(id, plan, base));
          waiting.current = null;
          dropUnsaved(id);
          return [];
        } catch (error) {
          if (error instanceof Refused && error.status < 500) waiting.current = null;
          if (error instanceof Refused && error.status === 409) {
            latest.current = plan;
            conflicted.current = true;
            setPending(plan);
            setConflict({ newest: error.newestRevision ?? base, mine: plan, base, looked: false });
            return null;
          }
          if (error instanceof Refused && error.status < 500) {
            dropUnsaved(id);
            setSaving((now) => (now?.state === 'saving' ? null : now));
            return error.problems;
          }
          if (leaving.current) return null;
          waiting.current ??= { base, plan };
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
        setSaving((now) => (now?.state === 'waiting' ? now : { state: 'saving' }));
        const problems = await trySaving(update(from), revision.current);
        return problems ?? [];
      });
    },
    [id, inTurn, trySaving],
  );

  const step = useCallback(
    (move: typeof undoPlan) =>
      inTurn(async () => {
        setDraft(null);
        setNotice(conflicted.current ? 'Choose first which version to go on with.' : null);
        if (conflicted.current) return;
        try {
          take(await move(id, revision.current));
        } catch (error) {
          if (error instanceof Refused && error.status === 409 && error.newestRevision) {
            setNotice('This plan was changed in another window; here is its newest state.');
            take(await getPlan(id));
          } else {
            setNotice(sentencesOf(error)[0] ?? null);
          }
        }
      }),
    [id, inTurn, take],
  );

  const lookAtOther = useCallback(async () => {
    conflicted.current = false;
    take(await getPlan(id));
    setPending(null);
    dropUnsaved(id);
    setConflict((now) => now && { ...now, looked: true });
  }, [id, take]);

  const letMineGo = useCallback(() => {
    dropUnsaved(id);
    setConflict(null);
  }, [id]);

  const keepMine = useCallback(async () => {
    if (!conflict) return null;
    const copy = await keepAsCopy(id, conflict.mine, conflict.base);
    dropUnsaved(id);
    conflicted.current = false;
    setConflict(null);
    setPending(null);
    take(await getPlan(id));
    return copy.id;
  }, [conflict, id, take]);

  const ready = sheet !== null;
  useEffect(() => {
    const unsaved = ready ? readUnsaved(id) : null;
    if (!unsaved) return;
    setPending(unsaved.plan);
    void inTurn(async () => {
      if (!unsaved.sent) return trySaving(unsaved.plan, unsaved.base);
      const before = await trySaving(unsaved.sent, unsaved.base);
      return before && trySaving(unsaved.plan, revision.current);
    });
  }, [ready, id, inTurn, trySaving]);

  useEffect(() => {
    const keepWhatIsUnderWay = () => {
      leaving.current = true;
      const plan = shown.current;
      if (!plan || !busy.current || conflicted.current || waiting.current) return;
      const under = sending.current;
      keepUnsaved(id, {
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
        if (newest > revision.current && queued.current === 0 && !busy.current) {
          take(await getPlan(id));
          setNotice('This plan was changed in another window; here is its newest state.');
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
    saving: saving ?? { state: 'saved', at: sheet?.changed_at ?? '' },
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
  };
}
