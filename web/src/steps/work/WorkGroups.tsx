/** The maker, and the table with its surfaces: folded groups of inputs. */
import type { Plan } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { Tick } from '../../fields/Tick';
import { assumptionOf, useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';
import { PeopleFields } from './PeopleFields';

const choices = (...words: string[]) => words.map((word) => ({ value: word, label: word }));

/** A choice of the plan that may be assumed: what is used, and whether it was chosen. */
function PlanChoice({
  pointer,
  value,
  label,
  list,
  explain,
}: {
  pointer: string;
  value: string | null;
  label: string;
  list: { value: string; label: string }[];
  explain?: string;
}) {
  const { evaluation, set } = useSheet();
  const assumed = assumptionOf(evaluation, pointer)?.text ?? '';
  return (
    <ChoiceField
      label={label}
      value={value ?? assumed}
      choices={list}
      explain={value === null ? 'assumed' : (explain ?? '')}
      onChange={(chosen) => void set(pointer, chosen)}
    />
  );
}

export function MakerGroup() {
  const { plan, evaluation, set } = useSheet();
  const { system } = useUnits();
  const { maker } = plan;
  const assumed = (pointer: string) => assumptionOf(evaluation, pointer);
  const posture = maker.posture ?? assumed('/maker/posture')?.text ?? '';
  const hand = maker.handedness ?? assumed('/maker/handedness')?.text ?? '';
  const height = maker.height_mm ?? assumed('/maker/height_mm')?.quantity?.value ?? 0;
  const lean = maker.lean_deg ?? assumed('/maker/lean_deg')?.quantity?.value ?? 0;
  const words = maker.away
    ? 'away while it is filmed'
    : `${posture}, ${hand}-handed, ${lengthWords(height, system)} tall, leaning in ${Math.round(lean)}°`;
  return (
    <FieldGroup title="You" words={words}>
      <PlanField pointer="/maker/height_mm" />
      <PlanChoice
        pointer="/maker/posture"
        value={maker.posture}
        label="Posture"
        list={choices('seated', 'standing')}
      />
      {posture === 'seated' ? <PlanField pointer="/maker/seat_mm" /> : null}
      <PlanChoice
        pointer="/maker/handedness"
        value={maker.handedness}
        label="Working hand"
        list={choices('right', 'left')}
      />
      <PlanField pointer="/maker/lean_deg" />
      <PlanField pointer="/maker/x_mm" />
      <PlanField pointer="/maker/from_edge_mm" />
      <PlanField pointer="/maker/tool_mm" />
      <PlanField pointer="/maker/hand_room_mm" />
      <PlanField pointer="/maker/y_mm" />
      <Tick
        label="away while it is filmed"
        checked={maker.away}
        onChange={(away) => void set('/maker/away', away)}
      />
      <PeopleFields />
    </FieldGroup>
  );
}

const MATS = [
  { value: '0.06', label: 'dark' },
  { value: '0.25', label: 'mid' },
  { value: '0.75', label: 'light' },
];

const matOf = (plan: Plan): string =>
  MATS.find((one) => Number(one.value) === plan.table.mat_reflectance)?.value ?? '';

export function SurfaceGroup() {
  const { plan, evaluation, set } = useSheet();
  const { system } = useUnits();
  const { table } = evaluation.drawings.work;
  const words = `${lengthWords(table.right - table.left, system)} × ${lengthWords(table.far - table.near, system)}, ${lengthWords(evaluation.drawings.work.table_height_mm, system)} high`;
  return (
    <FieldGroup title="Table and work" words={words} open>
      <PlanField pointer="/table/width_mm" />
      <PlanField pointer="/table/depth_mm" />
      <PlanField pointer="/table/height_mm" />
      <OtherHeights />
      <PlanField pointer="/work/zone/from_left_edge_mm" />
      <PlanField pointer="/work/zone/from_front_edge_mm" />
      <PlanField pointer="/work/tilt_deg" />
      <PlanChoice
        pointer="/work/effort"
        value={plan.work.effort}
        label="Effort"
        list={choices('fine', 'light', 'forceful')}
        explain="for the table height"
      />
      <PlanChoice
        pointer="/work/gloss"
        value={plan.work.gloss}
        label="Gloss"
        list={choices('matt', 'satin', 'varnish', 'polished', 'metal')}
        explain="how shiny the work is"
      />
      <ChoiceField
        label="Liveliness"
        value={plan.work.liveliness ?? ''}
        choices={[
          ...(plan.work.liveliness ? [] : [{ value: '', label: 'as usual for it' }]),
          ...choices('still', 'drawing', 'brushing', 'pressing', 'kneading', 'hammering'),
        ]}
        explain="how hard it shakes"
        onChange={(value) => void set('/work/liveliness', value)}
      />
      <PlanField pointer="/work/reflectance" />
      <PlanField pointer="/table/mat_reflectance" />
      <ChoiceField
        label="Mat"
        value={matOf(plan)}
        choices={[...(matOf(plan) ? [] : [{ value: '', label: 'as typed' }]), ...MATS]}
        explain="under the work"
        onChange={(value) => void set('/table/mat_reflectance', Number(value))}
      />
      <ChoiceField
        label="Gloss of the mat"
        value={plan.table.mat_gloss ?? ''}
        choices={[
          { value: '', label: 'not told apart' },
          ...choices('matt', 'satin', 'varnish', 'polished', 'metal'),
        ]}
        explain="beside the work"
        onChange={(value) => void set('/table/mat_gloss', value === '' ? null : value)}
      />
    </FieldGroup>
  );
}

/** Heights at which a table for sitting and standing is also worked at. */
function OtherHeights() {
  const { plan, evaluation, set } = useSheet();
  const heights = plan.table.other_heights_mm;
  const now = evaluation.drawings.work.table_height_mm;
  return (
    <>
      {heights.map((_, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: heights are told apart by their place alone
        <PlanField key={index} pointer={`/table/other_heights_mm/${index}`} />
      ))}
      <Tick
        label="it also stands at other heights"
        checked={heights.length > 0}
        onChange={(more) =>
          void set('/table/other_heights_mm', more ? [now < 880 ? 1100 : 740] : [])
        }
      />
    </>
  );
}
