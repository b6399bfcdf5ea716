/** What can hurt here, and how likely somebody knocks against what stands. */
import type { Plan } from '../../api/types';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { Tick } from '../../fields/Tick';
import { assumptionOf, useSheet } from '../../saving/context';

type Hazard = NonNullable<Plan['work']['hazards']>[number];

const HAZARDS: readonly { value: Hazard; label: string }[] = [
  { value: 'heat', label: 'hot pots, plates or tools' },
  { value: 'steam', label: 'steam or grease' },
  { value: 'flame', label: 'an open flame' },
  { value: 'turning', label: 'turning parts' },
  { value: 'curing-lamp', label: 'a curing lamp' },
  { value: 'water-near-mains', label: 'water near mains' },
  { value: 'audience', label: 'people who watch' },
];
const KNOCKS = [
  { value: 'unlikely', label: 'unlikely: I am alone' },
  { value: 'possible', label: 'possible: somebody passes' },
  { value: 'likely', label: 'likely: children, a crowd' },
];

export function HazardsGroup() {
  const { plan, evaluation, set } = useSheet();
  const usual = (assumptionOf(evaluation, '/work/hazards')?.text ?? '').split(', ');
  const now: readonly string[] = plan.work.hazards ?? usual.filter(Boolean);
  const labels = HAZARDS.filter((one) => now.includes(one.value)).map((one) => one.label);
  const words = labels.length ? labels.join(', ') : 'nothing named';
  return (
    <FieldGroup title="What can hurt" words={words}>
      {HAZARDS.map((one) => (
        <Tick
          key={one.value}
          label={one.label}
          checked={now.includes(one.value)}
          onChange={(there) =>
            void set(
              '/work/hazards',
              HAZARDS.map((each) => each.value).filter((each) =>
                each === one.value ? there : now.includes(each),
              ),
            )
          }
        />
      ))}
      <ChoiceField
        label="A knock is"
        value={plan.room.knock ?? ''}
        choices={[...(plan.room.knock ? [] : [{ value: '', label: 'not said' }]), ...KNOCKS]}
        explain="against what stands here"
        onChange={(value) => void set('/room/knock', value === '' ? null : value)}
      />
    </FieldGroup>
  );
}
