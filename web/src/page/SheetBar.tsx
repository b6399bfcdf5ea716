/** The bar of a sheet: title, saving, undo and redo. Drawn anew only when one of them changes. */
import { memo, useMemo } from 'react';
import type { Problem } from '../api/types';
import { withValue } from '../domain/plan';
import type { PlanOnSheet } from '../saving/usePlanSheet';
import { Bar, BarTool } from '../ui/Bar';
import { useSteady } from '../ui/steady';
import classes from './page.module.css';
import { TitleField } from './TitleField';

interface BarProps {
  planId: string;
  title: string | null;
  undo: string | null;
  redo: string | null;
  onUndo: () => void;
  onRedo: () => void;
  onTitle: (title: string) => Promise<readonly Problem[]>;
  onHelp: () => void;
  children: React.ReactNode;
}

export function SheetBar({
  sheet,
  planId,
  onHelp,
}: {
  sheet: PlanOnSheet;
  planId: string;
  onHelp: () => void;
}) {
  const { saving } = sheet;
  const since = saving.state === 'saved' ? saving.at : null;
  const saved = useMemo(
    () => <SavingWords state={saving.state} since={since} />,
    [saving.state, since],
  );
  return (
    <DrawnBar
      planId={planId}
      title={sheet.plan?.title ?? null}
      undo={sheet.sheet?.undo_label ?? null}
      redo={sheet.sheet?.redo_label ?? null}
      onUndo={useSteady(() => void sheet.undo())}
      onRedo={useSteady(() => void sheet.redo())}
      onTitle={useSteady((title: string) =>
        sheet.commit((now) => withValue(now, '/title', title), false),
      )}
      onHelp={onHelp}
    >
      {saved}
    </DrawnBar>
  );
}

const DrawnBar = memo(function DrawnBar({
  planId,
  title,
  undo,
  redo,
  onUndo,
  onRedo,
  onTitle,
  onHelp,
  children,
}: BarProps) {
  return (
    <Bar
      tools={
        <>
          {children}
          <BarTool
            label={undo ? `Undo: ${undo}` : 'Nothing to undo'}
            disabled={!undo}
            onClick={onUndo}
          >
            undo
          </BarTool>
          <BarTool
            label={redo ? `Redo: ${redo}` : 'Nothing to redo'}
            disabled={!redo}
            onClick={onRedo}
          >
            redo
          </BarTool>
          <a className={classes.toolLink} href={`/api/plans/${planId}/file`} download>
            save a file
          </a>
          <BarTool label="Keys" wideOnly onClick={onHelp}>
            keys
          </BarTool>
        </>
      }
    >
      {title === null ? null : <TitleField title={title} onCommit={onTitle} />}
    </Bar>
  );
});

interface SavingProps {
  state: PlanOnSheet['saving']['state'];
  /** When it was saved; null where it is not. */
  since: string | null;
}

function SavingWords({ state, since }: SavingProps) {
  if (state === 'nothing') return null;
  if (state === 'waiting' || state === 'not-taken') {
    return <output className={classes.unsaved}>Not saved yet</output>;
  }
  const time = state === 'saved' && since ? new Date(since) : null;
  const words = time
    ? `Saved ${time.toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}`
    : 'Saving';
  return <output className={classes.saved}>{words}</output>;
}
