/** Rig: all of it at once, worked out of the cupboard; and mends for all that is open. */
import { useSheet } from '../../saving/context';
import answer from '../../sheet/AnswerLine.module.css';
import type { SheetProps } from '../../sheet/step';
import { Sentence } from '../../ui/Sentence';
import { MendAll } from './MendAll';
import { Offers } from './Offers';
import { OneMore } from './OneMore';
import { ToGet } from './ToGet';
import { useRig } from './useRig';
import { WorkOut } from './WorkOut';

export function RigSheet({ planId }: SheetProps) {
  const { plan } = useSheet();
  const rig = useRig(planId);
  const { progress } = rig;
  const outcome = progress ? null : (rig.outcome ?? rig.known);
  const best = progress?.best ?? null;
  const bare = !plan.cameras.some((one) => one.body);
  return (
    <>
      <div className={answer.answer}>
        <h1 className={answer.line} aria-live="polite">
          {outcome ? (
            <Sentence pieces={outcome.says} />
          ) : best ? (
            <>
              So far: <Sentence pieces={best.line} />
            </>
          ) : progress ? (
            'Looking through the cupboard'
          ) : bare ? (
            'Nothing is chosen yet: let the whole rig be worked out from what you own.'
          ) : (
            'The whole rig can be worked out anew, beside what you have.'
          )}
        </h1>
        {outcome?.missing.length ? (
          <p className={answer.under}>No place for: {outcome.missing.join('; ')}.</p>
        ) : null}
      </div>
      <WorkOut rig={rig} />
      {outcome ? <Offers offers={outcome.offers} onTake={rig.forget} /> : null}
      {outcome ? <ToGet outcome={outcome} /> : null}
      {bare ? null : <MendAll />}
      {bare ? null : <OneMore />}
    </>
  );
}
