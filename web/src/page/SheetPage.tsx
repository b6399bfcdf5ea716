/** One step of one plan: bar, ladder, sheet, margin notes. */
import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams, useSearchParams } from 'react-router';
import { getFields } from '../api/fixed';
import { leftOutWords, ownedOf } from '../api/owned';
import type { Change, Cupboard, Finding, Plan, Verdict } from '../api/types';
import { withAcceptance, withChanges, withValue } from '../domain/plan';
import { fieldsByPath } from '../fields/fields';
import { cameraInHand, SheetContext, type SheetTools } from '../saving/context';
import { mendsOf } from '../saving/moreMends';
import { getCupboard } from '../saving/requests';
import { useEvaluation } from '../saving/useEvaluation';
import { type PlanOnSheet, usePlanSheet } from '../saving/usePlanSheet';
import { Cameras } from '../sheet/Cameras';
import { namesById } from '../sheet/cameras';
import { LearnedHere, learnedOn } from '../sheet/LearnedHere';
import { MarginNotes, type OtherNotes, speaking } from '../sheet/MarginNotes';
import type { Step } from '../sheet/step';
import { STEPS } from '../steps/registry';
import { download } from '../ui/download';
import { Trouble } from '../ui/Trouble';
import { KeysHelp } from './KeysHelp';
import { Ladder } from './Ladder';
import classes from './page.module.css';
import { SheetBar } from './SheetBar';
import { useKeys } from './useKeys';

const EMPTY: Cupboard = {
  bodies: [],
  lenses: [],
  supports: [],
  adapters: [],
  fixtures: [],
  cards: [],
  weights: [],
  gels: [],
  filters: [],
  stands: [],
  media: [],
  power: [],
  recorders: [],
  microphones: [],
  mic_stands: [],
  absorbers: [],
  leads: [],
};

export function SheetPage() {
  const { planId = '', stepId = 'work' } = useParams();
  const step = STEPS.find((one) => one.id === stepId);
  if (!step) return <Navigate to={`/plan/${planId}/work`} replace />;
  return <PlanSheetPage key={planId} planId={planId} step={step} />;
}

function PlanSheetPage({ planId, step }: { planId: string; step: Step }) {
  const [search, setSearch] = useSearchParams();
  const wanted = search.get('camera');
  const sheet = usePlanSheet(planId);
  const known = useQuery({
    queryKey: ['cupboard'],
    queryFn: getCupboard,
    refetchOnMount: 'always',
  }).data;
  const cupboard = known ?? EMPTY;
  const fields = useQuery({
    queryKey: ['fields'],
    queryFn: getFields,
    staleTime: Number.POSITIVE_INFINITY,
    retry: true,
  }).data;
  const byPath = useMemo(() => fields && fieldsByPath(fields), [fields]);
  const owned = useMemo(() => ownedOf(cupboard), [cupboard]);
  const index = sheet.plan?.cameras.findIndex((one) => one.id === wanted) ?? 0;
  const {
    answer: evaluation,
    asked,
    trouble,
    working,
  } = useEvaluation({
    plan: sheet.plan,
    owned,
    step: step.works,
    camera: Math.max(0, index),
    dragging: sheet.dragging,
    onItsWay: sheet.onItsWay,
    known: sheet.sheet,
  });
  const answered = asked?.plan ?? null;
  const [helping, setHelping] = useState(false);
  const { plan, commit, drag } = sheet;

  const chooseCamera = useCallback(
    (id: string) =>
      setSearch(
        (now) => {
          now.set('camera', id);
          return now;
        },
        { replace: true },
      ),
    [setSearch],
  );
  const help = useCallback(() => setHelping(true), []);
  useKeys({
    planId,
    undo: useCallback(() => void sheet.undo(), [sheet.undo]),
    redo: useCallback(() => void sheet.redo(), [sheet.redo]),
    help,
  });

  useEffect(() => {
    document.title = plan ? `${plan.title} · Steeple` : 'Steeple';
  }, [plan]);

  const steps = evaluation?.steps;
  const verdicts = useMemo(() => verdictsOf(steps ?? []), [steps]);
  const tools = useMemo<SheetTools | null>(
    () =>
      plan && evaluation && answered && byPath
        ? {
            plan,
            answered,
            camera: cameraInHand(plan, evaluation, wanted),
            chooseCamera,
            evaluation,
            fields: byPath,
            cupboard,
            cupboardKnown: known !== undefined,
            owned,
            dragging: sheet.dragging,
            drag,
            commit,
            edit: (update: (plan: Plan) => Plan) => commit(update, false),
            set: (pointer: string, value: unknown) =>
              commit((now) => withValue(now, pointer, value), false),
            change: (changes: readonly Change[]) =>
              commit((now) => withChanges(now, changes), false),
          }
        : null,
    [
      plan,
      answered,
      wanted,
      chooseCamera,
      evaluation,
      byPath,
      cupboard,
      known,
      owned,
      sheet.dragging,
      drag,
      commit,
    ],
  );

  return (
    <div className={classes.page}>
      <SheetBar sheet={sheet} planId={planId} onHelp={help} />
      <KeysHelp opened={helping} onClose={() => setHelping(false)} />
      <div className={`${classes.columns} ${step.hasMargin ? '' : classes.noMargin}`}>
        <Ladder planId={planId} verdicts={verdicts} />
        <main className={classes.sheet}>
          <Notices sheet={sheet} trouble={trouble} />
          {tools ? (
            <SheetContext.Provider value={tools}>
              <Cameras />
              <step.Sheet planId={planId} findings={speaking(notesOf(tools, step))} />
            </SheetContext.Provider>
          ) : sheet.loadTrouble ? null : (
            <output className={classes.loading}>
              <Loader size="sm" color="verdigris" /> Working it out
            </output>
          )}
        </main>
        {tools && step.hasMargin ? (
          <div className={classes.margin} data-noprint>
            <SheetContext.Provider value={tools}>
              <MarginNotes
                findings={notesOf(tools, step)}
                others={othersOf(tools, step)}
                onCamera={chooseCamera}
                cautions={tools.evaluation.cautions.filter((one) => one.step === step.id)}
                leftOut={leftOutWords(cupboard)}
                mendsOf={(finding) =>
                  mendsOf(tools.evaluation, finding, working && !sheet.dragging)
                }
                onMend={(fix) => void tools.change(fix.changes)}
                onAccept={(finding, reason) =>
                  void tools.edit((now) => withAcceptance(now, finding, reason))
                }
              />
              <LearnedHere
                learned={learnedOn(tools.evaluation.assumed, step.id)}
                plan={tools.plan}
                planId={planId}
                onDrop={(field) => void tools.edit((now) => withValue(now, field, null))}
              />
            </SheetContext.Provider>
          </div>
        ) : null}
      </div>
    </div>
  );
}

/** What is found in a step for the camera in hand, and for the plan as a whole. */
function notesOf(tools: SheetTools, step: Step): Finding[] {
  return tools.evaluation.findings.filter(
    (one) => isOf(one, step) && (one.about === '' || one.about === tools.camera.id),
  );
}

/** Whether a note is told on a sheet: those of its own step, and what else matters there and speaks. */
const isOf = (one: Finding, step: Step): boolean =>
  one.step === step.id || (speaking([one]).length > 0 && (step.also?.includes(one.code) ?? false));

/** What is found in a step for each other camera. */
function othersOf(tools: SheetTools, step: Step): OtherNotes[] {
  const names = namesById(tools.plan.cameras);
  return tools.plan.cameras
    .filter((one) => one.id !== tools.camera.id)
    .map((one) => ({
      id: one.id,
      name: names.get(one.id) ?? one.id,
      findings: speaking(
        tools.evaluation.findings.filter((each) => isOf(each, step) && each.about === one.id),
      ),
    }))
    .filter((one) => one.findings.length > 0);
}

function verdictsOf(
  steps: readonly { step: string; verdict: Verdict }[],
): Partial<Record<string, Verdict>> {
  return Object.fromEntries(steps.map((one) => [one.step, one.verdict]));
}

/** A plan as a file from the page itself, with or without a server. */
const asFile = (plan: Plan): void =>
  download(
    new Blob([`${JSON.stringify(plan, null, 2)}\n`], { type: 'application/json' }),
    `${plan.title.slice(0, 60) || 'plan'}, mine.json`,
  );

function Notices({ sheet, trouble }: { sheet: PlanOnSheet; trouble: string | null }) {
  const navigate = useNavigate();
  const { conflict, saving, notice, loadTrouble, kept } = sheet;
  const copy = async () => {
    const id = await sheet.keepMine();
    if (id) navigate(`/plan/${id}/lens`);
  };
  if (loadTrouble) {
    const sentences = kept
      ? [...loadTrouble, 'A change of yours to this plan is kept in this browser.', notice ?? '']
      : loadTrouble;
    return (
      <Trouble sentences={sentences.filter(Boolean)}>
        {kept ? (
          <>
            <Button onClick={() => void copy()}>Keep mine as a copy</Button>
            <Button variant="default" onClick={() => asFile(kept)}>
              Save mine as a file
            </Button>
          </>
        ) : null}
        <Button variant="default" component={Link} to="/">
          To the shelf
        </Button>
      </Trouble>
    );
  }
  return (
    <div className={classes.notices}>
      {conflict ? (
        <Trouble
          sentences={
            conflict.looked
              ? ['This is the other version. Yours is still kept here.']
              : [...conflict.sentences, 'Your change is on this sheet and kept in this browser.']
          }
        >
          {!conflict.looked && (conflict.why === 'changed' || conflict.why === 'restored') ? (
            <Button onClick={() => void sheet.lookAtOther()}>Look at the other version</Button>
          ) : null}
          {conflict.why === 'refused' ? null : (
            <Button
              variant={conflict.why === 'removed' ? 'filled' : 'default'}
              onClick={() => void copy()}
            >
              Keep mine as a copy
            </Button>
          )}
          <Button variant="default" onClick={() => asFile(conflict.mine)}>
            Save mine as a file
          </Button>
          {conflict.looked || conflict.why === 'refused' ? (
            <Button variant="default" onClick={sheet.letMineGo}>
              Let mine go
            </Button>
          ) : null}
        </Trouble>
      ) : null}
      {saving.state === 'waiting' ? (
        <Trouble
          sentences={[
            saving.why,
            'Your change is kept in this browser and saved as soon as that works.',
          ]}
        />
      ) : null}
      {saving.state !== 'waiting' && trouble ? <Trouble sentences={[trouble]} /> : null}
      {notice ? <output className={classes.notice}>{notice}</output> : null}
    </div>
  );
}
