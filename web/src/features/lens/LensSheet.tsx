/** Lens: how high, how wide, how sharp. */
import { useMemo, useState } from 'react';
import type { CameraDrawing, Evaluation, Finding, Plan } from '../../api/types';
import { frameChoices, readFrame } from '../../domain/frames';
import { withValue } from '../../domain/plan';
import { type NotePlace, numbered } from '../../drawings/notes';
import { PlanView } from '../../drawings/PlanView';
import { SideView } from '../../drawings/SideView';
import type { Place } from '../../drawings/useHandle';
import { AnswerLine } from '../../ui/AnswerLine';
import { ChoiceField } from '../../ui/ChoiceField';
import { PlanField } from '../../ui/PlanField';
import sheet from '../../ui/SheetLayout.module.css';
import { useSheet } from '../../ui/sheet';
import { useUnits } from '../../ui/units';
import { BodyChoice, LensChoice } from './GearChoice';
import { OwnBody } from './OwnBody';
import { OwnLens } from './OwnLens';

const AT = '/cameras/0';
const WAYS = [
  { value: '0', label: 'bottom toward you' },
  { value: '180', label: 'top toward you' },
  { value: '90', label: 'top to your right' },
  { value: '270', label: 'top to your left' },
];

export function LensSheet({ findings }: { findings: readonly Finding[] }) {
  const { plan, evaluation } = useSheet();
  const [typing, setTyping] = useState<'body' | 'lens' | null>(null);
  const notes = useMemo(() => numbered(findings), [findings]);
  const drawing = evaluation.cameras[0]?.drawing ?? null;
  const camera = plan.cameras[0];
  const interchangeable = camera?.body?.kind === 'camera';
  return (
    <>
      <AnswerLine step="lens" />
      {drawing ? (
        <Drawings drawing={drawing} notes={notes} />
      ) : (
        <p className={sheet.empty}>
          The drawing begins when camera and lens are known. Take them from the cupboard below, or
          type in the figures from their data sheets.
        </p>
      )}
      <div className={sheet.inputs}>
        <BodyChoice onOwn={() => setTyping('body')} />
        {interchangeable || !camera?.body ? <LensChoice onOwn={() => setTyping('lens')} /> : null}
        {camera?.body ? <ModeChoice /> : null}
        {interchangeable && camera?.lens ? (
          <>
            {camera.lens.focal_min_mm < camera.lens.focal_max_mm ? (
              <PlanField pointer={`${AT}/focal_mm`} />
            ) : null}
            <PlanField pointer={`${AT}/f_number`} />
          </>
        ) : null}
        {drawing ? <Placing evaluation={evaluation} /> : null}
      </div>
      {typing === 'body' ? <OwnBody onClose={() => setTyping(null)} /> : null}
      {typing === 'lens' ? <OwnLens onClose={() => setTyping(null)} /> : null}
    </>
  );
}

function Drawings({ drawing, notes }: { drawing: CameraDrawing; notes: NotePlace[] }) {
  const { plan, evaluation, drag, commit } = useSheet();
  const { system } = useUnits();
  const withPlace = (now: Plan, place: Place) =>
    withValue(withValue(now, `${AT}/position/x_mm`, place.x), `${AT}/position/y_mm`, place.y);
  const withHeight = (now: Plan, mm: number) => withValue(now, `${AT}/position/z_mm`, mm);
  return (
    <div className={sheet.drawings}>
      <div className={sheet.wide}>
        <SideView
          work={evaluation.work}
          camera={drawing}
          system={system}
          notes={notes}
          onDrag={(mm) => drag(withHeight(plan, mm))}
          onCommit={(mm) => void commit((now) => withHeight(now, mm))}
        />
      </div>
      <div className={sheet.narrow}>
        <PlanView
          work={evaluation.work}
          camera={drawing}
          system={system}
          notes={notes.filter((note) => !['plumb', 'ceiling'].includes(note.place))}
          lens={{
            onDrag: (place) => drag(withPlace(plan, place)),
            onCommit: (place) => void commit((now) => withPlace(now, place)),
          }}
        />
      </div>
    </div>
  );
}

function ModeChoice() {
  const { plan, set } = useSheet();
  const camera = plan.cameras[0];
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

/** Height, focus, way round, and what is published. */
function Placing({ evaluation }: { evaluation: Evaluation }) {
  const { plan, set, change } = useSheet();
  const camera = plan.cameras[0];
  const assumed = (pointer: string) =>
    evaluation.assumed.find((one) => one.field === pointer)?.quantity?.value;
  const width = plan.delivery.width_px ?? assumed('/delivery/width_px') ?? 1920;
  const height = plan.delivery.height_px ?? assumed('/delivery/height_px') ?? 1080;
  return (
    <>
      <PlanField pointer={`${AT}/position/z_mm`} />
      <ChoiceField
        label="Way round"
        value={String(camera?.roll_deg ?? 0)}
        choices={WAYS}
        explain={camera?.roll_deg === null ? 'assumed, edge of the picture' : 'edge of the picture'}
        onChange={(value) => void set(`${AT}/roll_deg`, Number(value))}
      />
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
      <PlanField pointer="/room/ceiling_mm" />
      <PlanField pointer={`${AT}/focus_height_mm`} />
    </>
  );
}
