/** A lens of one's own, by its figures. */
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { addLens } from '../../api/requests';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';
import { GearForm } from './GearForm';
import { LENS_ROWS, lensFrom, readRows, refusalsByRow, type Texts } from './ownGear';

export function OwnLens({ onClose }: { onClose: () => void }) {
  const { change } = useSheet();
  const { system } = useUnits();
  const queries = useQueryClient();
  const [texts, setTexts] = useState<Texts>({});
  const [refusals, setRefusals] = useState<Texts>({});

  const use = async (keep: boolean): Promise<void> => {
    const typed = readRows(LENS_ROWS, texts, system);
    setRefusals(typed.refusals);
    if (Object.keys(typed.refusals).length) return;
    const lens = lensFrom(texts.name ?? '', typed.values);
    const problems = await change([
      { op: 'replace', path: '/cameras/0/lens', value: lens },
      { op: 'replace', path: '/cameras/0/focal_mm', value: null },
    ]);
    if (problems.length) {
      setRefusals(refusalsByRow(LENS_ROWS, problems, '/cameras/0/lens'));
      return;
    }
    if (keep) {
      await addLens(lens);
      await queries.invalidateQueries({ queryKey: ['cupboard'] });
    }
    onClose();
  };

  return (
    <GearForm
      heading="A lens of your own"
      rows={LENS_ROWS}
      texts={texts}
      refusals={refusals}
      onText={(name, text) => setTexts((now) => ({ ...now, [name]: text }))}
      onUse={(keep) => void use(keep)}
      onClose={onClose}
    />
  );
}
