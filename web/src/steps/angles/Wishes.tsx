/** What else shall be seen: a wish for one more camera, answered with places that differ in kind. */
import { Button, Loader, UnstyledButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { sentencesOf } from '../../api/client';
import { getAsks, getShapes } from '../../api/fixed';
import type { Ask, CameraOffer, CameraPlaces, Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import { FieldGroup } from '../../fields/FieldGroup';
import { Segments } from '../../fields/Segments';
import { Tick } from '../../fields/Tick';
import { usePicture } from '../../picture/usePicture';
import { useSheet } from '../../saving/context';
import { ROLES, roleWords } from '../../sheet/cameras';
import compare from '../../ui/Compare.module.css';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './angles.module.css';
import { toggled } from './model';
import { placeCamera } from './requests';

const PICTURE_PX = 320;
const MIDDLE_POSE = 4;

export function Wishes() {
  const { plan } = useSheet();
  return (
    <Section title="What else shall be seen?" begins={plan.cameras.length < 2}>
      <Asking />
    </Section>
  );
}

function Asking() {
  const { plan, owned, camera, dragging } = useSheet();
  const shapes = useQuery({ queryKey: ['shapes'], queryFn: getShapes }).data;
  const [chosen, setAsk] = useState<Ask | null>(null);
  const [instead, setInstead] = useState(false);
  const asks = useQuery({
    queryKey: ['asks'],
    queryFn: getAsks,
    staleTime: Number.POSITIVE_INFINITY,
  });
  // Where one camera stands alone, the view that usually comes next is looked for at once.
  const alone = plan.cameras.length === 1 && plan.cameras.every((one) => one.body);
  const usual = shapes?.find((one) => one.id === plan.work.shape)?.angles.slice(1) ?? [];
  const next = usual.find((role) => asks.data?.some((one) => one.ask === role)) as Ask | undefined;
  const ask = chosen ?? (alone ? (next ?? null) : null);
  const which = instead && plan.cameras.length ? camera.index : null;
  const found = useQuery({
    queryKey: ['place-camera', ask, which, plan, owned],
    queryFn: () => placeCamera(plan, ask as Ask, which, owned),
    enabled: ask !== null && !dragging,
    gcTime: 30_000,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return (
    <>
      <p className={compare.quiet}>
        Say what is to be in the picture. Steeple looks from every side with what is free in your
        cupboard, and says where it could stand, past arms and gear.
      </p>
      {plan.cameras.length ? (
        <Segments
          label="Which camera"
          value={instead ? 'hand' : 'more'}
          onChange={(value) => setInstead(value === 'hand')}
          choices={[
            { value: 'more', label: 'one more camera' },
            { value: 'hand', label: 'the camera in hand' },
          ]}
        />
      ) : null}
      <div className={classes.asks}>
        {asks.data?.map((one) => (
          <UnstyledButton
            key={one.ask}
            className={classes.ask}
            aria-pressed={ask === one.ask}
            onClick={() => setAsk(one.ask)}
          >
            {one.words}
          </UnstyledButton>
        ))}
      </div>
      {found.isError ? <p role="alert">{sentencesOf(found.error)[0]}</p> : null}
      {ask && found.isFetching ? (
        <p className={compare.quiet}>
          <Loader size="xs" /> Looking from every side
        </p>
      ) : null}
      {found.data ? <Places found={found.data} plan={plan} /> : null}
      <Wanted />
    </>
  );
}

/** The angles that the film is to have; one that no camera shows is told in the margin. */
function Wanted() {
  const { plan, set } = useSheet();
  const now = plan.wishes.roles;
  return (
    <FieldGroup
      title="The film is to have"
      words={now.length ? now.map(roleWords).join(', ') : 'not said'}
    >
      {ROLES.map((role) => (
        <Tick
          key={role}
          label={roleWords(role)}
          name={`The film is to have: ${roleWords(role)}`}
          checked={now.includes(role)}
          onChange={() => void set('/wishes/roles', toggled(now, role))}
        />
      ))}
    </FieldGroup>
  );
}

function Places({ found, plan }: { found: CameraPlaces; plan: Plan }) {
  return (
    <section aria-label="Places for it">
      <p className={classes.said}>
        <Sentence pieces={found.says} />
      </p>
      <div className={classes.offers}>
        {found.offers.map((offer) => (
          <Place
            key={`${offer.gear} ${offer.azimuth_deg} ${offer.elevation_deg}`}
            offer={offer}
            plan={plan}
            cameraId={found.camera_id}
          />
        ))}
      </div>
    </section>
  );
}

function Place({ offer, plan, cameraId }: { offer: CameraOffer; plan: Plan; cameraId: string }) {
  const { change, chooseCamera } = useSheet();
  const with_ = useMemo(
    () => offer.changes.reduce((now, one) => withValue(now, one.path, one.value), plan),
    [offer, plan],
  );
  const index = with_.cameras.findIndex((one) => one.id === cameraId);
  const { now } = usePicture(with_, {
    camera: index,
    widthPx: PICTURE_PX,
    quality: 'fine',
    pose: MIDDLE_POSE,
  });
  const take = async (): Promise<void> => {
    const problems = await change(offer.changes);
    if (!problems.length) chooseCamera(cameraId);
  };
  const { width_px: width, height_px: height } = plan.delivery;
  return (
    <article className={classes.place}>
      <span
        className={classes.picture}
        style={{ aspectRatio: `${width ?? 1920} / ${height ?? 1080}` }}
      >
        {now ? (
          <img src={now} alt="What it would see from there" />
        ) : (
          <span className={classes.none}>Drawing</span>
        )}
      </span>
      <p className={classes.where}>
        <VerdictMark verdict={offer.works ? 'holds' : 'fails'} />
        <span>
          <Sentence pieces={offer.says} />
        </span>
      </p>
      <p>
        {offer.to_get ? `To get: ${offer.gear}. ` : `${offer.gear}. `}
        <Sentence pieces={offer.hold} />
      </p>
      {offer.cuts.map((cut, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the order is that of the cameras
        <p key={at}>
          <Sentence pieces={cut} />.
        </p>
      ))}
      <Against title="Against it" said={offer.lacks} />
      <Against title="Then light it" said={offer.to_light} />
      {offer.worse.length ? (
        <p className={classes.against}>
          It <Sentence pieces={offer.worse} />.
        </p>
      ) : null}
      <Button variant="default" size="compact-md" onClick={() => void take()}>
        Put it there
      </Button>
    </article>
  );
}

function Against({ title, said }: { title: string; said: CameraOffer['lacks'] }) {
  if (!said.length) return null;
  return (
    <p className={classes.against}>
      <b>{title}:</b>{' '}
      {said.map((one, at) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: said once and in order
        <span key={at}>
          {at ? '; ' : ''}
          <Sentence pieces={one} />
        </span>
      ))}
    </p>
  );
}
