/** A figure that stands within a list of the plan, typed like any other. */
import { useMemo } from 'react';
import type { Problem } from '../api/types';
import { useSteady } from '../ui/steady';
import { FigureField } from './FigureField';

interface Props {
  label: string;
  kind: 'length' | 'text' | 'mass' | 'plain';
  value: number | string | null;
  explain?: string;
  nullable?: boolean;
  onCommit: (value: number | string | null) => Promise<readonly Problem[]>;
}

export function PlainField({ label, kind, value, explain, nullable = false, onCommit }: Props) {
  const field = useMemo(
    () => ({
      label,
      form: kind,
      nullable,
      explain: explain ?? '',
      unit: kind === 'mass' ? 'g' : '',
    }),
    [label, kind, nullable, explain],
  );
  return <FigureField field={field} value={value} onCommit={useSteady(onCommit)} />;
}
