/** What one camera is aimed at, where that is not the whole zone. */
import type { Target } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { useSheet } from '../../saving/context';

const WORDS: Record<Target['kind'], string> = {
  box: 'a box of its own',
  hands: 'both hands',
  'left-hand': 'the left hand',
  'right-hand': 'the right hand',
  face: 'the face',
  'head-and-shoulders': 'head and shoulders',
  maker: 'maker and work',
  feet: 'the feet',
};
const WHOLE = 'zone';
const KINDS = Object.keys(WORDS) as Target['kind'][];
const PLACE = ['x_mm', 'y_mm', 'z_mm', 'width_mm', 'depth_mm', 'height_mm'] as const;

/** A box that is about as large as a pot, on the middle of the zone. */
const BOX = { width_mm: 250, depth_mm: 250, height_mm: 100 };
const NO_SIZE = { width_mm: null, depth_mm: null, height_mm: null };

const ofKind = (kind: Target['kind']): Target => ({
  kind,
  name: null,
  whose: 'maker',
  x_mm: 0,
  y_mm: 0,
  z_mm: 0,
  ...(kind === 'box' ? BOX : NO_SIZE),
  margin_mm: null,
  finest_detail_mm: null,
});

export function TargetFields() {
  const { set, camera, plan } = useSheet();
  const target = camera.part?.target ?? null;
  const at = `${camera.at}/target`;
  const choose = (value: string) =>
    void set(at, value === WHOLE ? null : ofKind(value as Target['kind']));
  return (
    <FieldGroup title="Aimed at" words={target ? (target.name ?? WORDS[target.kind]) : 'the zone'}>
      <ChoiceField
        label="Aimed at"
        value={target?.kind ?? WHOLE}
        choices={[
          { value: WHOLE, label: 'the whole zone' },
          ...KINDS.map((value) => ({ value, label: WORDS[value] })),
        ]}
        explain="what must be in its picture"
        onChange={choose}
      />
      {target && target.kind !== 'box' && plan.maker.second ? (
        <ChoiceField
          label="Whose"
          value={target.whose}
          choices={[
            { value: 'maker', label: 'yours' },
            { value: 'second', label: 'the second person’s' },
          ]}
          explain="of whom it is a part"
          onChange={(value) => void set(`${at}/whose`, value)}
        />
      ) : null}
      {target?.kind === 'box' ? (
        <>
          <PlanField pointer={`${at}/name`} />
          {PLACE.map((field) => (
            <PlanField key={field} pointer={`${at}/${field}`} />
          ))}
        </>
      ) : null}
      {target ? (
        <>
          <PlanField pointer={`${at}/margin_mm`} />
          <PlanField pointer={`${at}/finest_detail_mm`} />
        </>
      ) : null}
    </FieldGroup>
  );
}
