/** What one step says of one camera, put into the answer that is on the sheet. */
import type { CameraResult, Evaluation, Glance } from '../api/types';

const ofStep = (step: string) => (one: { key: string }) => one.key.startsWith(`${step}.`);

/** Those of some drawings that were made anew. */
const drawnIn = (drawings: object, glance: Glance): object =>
  Object.fromEntries(
    Object.entries(drawings).filter(([step]) => glance.drawn.some((one) => one === step)),
  );

/** The camera with the figures of the step, and with every drawing that was made anew. */
function withGlance(camera: CameraResult, glance: Glance): CameraResult {
  const fresh = glance.camera;
  if (!fresh || fresh.id !== camera.id) return camera;
  const own = ofStep(glance.step);
  const drawn = drawnIn(fresh.drawings, glance);
  return {
    ...camera,
    figures: [...camera.figures.filter((one) => !own(one)), ...fresh.figures],
    working: [...camera.working.filter((one) => !own({ key: one.figure })), ...fresh.working],
    drawings: { ...camera.drawings, ...drawn },
  };
}

/** The evaluation with what was glanced at; everything else as it was before. */
export function mergedGlance(before: Evaluation, glance: Glance): Evaluation {
  const { step, about } = glance;
  const looked = (one: { key: string }): boolean =>
    glance.drawn.some((each) => one.key.startsWith(`${each}.`));
  return {
    ...before,
    answers: before.answers.map((one) =>
      one.step === step && one.about === glance.answer.about ? glance.answer : one,
    ),
    drawings: { ...before.drawings, ...drawnIn(glance.drawings, glance) },
    figures: [...before.figures.filter((one) => !looked(one)), ...glance.figures],
    working: [...before.working.filter((one) => !looked({ key: one.figure })), ...glance.working],
    cameras: before.cameras.map((one) => withGlance(one, glance)),
    findings: [
      ...before.findings.filter(
        (one) => one.step !== step || (one.about !== '' && one.about !== about),
      ),
      ...glance.findings,
    ],
    mends_tried: false,
    mends_left: [],
  };
}
