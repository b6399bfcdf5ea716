/** A figure of the plan by its pointer: shown, typed, refused and confirmed in one place. */

import { valueAt } from '../domain/plan';
import { assumptionOf, useSheet } from '../saving/context';
import { useSteady } from '../ui/steady';
import { FigureField } from './FigureField';
import { fieldAt } from './fields';

export function PlanField({
  pointer,
  autoFocus = false,
}: {
  pointer: string;
  autoFocus?: boolean;
}) {
  const { plan, evaluation, fields, set } = useSheet();
  const field = fieldAt(fields, pointer);
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
