/** What is kept of a reading: the camera as built, and the tap in the place of an estimate. */
import { Button } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import type { AsBuilt, CheckReport } from '../../api/types';
import { exactWords, lengthWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { useUnits } from '../../ui/units';
import classes from './check.module.css';
import { tapOf } from './model';
import { keepInLog } from './requests';

interface Props {
  planId: string;
  report: CheckReport;
  files: readonly File[];
}

export function Keep({ planId, report, files }: Props) {
  const { plan, camera, set } = useSheet();
  const kept = plan.cameras[camera.index]?.as_built ?? null;
  const support = plan.supports.findIndex((one) => one.id === plan.cameras[camera.index]?.support);
  const at = `/cameras/${camera.index}/as_built`;
  const load = camera.result?.figures.find((one) => one.key === 'hold.load');
  const reach = camera.result?.drawings.hold?.reach_mm ?? null;
  return (
    <section className={classes.keep} aria-label="What is kept">
      {report.tap ? (
        <p>
          <Sentence pieces={report.tap.says} />{' '}
          {support >= 0 && (report.tap.frequency_hz || report.tap.rings_s !== null) ? (
            <Button
              size="compact-sm"
              variant="default"
              onClick={() =>
                void set(
                  `/supports/${support}/gear/tap`,
                  tapOf(report.tap, reach, load?.quantity.value ?? null),
                )
              }
            >
              Use it in place of the estimate
            </Button>
          ) : null}
        </p>
      ) : null}
      <div className={classes.ways}>
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => void set(at, report.as_built)}
          disabled={same(kept, report.as_built)}
        >
          Take it as built
        </Button>
        <InLog planId={planId} report={report} files={files} />
        {kept ? <Built built={kept} onForget={() => void set(at, null)} /> : null}
      </div>
    </section>
  );
}

/** The reading beside what was planned, with a small picture: the log learns from it. */
function InLog({ planId, report, files }: Props) {
  const { camera } = useSheet();
  const keep = useMutation({
    mutationFn: () => {
      const picture = files.find((one) => one.type.startsWith('image/')) ?? null;
      return keepInLog(planId, camera.id, report.as_built, picture, `Test frame, ${camera.id}`);
    },
  });
  return (
    <>
      <Button
        size="compact-sm"
        variant="default"
        loading={keep.isPending}
        disabled={keep.isSuccess}
        onClick={() => keep.mutate()}
      >
        {keep.isSuccess ? 'Kept in the log' : 'Keep it in the log'}
      </Button>
      {keep.isError ? <Trouble sentences={sentencesOf(keep.error)} /> : null}
    </>
  );
}

const same = (one: AsBuilt | null, other: AsBuilt): boolean =>
  one !== null && JSON.stringify(one) === JSON.stringify(other);

function Built({ built, onForget }: { built: AsBuilt; onForget: () => void }) {
  const { system } = useUnits();
  return (
    <span className={classes.quiet}>
      As built on {built.on}: lens at {lengthWords(built.z_mm, system)}, tilted{' '}
      {exactWords(built.tilt_deg, 1)}°
      {built.focal_mm === null ? '' : `, zoom ${exactWords(built.focal_mm, 1)} mm`}; what is planned
      stays.{' '}
      <button type="button" className={classes.plain} onClick={onForget}>
        forget it
      </button>
    </span>
  );
}
