/** A support that one considers getting, typed in by the figures of its data sheet. */
import { useQuery } from '@tanstack/react-query';
import type { Problem, Support, Thing } from '../../api/types';
import { GearForm } from '../../gear/GearForm';
import { getGearKinds } from '../../gear/requests';
import { useSheet } from '../../saving/context';
import { considered } from './model';

export function ConsideredSupport({ onClose }: { onClose: () => void }) {
  const { plan, change } = useSheet();
  const kinds = useQuery({ queryKey: ['gear-kinds'], queryFn: getGearKinds }).data;
  const fields = kinds?.find((one) => one.kind === 'support')?.fields;
  if (!fields) return null;
  const use = async (figures: Thing['figures']): Promise<readonly Problem[]> => {
    const problems = await change(considered(plan, figures as unknown as Support));
    if (problems.length) {
      const at = `/supports/${plan.supports.length}/gear`;
      return problems.map((one) => ({ ...one, field: one.field.replace(at, '') }));
    }
    onClose();
    return [];
  };
  return (
    <GearForm
      heading="A support that you consider"
      kind="support"
      fields={fields}
      figures={null}
      submit="Compare it here"
      onSubmit={use}
      onClose={onClose}
    />
  );
}
