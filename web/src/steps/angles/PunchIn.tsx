/** Cut closer in the edit instead of one more camera: the crop beside the picture that it would replace. */
import type { CutDrawing } from '../../api/types';
import { usePicture } from '../../picture/usePicture';
import { useSheet } from '../../saving/context';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import classes from './angles.module.css';

const WIDE_PX = 960;
const CLOSE_PX = 320;
const MIDDLE_POSE = 4;

export function PunchIn({ cuts }: { cuts: readonly CutDrawing[] }) {
  const made = cuts.filter((one) => one.punch_in.length);
  if (!made.length) return null;
  return (
    <Section title="Cut closer in the edit instead">
      {made.map((one) => (
        <Crop key={one.other} cut={one} />
      ))}
    </Section>
  );
}

function Crop({ cut }: { cut: CutDrawing }) {
  const { evaluation, camera } = useSheet();
  const { cameras } = evaluation;
  const other = cameras.findIndex((one) => one.id === cut.other);
  const [wide, close] = cut.closer ? [other, camera.index] : [camera.index, other];
  return (
    <article>
      <div className={classes.offers}>
        <Framed index={wide} cut={cut} name={`${cameras[wide]?.name}, cropped`} />
        <Framed index={close} cut={null} name={cameras[close]?.name ?? ''} />
      </div>
      <p className={classes.said}>
        <Sentence pieces={cut.punch_in} />
      </p>
    </article>
  );
}

/** A picture as it is, or the part of it that a crop keeps, as large. */
function Framed({ index, cut, name }: { index: number; cut: CutDrawing | null; name: string }) {
  const { answered, plan, dragging } = useSheet();
  const { now } = usePicture(dragging ? null : answered, {
    camera: index,
    widthPx: cut ? WIDE_PX : CLOSE_PX,
    quality: 'fine',
    pose: MIDDLE_POSE,
  });
  const { width_px: width, height_px: height } = plan.delivery;
  const times = cut?.size_ratio ?? 1;
  return (
    <figure className={classes.place}>
      <span
        className={classes.picture}
        style={{ aspectRatio: `${width ?? 1920} / ${height ?? 1080}` }}
      >
        {now ? (
          <img
            src={now}
            alt={`What ${name} shows`}
            style={{
              width: `${100 * times}%`,
              height: `${100 * times}%`,
              maxWidth: 'none',
              position: 'absolute',
              left: `${-(cut?.crop_left_percent ?? 0) * times}%`,
              top: `${-(cut?.crop_top_percent ?? 0) * times}%`,
            }}
          />
        ) : (
          <span className={classes.none}>Drawing</span>
        )}
      </span>
      <figcaption>{name}</figcaption>
    </figure>
  );
}
