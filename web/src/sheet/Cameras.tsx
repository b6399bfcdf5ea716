/** The cameras of the plan: which one the sheet is about, one more, one less. */
import { Button, NativeSelect, UnstyledButton } from '@mantine/core';
import { useState } from 'react';
import type { Camera } from '../api/types';
import { Segments } from '../fields/Segments';
import { useSheet } from '../saving/context';
import classes from './Cameras.module.css';
import { cameraNames, newCamera, ROLES, roleWords, withoutCamera } from './cameras';

/** The camera in hand among several; nothing where there is one. */
export function Cameras() {
  const { plan, camera, chooseCamera, edit } = useSheet();
  if (plan.cameras.length < 2) return null;
  const names = cameraNames(plan.cameras);
  const takeOut = async (): Promise<void> => {
    const next = plan.cameras.find((one) => one.id !== camera.id);
    await edit((now) => withoutCamera(now, camera.id));
    if (next) chooseCamera(next.id);
  };
  return (
    <div className={classes.cameras} data-noprint>
      <span className={classes.word}>Camera in hand</span>
      <Segments
        label="Camera in hand"
        value={camera.id}
        onChange={chooseCamera}
        choices={plan.cameras.map((one, index) => ({
          value: one.id,
          label: names[index] ?? one.id,
        }))}
      />
      <UnstyledButton className={classes.quiet} onClick={() => void takeOut()}>
        take this one out
      </UnstyledButton>
      <OneMoreCamera />
    </div>
  );
}

/** A camera put into the plan: what it films, and with which gear. */
export function OneMoreCamera() {
  const { plan, chooseCamera, edit } = useSheet();
  const [adding, setAdding] = useState(false);
  return (
    <>
      <UnstyledButton
        className={classes.quiet}
        aria-expanded={adding}
        onClick={() => setAdding((now) => !now)}
      >
        {plan.cameras.length ? 'one more camera' : 'put in a camera'}
      </UnstyledButton>
      {adding ? (
        <OneMore
          onAdd={async (next) => {
            const problems = await edit((now) => ({ ...now, cameras: [...now.cameras, next] }));
            if (problems.length) return problems[0]?.sentence ?? null;
            chooseCamera(next.id);
            setAdding(false);
            return null;
          }}
        />
      ) : null}
    </>
  );
}

/** What the new camera films, and with which gear; both can be changed later. */
function OneMore({ onAdd }: { onAdd: (camera: Camera) => Promise<string | null> }) {
  const { plan, cupboard } = useSheet();
  const [role, setRole] = useState<Camera['role']>('three-quarter');
  const [bodyId, setBodyId] = useState('');
  const [lensId, setLensId] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const body = cupboard.bodies.find((one) => one.id === bodyId);
  const lenses = cupboard.lenses.filter(
    (one) =>
      body?.gear.mount == null || one.gear.mount == null || one.gear.mount === body.gear.mount,
  );
  const lens = lenses.find((one) => one.id === lensId);
  const takesLens = body?.gear.kind === 'camera';
  return (
    <fieldset className={classes.more}>
      <legend>One more camera</legend>
      <NativeSelect
        label="It films"
        value={role}
        data={ROLES.map((value) => ({ value, label: roleWords(value) }))}
        onChange={(event) => setRole(event.currentTarget.value as Camera['role'])}
      />
      <NativeSelect
        label="With"
        value={bodyId}
        data={[
          { value: '', label: 'choose later' },
          ...cupboard.bodies.map((one) => ({ value: one.id, label: one.gear.name })),
        ]}
        onChange={(event) => setBodyId(event.currentTarget.value)}
      />
      {takesLens ? (
        <NativeSelect
          label="And the lens"
          value={lens ? lensId : ''}
          data={[
            { value: '', label: 'choose later' },
            ...lenses.map((one) => ({ value: one.id, label: one.gear.name })),
          ]}
          onChange={(event) => setLensId(event.currentTarget.value)}
        />
      ) : null}
      <Button
        onClick={async () => {
          const next = newCamera(plan, role, body ?? null, takesLens ? (lens ?? null) : null);
          setRefusal(await onAdd(next));
        }}
      >
        Put it in
      </Button>
      {refusal ? <p role="alert">{refusal}</p> : null}
    </fieldset>
  );
}
