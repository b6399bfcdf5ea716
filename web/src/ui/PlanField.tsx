/** A figure of the plan by its pointer: shown, typed, refused and confirmed in one place. */
import { fieldAt } from '../domain/fields';
import { valueAt } from '../domain/plan';
import { FigureField } from './FigureField';
import { assumptionOf, useSheet } from './sheet';
import { useSteady } from './steady';

export function PlanField({
  pointer,
  autoFocus = false,
}: {
  pointer: string;
  autoFocus?: boolean;
}) {
  const { plan, evaluation, set } = useSheet();
  const field = fieldAt(pointer);
  const commit = useSteady((value: unknown) => set(pointer, value));
  if (!field) return null;
  return (
    <FigureField
      field={field}
      value={valueAt(plan, pointer) ?? null}
      assumption={assumptionOf(evaluation, pointer)}
      autoFocus={autoFocus}
      onCommit={commit}
    />
  );
}
