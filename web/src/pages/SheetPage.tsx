/** One step of one plan: bar, ladder, sheet, margin notes. */
import { Button, Loader } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { getCupboard, getShapes, type Owned } from '../api/requests';
import type { Change, Cupboard, Plan, Verdict } from '../api/types';
import { useEvaluation } from '../api/useEvaluation';
import { type PlanOnSheet, usePlanSheet } from '../api/usePlanSheet';
import { namesById } from '../domain/cameras';
import { withChanges, withValue } from '../domain/plan';
import { STEPS, type StepId } from '../domain/steps';
import { CardSheet } from '../features/card/CardSheet';
import { HoldSheet } from '../features/hold/HoldSheet';
import { LensSheet } from '../features/lens/LensSheet';
import { LightSheet } from '../features/light/LightSheet';
import { WorkSheet } from '../features/work/WorkSheet';
import { Ladder } from '../ui/Ladder';
import { MarginNotes, speaking } from '../ui/MarginNotes';
import { SheetContext, type SheetTools } from '../ui/sheet';
import { Trouble } from '../ui/Trouble';
import { KeysHelp } from './KeysHelp';
import classes from './pages.module.css';
import { SheetBar } from './SheetBar';
import { useKeys } from './useKeys';

const EMPTY: Cupboard = {
  bodies: [],
  lenses: [],
  supports: [],
  adapters: [],
  fixtures: [],
  cards: [],
};

export function SheetPage() {
  const { planId = '', stepId = 'work' } = useParams();
  const step = STEPS.find((one) => one.id === stepId);
  if (!step) return <Navigate to={`/plan/${planId}/work`} replace />;
  return <PlanSheetPage key={planId} planId={planId} stepId={step.id} />;
}

function PlanSheetPage({ planId, stepId }: { planId: string; stepId: StepId }) {
  const sheet = usePlanSheet(planId);
  const cupboard =
    useQuery({ queryKey: ['cupboard'], queryFn: getCupboard, refetchOnMount: 'always' }).data ??
    EMPTY;
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data ?? [];
  const owned = useMemo<Owned>(
    () => ({
      lenses: cupboard.lenses.map((one) => one.gear),
      bodies: cupboard.bodies.map((one) => one.gear),
      supports: cupboard.supports,
      adapters: cupboard.adapters.map((one) => one.gear),
      fixtures: cupboard.fixtures,
    }),
    [cupboard],
  );
  const { evaluation, trouble, working } = useEvaluation(sheet.plan, owned, sheet.dragging);
  const [helping, setHelping] = useState(false);
  const { plan, commit, drag } = sheet;

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
      plan && evaluation
        ? {
            plan,
            evaluation,
            cupboard,
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
    [plan, evaluation, cupboard, owned, sheet.dragging, drag, commit],
  );

  return (
    <div className={classes.page}>
      <SheetBar sheet={sheet} planId={planId} onHelp={help} />
      <KeysHelp opened={helping} onClose={() => setHelping(false)} />
      <div className={`${classes.columns} ${stepId === 'card' ? classes.noMargin : ''}`}>
        <Ladder planId={planId} verdicts={verdicts} />
        <main className={classes.sheet}>
          <Notices sheet={sheet} trouble={trouble} />
          {tools ? (
            <SheetContext.Provider value={tools}>
              {stepId === 'work' ? (
                <WorkSheet shapes={shapes} findings={notesOf(tools, 'work')} />
              ) : stepId === 'lens' ? (
                <LensSheet findings={notesOf(tools, 'lens')} />
              ) : stepId === 'hold' ? (
                <HoldSheet findings={notesOf(tools, 'hold')} />
              ) : stepId === 'light' ? (
                <LightSheet findings={notesOf(tools, 'light')} />
              ) : (
                <CardSheet planId={planId} />
              )}
            </SheetContext.Provider>
          ) : sheet.loadTrouble ? null : (
            <output className={classes.loading}>
              <Loader size="sm" color="verdigris" /> Working it out
            </output>
          )}
        </main>
        {tools && stepId !== 'card' ? (
          <div className={classes.margin} data-noprint>
            <MarginNotes
              findings={tools.evaluation.findings.filter((one) => one.step === stepId)}
              cameras={namesById(tools.plan.cameras)}
              cautions={tools.evaluation.cautions.filter((one) => one.step === stepId)}
              mendsTried={tools.evaluation.mends_tried}
              trying={working && !tools.evaluation.mends_tried && !sheet.dragging}
              onMend={(fix) => void tools.change(fix.changes)}
            />
          </div>
        ) : null}
      </div>
    </div>
  );
}

function notesOf(tools: SheetTools, step: string) {
  return speaking(tools.evaluation.findings.filter((one) => one.step === step));
}

function verdictsOf(
  steps: readonly { step: string; verdict: Verdict }[],
): Partial<Record<string, Verdict>> {
  return Object.fromEntries(steps.map((one) => [one.step, one.verdict]));
}

function Notices({ sheet, trouble }: { sheet: PlanOnSheet; trouble: string | null }) {
  const navigate = useNavigate();
  const { conflict, saving, notice, loadTrouble } = sheet;
  if (loadTrouble) {
    return (
      <Trouble sentences={loadTrouble}>
        <Button component={Link} to="/">
          To the shelf
        </Button>
      </Trouble>
    );
  }
  return (
    <div className={classes.notices}>
      {conflict ? (
        <Trouble
          sentences={[
            conflict.looked
              ? 'This is the version from the other window. Yours is still kept here.'
              : `This plan was changed in another window (revision ${conflict.newest}). Your change is on this sheet and nothing was overwritten.`,
          ]}
        >
          {conflict.looked ? (
            <Button variant="default" onClick={sheet.letMineGo}>
              Let mine go
            </Button>
          ) : (
            <Button onClick={() => void sheet.lookAtOther()}>Look at the other version</Button>
          )}
          <Button
            variant="default"
            onClick={async () => {
              const copy = await sheet.keepMine();
              if (copy) navigate(`/plan/${copy}/lens`);
            }}
          >
            Keep mine as a copy
          </Button>
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
