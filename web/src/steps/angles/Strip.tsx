/** The strip: what every camera sees, side by side in the order of the plan, with a stitch between two
 * that says whether they cut. */
import { UnstyledButton } from '@mantine/core';
import { Fragment, useState } from 'react';
import type { CameraResult, CutDrawing, IntrusionDrawing, Verdict } from '../../api/types';
import { lengthWords } from '../../domain/units';
import { usePicture } from '../../picture/usePicture';
import { useSheet } from '../../saving/context';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './angles.module.css';

const SMALL_PX = 320;
const LARGE_PX = 1280;
const MIDDLE_POSE = 4;
const GRAVITY: Verdict[] = ['holds', 'watch', 'unknown', 'fails'];

export function Strip() {
  const { evaluation, camera: inHand } = useSheet();
  const { cameras } = evaluation;
  const [large, setLarge] = useState(false);
  return (
    <>
      <section className={classes.strip} aria-label="What every camera sees">
        {cameras.map((camera, index) => (
          <Fragment key={camera.id}>
            {index ? <Stitch before={cameras[index - 1]} after={camera} /> : null}
            <View camera={camera} index={index} />
          </Fragment>
        ))}
      </section>
      {inHand.result?.drawings.angles ? (
        <>
          <UnstyledButton
            className={classes.larger}
            aria-expanded={large}
            onClick={() => setLarge((now) => !now)}
          >
            {large ? 'show it small again' : `show the ${inHand.result.name} picture large`}
          </UnstyledButton>
          {large ? <Large index={inHand.index} name={inHand.result.name} /> : null}
        </>
      ) : null}
    </>
  );
}

/** The picture of the camera in hand as large as the sheet. */
function Large({ index, name }: { index: number; name: string }) {
  const { answered, dragging, plan } = useSheet();
  const { now } = usePicture(dragging ? null : answered, {
    camera: index,
    widthPx: LARGE_PX,
    quality: 'fine',
    pose: MIDDLE_POSE,
  });
  const { width_px: width, height_px: height } = plan.delivery;
  return (
    <span
      className={classes.picture}
      style={{ aspectRatio: `${width ?? 1920} / ${height ?? 1080}` }}
    >
      {now ? (
        <img src={now} alt={`What the ${name} camera sees, large`} />
      ) : (
        <span className={classes.none}>Drawing</span>
      )}
    </span>
  );
}

function View({ camera, index }: { camera: CameraResult; index: number }) {
  const { answered, camera: inHand, chooseCamera, evaluation, dragging, plan } = useSheet();
  const { system } = useUnits();
  const angles = camera.drawings.angles;
  const own = inHand.id === camera.id;
  const { now } = usePicture(angles && (own || !dragging) ? answered : null, {
    camera: index,
    widthPx: SMALL_PX,
    quality: dragging ? 'draft' : 'fine',
    pose: MIDDLE_POSE,
  });
  const verdict = evaluation.findings
    .filter((one) => one.step === 'angles' && one.about === camera.id && !one.accepted)
    .reduce<Verdict>(
      (worst, one) => (GRAVITY.indexOf(one.verdict) > GRAVITY.indexOf(worst) ? one.verdict : worst),
      'holds',
    );
  const { width_px: width, height_px: height } = plan.delivery;
  return (
    <UnstyledButton
      className={classes.view}
      aria-pressed={own}
      aria-label={`Take the ${camera.name} camera in hand`}
      onClick={() => chooseCamera(camera.id)}
    >
      <span
        className={classes.picture}
        style={{ aspectRatio: `${width ?? 1920} / ${height ?? 1080}` }}
      >
        {now ? (
          <img src={now} alt={`What the ${camera.name} camera sees`} />
        ) : (
          <span className={classes.none}>{angles ? 'Drawing' : 'No picture yet'}</span>
        )}
        {angles ? <Outlines things={angles.intrusions} /> : null}
      </span>
      <span className={classes.caption}>
        {angles ? <VerdictMark verdict={verdict} /> : null}
        <b>{camera.name}</b>
        {angles ? (
          <span>
            {Math.round(angles.action_seen * 100)} % of {angles.films}
          </span>
        ) : null}
      </span>
      {angles?.intrusions.map((one) => (
        <small key={one.name}>
          {one.name}: {lengthWords(one.depth_mm, system)} in from the {one.edge}
        </small>
      ))}
    </UnstyledButton>
  );
}

/** Gear in a picture, as far as it reaches in. */
function Outlines({ things }: { things: readonly IntrusionDrawing[] }) {
  return (
    <svg
      className={classes.outlines}
      viewBox="-1 -1 2 2"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      {things.map((one) => (
        <rect
          key={one.name}
          x={one.left}
          y={-one.top}
          width={one.right - one.left}
          height={one.top - one.bottom}
        />
      ))}
    </svg>
  );
}

const STITCHES: Record<string, string> = {
  whole: 'M4 0v10M4 16v10M4 32v10',
  swaying: 'M1 0l6 9M7 16l-6 9M1 32l6 9',
  torn: 'M4 0v7M1 13l6 -3M1 33l6 -3M4 36v7',
};

/** Whether two pictures that stand side by side cut. */
function Stitch({ before, after }: { before: CameraResult | undefined; after: CameraResult }) {
  const cut = after.drawings.angles?.cuts.find((one) => one.other === before?.id);
  if (!cut) return <span className={classes.stitch} />;
  return (
    <span className={classes.stitch} data-join={cut.join} title={wordsOf(cut)}>
      <svg width="8" height="43" role="img" aria-label={wordsOf(cut)}>
        <path d={STITCHES[cut.join]} />
      </svg>
      {cut.same ? (
        <>
          <span>{Math.round(cut.angle_deg)}°</span>
          <span>{cut.size_ratio.toFixed(1)} ×</span>
        </>
      ) : null}
    </span>
  );
}

const JOINS: Record<string, string> = {
  whole: 'they cut',
  swaying: 'they cut uneasily',
  torn: 'the cut jumps',
};

const wordsOf = (cut: CutDrawing): string =>
  !cut.same
    ? 'they show different things'
    : `${JOINS[cut.join]}: ${Math.round(cut.angle_deg)}° apart, ${cut.size_ratio.toFixed(1)} times in size`;

/** What is to be known of a pair beyond whether it cuts: sides of the line, left and right. */
function remarks(cut: CutDrawing): string[] {
  const crosses = [cut.side, cut.other_side].sort().join() === 'left,right';
  return [
    cut.swapped ? 'left and right change places' : '',
    crosses ? `one stands ${cut.side} of the line, the other ${cut.other_side} of it` : '',
  ].filter(Boolean);
}

/** Every pair with the camera in hand of which there is more to say. */
export function Cuts({ cuts }: { cuts: readonly CutDrawing[] }) {
  const { evaluation } = useSheet();
  const told = cuts.filter((one) => remarks(one).length);
  if (!told.length) return null;
  const nameOf = (id: string) => evaluation.cameras.find((one) => one.id === id)?.name ?? id;
  return (
    <ul className={classes.cuts}>
      {told.map((one) => (
        <li key={one.other}>
          With <b>{nameOf(one.other)}</b>: {remarks(one).join('; ')}.
        </li>
      ))}
    </ul>
  );
}
