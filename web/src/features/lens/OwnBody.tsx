/** A camera, phone or webcam of one's own, by its figures. */
import { NativeSelect } from '@mantine/core';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { addBody } from '../../api/requests';
import type { Body } from '../../api/types';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';
import { GearForm } from './GearForm';
import {
  BODY_ROWS,
  bodyFrom,
  readRows,
  refusalsByRow,
  SENSOR_ROWS,
  type Texts,
  VIEW_ROWS,
} from './ownGear';

const KINDS = [
  { value: 'camera', label: 'Camera with lenses' },
  { value: 'phone', label: 'Phone' },
  { value: 'webcam', label: 'Webcam' },
];
const MEASURED = [
  { value: 'horizontal', label: 'across the width' },
  { value: 'diagonal', label: 'along the diagonal' },
];

export function OwnBody({ onClose }: { onClose: () => void }) {
  const { change } = useSheet();
  const { system } = useUnits();
  const queries = useQueryClient();
  const [kind, setKind] = useState<Body['kind']>('camera');
  const [measured, setMeasured] = useState<'horizontal' | 'diagonal'>('horizontal');
  const [texts, setTexts] = useState<Texts>({});
  const [refusals, setRefusals] = useState<Texts>({});
  const rows = [...BODY_ROWS, ...(kind === 'camera' ? SENSOR_ROWS : VIEW_ROWS)];

  const use = async (keep: boolean): Promise<void> => {
    const typed = readRows(rows, texts, system);
    setRefusals(typed.refusals);
    if (Object.keys(typed.refusals).length) return;
    const body = bodyFrom(kind, texts.name ?? '', measured, typed.values);
    const problems = await change([
      { op: 'replace', path: '/cameras/0/body', value: body },
      { op: 'replace', path: '/cameras/0/mode', value: null },
      ...(kind === 'camera'
        ? []
        : [
            { op: 'replace' as const, path: '/cameras/0/lens', value: null },
            { op: 'replace' as const, path: '/cameras/0/focal_mm', value: null },
          ]),
    ]);
    if (problems.length) {
      setRefusals(refusalsByRow(rows, problems, '/cameras/0/body'));
      return;
    }
    if (keep) {
      await addBody(body);
      await queries.invalidateQueries({ queryKey: ['cupboard'] });
    }
    onClose();
  };

  return (
    <GearForm
      heading="A camera of your own"
      rows={rows}
      texts={texts}
      refusals={refusals}
      onText={(name, text) => setTexts((now) => ({ ...now, [name]: text }))}
      onUse={(keep) => void use(keep)}
      onClose={onClose}
    >
      <NativeSelect
        label="Kind"
        value={kind}
        data={KINDS}
        onChange={(event) => setKind(event.currentTarget.value as Body['kind'])}
      />
      {kind === 'camera' ? null : (
        <NativeSelect
          label="Field of view is given"
          value={measured}
          data={MEASURED}
          onChange={(event) => setMeasured(event.currentTarget.value as 'horizontal' | 'diagonal')}
        />
      )}
    </GearForm>
  );
}
