/** Hold: what carries the camera there, stays there, and joins up. */

import { useMemo, useState } from 'react';
import type { CameraDrawing, HoldDrawing, Plan } from '../../api/types';
import { withValue } from '../../domain/plan';
import type { Place } from '../../drawing/handles/useHandle';
import { type NotePlace, numbered } from '../../drawing/words/notes';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { FigureList } from '../../sheet/FigureList';
import { BestRig } from '../../sheet/rig/BestRig';
import type { SheetProps } from '../../sheet/step';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import { ConsideredSupport } from './ConsideredSupport';
import { FloorView } from './drawing/FloorView';
import { RigView } from './drawing/RigView';
import classes from './hold.module.css';
import { Mounts } from './Mounts';
import { PartsInOrder } from './PartsInOrder';
import { SettingUp } from './SettingUp';
import { SupportOffer } from './SupportOffer';
import { SupportTable } from './SupportTable';
import { TapTest } from './TapTest';
import { ThingsOnIt } from './ThingsOnIt';

export function HoldSheet({ findings }: SheetProps) {
  const camera = useSheet().camera.result;
  const [considering, setConsidering] = useState(false);
  const notes = useMemo(() => numbered(findings), [findings]);
  const hold = camera?.drawings.hold ?? null;
  const drawing = camera?.drawings.lens ?? null;
  return (
    <>
      <AnswerLine step="hold" />
      <SupportOffer />
      {hold && drawing && hold.members.length ? (
        <Drawings hold={hold} camera={drawing} notes={notes} />
      ) : null}
      {drawing ? (
        <>
          <SettingUp hold={hold} />
          {hold ? <PartsInOrder hold={hold} /> : null}
          <Mounts />
          <SupportTable open={hold === null} onConsider={() => setConsidering(true)} />
          {considering ? <ConsideredSupport onClose={() => setConsidering(false)} /> : null}
          {hold ? (
            <>
              <ThingsOnIt hold={hold} />
              <TapTest hold={hold} />
              <FigureList begins="hold." />
            </>
          ) : null}
        </>
      ) : (
        <>
          <BestRig />
          <p className={sheet.empty}>
            Step by step, the lens comes first: its height says what must hold it. Choose camera and
            lens on the Lens sheet.
          </p>
        </>
      )}
    </>
  );
}

function Drawings({
  hold,
  camera,
  notes,
}: {
  hold: HoldDrawing;
  camera: CameraDrawing;
  notes: NotePlace[];
}) {
  const { plan, evaluation, drag, commit } = useSheet();
  const { system } = useUnits();
  const at = `/supports/${hold.index}`;
  const withFoot = (now: Plan, place: Place) =>
    withValue(withValue(now, `${at}/foot/x_mm`, place.x), `${at}/foot/y_mm`, place.y);
  const withLegs = (now: Plan, deg: number) => withValue(now, `${at}/legs_toward_deg`, deg);
  const withWeight = (now: Plan, mm: number) => withValue(now, `${at}/counterweight_at_mm`, mm);
  return (
    <div className={sheet.drawings}>
      <div className={classes.elevation}>
        <RigView
          work={evaluation.drawings.work}
          camera={camera}
          hold={hold}
          system={system}
          notes={notes}
          onWeight={{
            onDrag: (mm) => drag(withWeight(plan, mm)),
            onCommit: (mm) => void commit((now) => withWeight(now, mm)),
          }}
        />
      </div>
      <div className={classes.floor}>
        <FloorView
          work={evaluation.drawings.work}
          hold={hold}
          system={system}
          notes={notes.filter((note) => note.place !== 'screw')}
          foot={{
            onDrag: (place) => drag(withFoot(plan, place)),
            onCommit: (place) => void commit((now) => withFoot(now, place)),
          }}
          legs={{
            onDrag: (deg) => drag(withLegs(plan, deg)),
            onCommit: (deg) => void commit((now) => withLegs(now, deg)),
          }}
        />
      </div>
    </div>
  );
}
