/** Light: where the lamps stand so that hands, head and camera throw no shadow and nothing glares. */
import { useState } from 'react';
import type { LightDrawing, Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import { middleOf, placeOf, type Way } from '../../drawing/dome/dome';
import { Segments } from '../../fields/Segments';
import { Tick } from '../../fields/Tick';
import { LensPicture } from '../../picture/LensPicture';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { FigureList } from '../../sheet/FigureList';
import { Offer } from '../../sheet/Offer';
import { BestRig } from '../../sheet/rig/BestRig';
import { useUnits } from '../../ui/units';
import { Cards } from './Cards';
import { GlareWays } from './choices/GlareWays';
import { Lifting } from './choices/Lifting';
import { OtherLamps } from './choices/OtherLamps';
import { PlaceThem } from './choices/PlaceThem';
import { Schools } from './choices/Schools';
import { Dome } from './drawing/Dome';
import { LampView } from './drawing/LampViews';
import type { Moved } from './drawing/lamps';
import { Lamps, TakeLamp } from './Lamps';
import classes from './light.module.css';
import { Maps } from './Maps';
import { useDome } from './useDome';
import { Windows } from './Windows';

export function LightSheet() {
  const { plan, cupboard, camera: inHand } = useSheet();
  const camera = inHand.index;
  const light = inHand.result?.drawings.light ?? null;
  const filmed = inHand.result?.drawings.lens != null;
  const canBegin = !plan.lights.length && !light && filmed && cupboard.fixtures.length > 0;
  return (
    <>
      <AnswerLine step="light" />
      {light && plan.lights.length ? (
        <Drawings light={light} camera={camera} />
      ) : light && plan.room.windows.some((one) => !one.closed) ? (
        <ByWindow light={light} camera={camera} />
      ) : (
        <Empty />
      )}
      {filmed ? null : <BestRig />}
      <PlaceThem atOnce={canBegin} key={canBegin ? 'begin' : 'later'} />
      <Lamps camera={camera} />
      <TakeLamp />
      {plan.lights.length || plan.cards.length ? <Cards drawn={light?.cards ?? []} /> : null}
      {plan.lights.length ? <Wishes /> : null}
      <Windows steps={light?.daylight ?? []} />
      {light ? <FigureList begins="light." /> : null}
      {light?.lamps.some((one) => one.glare > 0) ? (
        <GlareWays key={camera} camera={camera} />
      ) : null}
      {light ? <Lifting camera={camera} /> : null}
      <OtherLamps />
      <Schools />
    </>
  );
}

/** What placing and mends keep to, whatever would be better. */
function Wishes() {
  const { plan, set } = useSheet();
  return (
    <div className={classes.wishes}>
      <Tick
        label="only these lamps, none from the cupboard"
        checked={plan.wishes.only_these_lamps}
        onChange={(only) => void set('/wishes/only_these_lamps', only)}
      />
      <Tick
        label="no soft boxes"
        checked={plan.wishes.no_soft_boxes}
        onChange={(none) => void set('/wishes/no_soft_boxes', none)}
      />
    </div>
  );
}

function Empty() {
  return (
    <p className={classes.quiet}>
      With the first lamp the dome appears: every direction that it could come from, washed with ink
      where your hands, head or camera would stand in its light.
    </p>
  );
}

/** Before there is a lamp, with a window: what the lens sees by it, and the maps. */
interface Shown {
  light: LightDrawing;
  camera: number;
}

function ByWindow({ light, camera }: Shown) {
  const [pose, setPose] = useState(4);
  return (
    <div className={classes.views}>
      <div className={classes.left}>
        <LensPicture onPose={setPose} />
      </div>
      <div className={classes.beside}>
        <Maps light={light} camera={camera} pose={pose} />
      </div>
    </div>
  );
}

const round = (mm: number) => Math.round(mm * 10) / 10;

function Drawings({ light, camera }: Shown) {
  const { plan, evaluation, drag, commit } = useSheet();
  const [wanted, setWanted] = useState(0);
  const [pose, setPose] = useState(4);
  const chosen = Math.min(wanted, plan.lights.length - 1);
  const lamp = light.lamps[chosen];
  const reply = useDome(camera, chosen, lamp?.distance_mm ?? 0);
  const middle = middleOf(evaluation.drawings.work.surface);
  const moved = (now: Plan, index: number, way: Way): Plan => {
    const distance = light.lamps[index]?.distance_mm ?? 1000;
    return putAt(now, index, placeOf(middle, way, distance));
  };
  return (
    <>
      <div className={classes.views}>
        <div className={classes.left}>
          <div className={classes.dome}>
            <Dome
              directions={reply?.directions ?? []}
              lamps={light.lamps}
              chosen={chosen}
              best={reply?.best ?? null}
              onChoose={setWanted}
              onDrag={(index, way) => drag(moved(plan, index, way))}
              onCommit={(index, way) => void commit((now) => moved(now, index, way))}
            />
          </div>
          <Legend together={reply?.best?.depth_stops != null} />
          {reply && lamp ? (
            <Offer pieces={reply.says} changes={reply.changes} className={classes.said}>
              <b>{lamp.name}</b>:{' '}
            </Offer>
          ) : (
            <p className={classes.quiet}>Looking in every direction</p>
          )}
        </div>
        <div className={classes.beside}>
          <LensPicture onPose={setPose} />
          <Maps light={light} camera={camera} pose={pose} />
        </div>
      </div>
      <Places
        light={light}
        camera={camera}
        chosen={chosen}
        onChoose={setWanted}
        onDrag={(index, place) => drag(putAt(plan, index, standing(light, index, place)))}
        onCommit={(index, place) =>
          void commit((now) => putAt(now, index, standing(light, index, place)))
        }
      />
    </>
  );
}

/** Where a lamp stands once it is moved: what is not moved was worked out, and is kept. */
const standing = (light: LightDrawing, index: number, place: Moved): Moved => {
  const at = light.lamps[index]?.at;
  return at ? { x: at.x, y: at.y, z: at.z, ...place } : place;
};

function putAt(now: Plan, index: number, place: Moved): Plan {
  const at = `/lights/${index}/position`;
  return (['x', 'y', 'z'] as const).reduce((next, axis) => {
    const value = place[axis];
    return value === undefined ? next : withValue(next, `${at}/${axis}_mm`, round(value));
  }, now);
}

const ELEVATIONS = [
  { value: 'seat', label: 'from your seat' },
  { value: 'side', label: 'from the side' },
];

/** The lamps as they stand, from above and from where one looks at them. */
function Places(props: {
  camera: number;
  light: LightDrawing;
  chosen: number;
  onChoose: (index: number) => void;
  onDrag: (index: number, place: Moved) => void;
  onCommit: (index: number, place: Moved) => void;
}) {
  const { evaluation } = useSheet();
  const { system } = useUnits();
  const [from, setFrom] = useState<'seat' | 'side'>('seat');
  const camera = evaluation.cameras[props.camera];
  const shown = {
    ...props,
    system,
    work: evaluation.drawings.work,
    camera: camera?.drawings.lens ?? null,
    hold: camera?.drawings.hold ?? null,
  };
  return (
    <section aria-label="Where the lamps stand">
      <div className={classes.places}>
        <div className={classes.placed}>
          <div className={classes.place}>
            <LampView {...shown} from="above" />
          </div>
          <span>from above</span>
        </div>
        <div className={classes.placed}>
          <div className={classes.place}>
            <LampView {...shown} from={from} key={from} />
          </div>
          <Segments
            label="Lamps seen"
            value={from}
            choices={ELEVATIONS}
            onChange={(value) => setFrom(value === 'side' ? 'side' : 'seat')}
          />
        </div>
      </div>
    </section>
  );
}

/** What the washes mean, in the same line as they are drawn. */
function Legend({ together }: { together: boolean }) {
  return (
    <ul className={classes.legend} aria-label="What the dome shows">
      <li>
        <i data-on-light />{' '}
        {together ? 'no shadow left, with the other light' : 'lit in every pose'}
      </li>
      <li>
        <i className={classes.ink} data-on-light />{' '}
        {together ? 'the deeper the shadow that is left' : 'you or the camera stand in its light'}
      </li>
      <li>
        <i className={classes.hatched} data-on-light /> mirrored into the lens
      </li>
      <li>
        <i className={classes.crossed} data-on-light /> nothing can stand there
      </li>
    </ul>
  );
}
