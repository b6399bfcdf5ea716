/** Mount points: fixed places in the room to which a camera is screwed in the place of a support. */
import { Button, UnstyledButton } from '@mantine/core';
import type { MountPoint } from '../../api/types';
import { withValue } from '../../domain/plan';
import { ChoiceField } from '../../fields/ChoiceField';
import entries from '../../fields/Entries.module.css';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlainField } from '../../fields/PlainField';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';

const LIMIT = 16;
const PLACES = [
  { field: 'x_mm', label: 'To the right', explain: 'of the zone’s centre' },
  { field: 'y_mm', label: 'Away from you', explain: 'of the zone’s centre' },
  { field: 'z_mm', label: 'Above the table', explain: 'to its screw' },
] as const;

export function Mounts() {
  const { plan, camera, edit } = useSheet();
  const { put, add } = useEntries<MountPoint>('/mounts');
  const mounts = plan.mounts;
  const now = camera.part?.mount ?? '';
  const choose = (value: string) =>
    void edit((plan_) =>
      withValue(
        withValue(plan_, `${camera.at}/support`, null),
        `${camera.at}/mount`,
        value || null,
      ),
    );
  const fresh = (): string => {
    let number = mounts.length + 1;
    while (mounts.some((one) => one.name === `mount ${number}`)) number += 1;
    return `mount ${number}`;
  };
  const rename = (index: number, name: string) =>
    edit((plan_) => {
      const was = plan_.mounts[index]?.name;
      return {
        ...plan_,
        mounts: plan_.mounts.map((one, at) => (at === index ? { ...one, name } : one)),
        cameras: plan_.cameras.map((one) => (one.mount === was ? { ...one, mount: name } : one)),
      };
    });
  const remove = (index: number) =>
    void edit((plan_) => {
      const gone = plan_.mounts[index]?.name;
      return {
        ...plan_,
        mounts: plan_.mounts.filter((_, at) => at !== index),
        cameras: plan_.cameras.map((one) => (one.mount === gone ? { ...one, mount: null } : one)),
      };
    });
  return (
    <FieldGroup
      title="Mount points in the room"
      words={mounts.length ? mounts.map((one) => one.name).join(', ') : 'none'}
    >
      {mounts.length && camera.part ? (
        <ChoiceField
          label="This camera is on"
          value={now}
          choices={[
            { value: '', label: 'a support' },
            ...mounts.map((one) => ({ value: one.name, label: one.name })),
          ]}
          explain="a mount point needs no stand"
          onChange={choose}
        />
      ) : null}
      {mounts.map((mount, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: a mount point is renamed in its place
        <fieldset key={index} className={entries.entry} aria-label={mount.name}>
          <PlainField
            label="Name of the mount point"
            kind="text"
            value={mount.name}
            onCommit={(value) => rename(index, String(value))}
          />
          {PLACES.map(({ field, label, explain }) => (
            <PlainField
              key={field}
              label={label}
              kind="length"
              value={mount[field]}
              explain={explain}
              onCommit={(value) => put(index, { [field]: Number(value) })}
            />
          ))}
          <PlainField
            label="It bears"
            kind="mass"
            value={mount.bears_g}
            explain="empty: not known, so not cleared"
            nullable
            onCommit={(value) => put(index, { bears_g: value === null ? null : Number(value) })}
          />
          <UnstyledButton
            className={entries.remove}
            aria-label={`Take ${mount.name} out`}
            onClick={() => remove(index)}
          >
            take out
          </UnstyledButton>
        </fieldset>
      ))}
      {mounts.length < LIMIT ? (
        <div className={entries.take}>
          <Button
            variant="default"
            size="compact-md"
            onClick={() =>
              add({ name: fresh(), x_mm: 0, y_mm: 0, z_mm: 900, thread: null, bears_g: null })
            }
          >
            One more mount point
          </Button>
        </div>
      ) : null}
    </FieldGroup>
  );
}
