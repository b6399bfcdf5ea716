/** One thing of the cupboard that goes with a lamp or camera, or none. */
import { ChoiceField } from '../../fields/ChoiceField';

interface Props<Gear extends { name: string }> {
  label: string;
  things: readonly { id: string; gear: Gear }[];
  now: Gear | null;
  onTake: (gear: Gear | null) => void;
}

const NONE = '';
const HERE = 'here';

export function OneOf<Gear extends { name: string }>({ label, things, now, onTake }: Props<Gear>) {
  if (!things.length && !now) return null;
  const known = things.find((one) => one.gear.name === now?.name);
  return (
    <ChoiceField
      label={label}
      value={now ? (known?.id ?? HERE) : NONE}
      choices={[
        { value: NONE, label: 'none' },
        ...(now && !known ? [{ value: HERE, label: now.name }] : []),
        ...things.map((one) => ({ value: one.id, label: one.gear.name })),
      ]}
      onChange={(id) => {
        if (id !== HERE) onTake(things.find((one) => one.id === id)?.gear ?? null);
      }}
    />
  );
}
