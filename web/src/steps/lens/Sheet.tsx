/** Lens: how high, how wide, how sharp. */

import { useMemo, useState } from 'react';
import type { CameraDrawing, Evaluation, Plan } from '../../api/types';
import { HOURS } from '../../domain/clock';
import { withValue } from '../../domain/plan';
import type { Place } from '../../drawing/handles/useHandle';
import { PlanView } from '../../drawing/plan/PlanView';
import { type NotePlace, numbered } from '../../drawing/words/notes';
import { ChoiceField } from '../../fields/ChoiceField';
import { FieldGroup } from '../../fields/FieldGroup';
import { PlanField } from '../../fields/PlanField';
import { LensPicture } from '../../picture/LensPicture';
import { useSheet } from '../../saving/context';
import { AnswerLine } from '../../sheet/AnswerLine';
import { OneMoreCamera } from '../../sheet/Cameras';
import { ROLES, roleWords } from '../../sheet/cameras';
import { FigureList } from '../../sheet/FigureList';
import type { SheetProps } from '../../sheet/step';
import { WholeRig } from '../../sheet/WholeRig';
import sheet from '../../ui/SheetLayout.module.css';
import { useUnits } from '../../ui/units';
import { BestAnswers } from './BestAnswers';
import { Comparison } from './Comparison';
import { SideView } from './drawing/SideView';
import { frameChoices, readFrame } from './frames';
import { BodyChoice, CupboardOffers, FilterChoice, LensChoice } from './GearChoice';

import classes from './lens.module.css';
import { placedAt } from './model';
import { OwnGear } from './OwnGear';
import { TargetFields } from './TargetFields';
import { WorkItOut } from './WorkItOut';
import { ZoomSection } from './ZoomSection';

const WAYS = [
  { value: '0', label: 'bottom toward you' },
  { value: '180', label: 'top toward you' },
  { value: '90', label: 'top to your right' },
  { value: '270', label: 'top to your left' },
];
const UPRIGHT_WAYS = [
  { value: '0', label: 'upright' },
  { value: '90', label: 'on its right side' },
  { value: '180', label: 'upside down' },
  { value: '270', label: 'on its left side' },
];
const SENSES = [
  { value: 'usual', label: 'usual: diagonal ÷ 1500' },
  { value: 'critical', label: 'to the pixel' },
];

export function LensSheet({ findings }: SheetProps) {
  const { plan, evaluation, owned, camera: inHand } = useSheet();
  const [typing, setTyping] = useState<'body' | 'lens' | null>(null);
  const notes = useMemo(() => numbered(findings), [findings]);
  const AT = inHand.at;
  const drawing = inHand.result?.drawings.lens ?? null;
  const camera = inHand.part;
  const interchangeable = camera?.body?.kind === 'camera';
  return (
    <>
      <AnswerLine step="lens" />
      <CupboardOffers />
      {drawing ? (
        <Drawings drawing={drawing} notes={notes} />
      ) : (
        <>
          <BestAnswers />
          <WholeRig />
        </>
      )}
      {drawing ? <WorkItOut owned={owned} /> : null}
      <div className={sheet.inputs}>
        <BodyChoice onOwn={() => setTyping('body')} />
        {interchangeable || !camera?.body ? <LensChoice onOwn={() => setTyping('lens')} /> : null}
        <FilterChoice />
        {camera?.body ? <ModeChoice /> : null}
        {interchangeable && camera?.lens ? (
          <>
            {camera.lens.focal_min_mm < camera.lens.focal_max_mm ? (
              <PlanField pointer={`${AT}/focal_mm`} />
            ) : null}
            <PlanField pointer={`${AT}/f_number`} />
          </>
        ) : null}
        {drawing ? (
          <>
            <PlanField pointer={`${AT}/position/z_mm`} />
            <PlanField pointer="/maker/lean_deg" />
            <PlanField pointer="/room/ceiling_mm" />
          </>
        ) : null}
      </div>
      {plan.cameras.length < 2 ? <OneMoreCamera /> : null}
      {typing ? <OwnGear key={typing} kind={typing} onClose={() => setTyping(null)} /> : null}
      {drawing ? (
        <>
          <Placing drawing={drawing} />
          <TargetFields />
          <Publishing evaluation={evaluation} />
          <FigureList begins="lens." />
          <ZoomSection />
          <Comparison />
        </>
      ) : null}
    </>
  );
}

function Drawings({ drawing, notes }: { drawing: CameraDrawing; notes: NotePlace[] }) {
  const { plan, evaluation, drag, commit, camera: inHand } = useSheet();
  const AT = inHand.at;
  const { system } = useUnits();
  const withPlace = (now: Plan, place: Place) =>
    withValue(withValue(now, `${AT}/position/x_mm`, place.x), `${AT}/position/y_mm`, place.y);
  const withLean = (now: Plan, deg: number) => withValue(now, '/maker/lean_deg', deg);
  return (
    <div className={sheet.drawings}>
      <div className={sheet.wide}>
        <SideView
          work={evaluation.drawings.work}
          camera={drawing}
          system={system}
          notes={notes}
          onDrag={(mm) => drag(placedAt(plan, inHand.index, drawing, mm))}
          onCommit={(mm) => void commit((now) => placedAt(now, inHand.index, drawing, mm))}
          lean={{
            onDrag: (deg) => drag(withLean(plan, deg)),
            onCommit: (deg) => void commit((now) => withLean(now, deg)),
          }}
        />
      </div>
      <div className={`${sheet.narrow} ${classes.beside}`}>
        <div className={classes.views}>
          <LensPicture className={classes.picture} />
          <div className={classes.above}>
            <PlanView
              work={evaluation.drawings.work}
              camera={drawing}
              system={system}
              notes={notes.filter((note) => !['plumb', 'ceiling', 'head'].includes(note.place))}
              lens={{
                onDrag: (place) => drag(withPlace(plan, place)),
                onCommit: (place) => void commit((now) => withPlace(now, place)),
              }}
            />
          </div>
        </div>
      </div>
    </div>
  );
}

function ModeChoice() {
  const { set, camera: inHand } = useSheet();
  const { at: AT, part: camera } = inHand;
  if (!camera?.body) return null;
  const mode = camera.mode ?? camera.body.modes[0]?.name ?? '';
  const now = camera.body.modes.find((one) => one.name === mode);
  return (
    <ChoiceField
      label="Recording mode"
      value={mode}
      choices={camera.body.modes.map((one) => ({ value: one.name, label: one.name }))}
      explain={now ? `${now.width_px} × ${now.height_px} pixels recorded` : undefined}
      onChange={(value) => void set(`${AT}/mode`, value)}
    />
  );
}

/** Where it stands and which way it looks. */
function Placing({ drawing }: { drawing: CameraDrawing }) {
  const { set, camera: inHand } = useSheet();
  const { at: AT, part: camera } = inHand;
  const overhead = camera?.role === 'overhead';
  const tilt = Math.round(drawing.tilt_deg * 10) / 10;
  const words = tilt === 0 ? 'straight down' : `tipped ${tilt}°`;
  return (
    <FieldGroup title="Place, tilt, focus, stand" words={words}>
      <ChoiceField
        label="It films"
        value={camera?.role ?? 'overhead'}
        choices={ROLES.map((value) => ({ value, label: roleWords(value) }))}
        explain="what this camera is for"
        onChange={(value) => void set(`${AT}/role`, value)}
      />
      <PlanField pointer={`${AT}/position/x_mm`} />
      <PlanField pointer={`${AT}/position/y_mm`} />
      <PlanField pointer={`${AT}/aim/tilt_deg`} />
      <ChoiceField
        label="Tipped toward"
        value={String((Math.round(drawing.toward_deg / 30) * 30) % 360)}
        choices={HOURS}
        explain="12 is away from you"
        onChange={(value) => void set(`${AT}/aim/toward_deg`, Number(value))}
      />
      <ChoiceField
        label="Way round"
        value={String(camera?.roll_deg ?? 0)}
        choices={overhead ? WAYS : UPRIGHT_WAYS}
        explain={camera?.roll_deg === null ? 'assumed, edge of the picture' : 'edge of the picture'}
        onChange={(value) => void set(`${AT}/roll_deg`, Number(value))}
      />
      <PlanField pointer={`${AT}/focus_height_mm`} />
      <ChoiceField
        label="Sharp means"
        value={camera?.sharpness ?? 'usual'}
        choices={SENSES}
        explain="circle of confusion"
        onChange={(value) => void set(`${AT}/sharpness`, value)}
      />
      <PlanField pointer={`${AT}/stand_lowest_mm`} />
      <PlanField pointer={`${AT}/stand_highest_mm`} />
    </FieldGroup>
  );
}

/** What is published, and how it is exposed. */
function Publishing({ evaluation }: { evaluation: Evaluation }) {
  const { plan, set, change, camera } = useSheet();
  const assumed = (pointer: string) =>
    evaluation.assumed.find((one) => one.field === pointer)?.quantity?.value;
  const width = plan.delivery.width_px ?? assumed('/delivery/width_px') ?? 1920;
  const height = plan.delivery.height_px ?? assumed('/delivery/height_px') ?? 1080;
  return (
    <FieldGroup title="Publishing and exposure" words={`${width} × ${height} pixels`}>
      <ChoiceField
        label="Published picture"
        value={`${width}x${height}`}
        choices={frameChoices(width, height)}
        explain={plan.delivery.width_px === null ? 'assumed, in pixels' : 'delivery, in pixels'}
        onChange={(value) => {
          const frame = readFrame(value);
          void change([
            { op: 'replace', path: '/delivery/width_px', value: frame.width },
            { op: 'replace', path: '/delivery/height_px', value: frame.height },
          ]);
        }}
      />
      <PlanField pointer="/delivery/crop_wanted" />
      <PlanField pointer="/delivery/frame_rate_hz" />
      <ChoiceField
        label="Mains"
        value={String(plan.room.mains_hz ?? 50)}
        choices={[
          { value: '50', label: '50 Hz' },
          { value: '60', label: '60 Hz' },
        ]}
        explain={plan.room.mains_hz === null ? 'assumed' : 'for steady light'}
        onChange={(value) => void set('/room/mains_hz', Number(value))}
      />
      {camera.part?.body ? <PlanField pointer={`${camera.at}/body/clean_iso`} /> : null}
    </FieldGroup>
  );
}
