/** Angles: from where else, past the arms, out of each other's frames, and so that it cuts. */
import type { AnglesDrawing, CameraDrawing } from '../../api/types';
import type { Way } from '../../drawing/dome/dome';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { OneMoreCamera } from '../../sheet/Cameras';
import { FigureList } from '../../sheet/FigureList';
import { Offer } from '../../sheet/Offer';
import { BestRig } from '../../sheet/rig/BestRig';
import classes from './angles.module.css';
import { Ring } from './drawing/Ring';
import { RoomView } from './drawing/RoomView';
import { movedTo, putAt, wayOf } from './model';
import { PunchIn } from './PunchIn';
import { Reveal } from './Reveal';
import { Setups } from './Setups';
import { Cuts, Strip } from './Strip';
import { Together } from './Together';
import { useRing } from './useRing';
import { Wishes } from './Wishes';

export function AnglesSheet() {
  const { plan, camera } = useSheet();
  const angles = camera.result?.drawings.angles ?? null;
  const lens = camera.result?.drawings.lens ?? null;
  const filmed = plan.cameras.some((one) => one.body);
  const alone = filmed && plan.cameras.length === 1;
  return (
    <>
      <AnswerLine step="angles" />
      {filmed ? null : <BestRig />}
      {filmed ? <Strip /> : null}
      {angles && lens ? <Views angles={angles} lens={lens} /> : null}
      {alone ? <Wishes /> : null}
      {angles ? <PunchIn cuts={angles.cuts} /> : null}
      <Reveal />
      {alone ? null : <Wishes />}
      {plan.cameras.length < 2 ? <OneMoreCamera /> : null}
      <Setups />
      {plan.cameras.length > 1 ? <Together /> : null}
      {angles ? <FigureList begins="angles." /> : null}
    </>
  );
}

function Views({ angles, lens }: { angles: AnglesDrawing; lens: CameraDrawing }) {
  const { plan, camera, evaluation, chooseCamera, drag, commit } = useSheet();
  const reply = useRing();
  const { work } = evaluation.drawings;
  const middle = angles.subject;
  const from = {
    middle,
    distance: Math.hypot(lens.lens.x - middle.x, lens.lens.y - middle.y, lens.lens.z - middle.z),
  };
  const moved = (way: Way) => putAt(plan, camera.index, way, from);
  return (
    <>
      <Cuts cuts={angles.cuts} />
      <div className={classes.views}>
        <div className={classes.ring}>
          <div className={classes.drawn}>
            <Ring
              reply={reply}
              own={wayOf(lens.lens, middle)}
              name={camera.result?.name ?? ''}
              onDrag={(way) => drag(moved(way))}
              onCommit={(way) => void commit((now) => putAt(now, camera.index, way, from))}
            />
          </div>
          {reply ? (
            <Offer pieces={reply.says} changes={reply.changes} className={classes.said} />
          ) : (
            <p className={classes.quiet}>Looking from every direction</p>
          )}
          <p className={classes.quiet}>
            Ink: hands, head or things before the action. Hatched: a lamp mirrored into the lens.
            Crossed: something stands there. Dashed: nearer than 30° to another camera, where a cut
            jumps.
          </p>
        </div>
        <div className={classes.plan}>
          <div className={classes.drawn}>
            <RoomView
              work={work}
              cameras={evaluation.cameras}
              inHand={camera.id}
              onChoose={chooseCamera}
              onDrag={(place) => drag(movedTo(plan, camera.index, place, lens.lens.z, middle))}
              onCommit={(place) =>
                void commit((now) => movedTo(now, camera.index, place, lens.lens.z, middle))
              }
            />
          </div>
        </div>
      </div>
    </>
  );
}
