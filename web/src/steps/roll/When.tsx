/** Day and hour of the session, and the camera that must always run. */
import { TextInput } from '@mantine/core';
import { ChoiceField } from '../../fields/ChoiceField';
import { useSheet } from '../../saving/context';
import { cameraNames } from '../../sheet/cameras';

export function WhenItBegins() {
  const { plan, set } = useSheet();
  const put = (name: 'date' | 'begins') => (event: React.ChangeEvent<HTMLInputElement>) =>
    void set(`/session/${name}`, event.currentTarget.value || null);
  return (
    <>
      <TextInput
        type="date"
        label="Day"
        labelProps={{ fw: 400 }}
        size="xs"
        value={plan.session.date ?? plan.room.daylight?.date ?? ''}
        onChange={put('date')}
      />
      <TextInput
        type="time"
        label="It begins"
        labelProps={{ fw: 400 }}
        size="xs"
        value={plan.session.begins ?? plan.room.daylight?.begins ?? ''}
        onChange={put('begins')}
      />
    </>
  );
}

export function MainCamera() {
  const { plan, set } = useSheet();
  if (plan.cameras.length < 2) return null;
  const names = cameraNames(plan.cameras);
  return (
    <ChoiceField
      label="Must always run"
      value={plan.session.main ?? ''}
      choices={[
        { value: '', label: 'any one camera' },
        ...plan.cameras.map((one, at) => ({ value: one.id, label: names[at] ?? one.id })),
      ]}
      onChange={(value) => void set('/session/main', value || null)}
    />
  );
}
