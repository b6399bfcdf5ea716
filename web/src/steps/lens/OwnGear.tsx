/** A camera or lens of one's own, typed in where it is needed; into the cupboard too if wanted. */
import { Checkbox } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Refused } from '../../api/client';
import type { Body, Lens, Problem, Thing } from '../../api/types';
import { GearForm } from '../../gear/GearForm';
import { addThing, getGearKinds } from '../../gear/requests';
import { useSheet } from '../../saving/context';
import { bodyChanges, lensChanges } from './GearChoice';

const HEADINGS = { body: 'A camera of your own', lens: 'A lens of your own' };

export function OwnGear({ kind, onClose }: { kind: 'body' | 'lens'; onClose: () => void }) {
  const { change, camera } = useSheet();
  const queries = useQueryClient();
  const kinds = useQuery({ queryKey: ['gear-kinds'], queryFn: getGearKinds }).data;
  const [keep, setKeep] = useState(true);
  const fields = kinds?.find((one) => one.kind === kind)?.fields;
  if (!fields) return null;

  const use = async (figures: Thing['figures']): Promise<readonly Problem[]> => {
    const of = (id: string | null, gear: unknown) =>
      kind === 'body'
        ? bodyChanges(camera.at, gear as Body, id)
        : lensChanges(camera.at, gear as Lens, id, camera.part?.focal_mm ?? null);
    if (keep) {
      try {
        const thing = await addThing(kind, figures);
        await queries.invalidateQueries({ queryKey: ['cupboard'] });
        await change(of(thing.id, thing.figures));
        onClose();
        return [];
      } catch (error) {
        if (error instanceof Refused) return error.problems;
        throw error;
      }
    }
    const problems = await change(of(null, figures));
    if (problems.length) {
      const at = `${camera.at}/${kind}`;
      return problems.map((one) => ({ ...one, field: one.field.replace(at, '') }));
    }
    onClose();
    return [];
  };

  return (
    <GearForm
      heading={HEADINGS[kind]}
      kind={kind}
      fields={fields}
      figures={null}
      submit="Use it in this plan"
      onSubmit={use}
      onClose={onClose}
    >
      <Checkbox
        label="Put it in the cupboard too"
        checked={keep}
        onChange={(event) => setKeep(event.currentTarget.checked)}
      />
    </GearForm>
  );
}
