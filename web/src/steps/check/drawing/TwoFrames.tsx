/** The test frame, with the frame as planned dashed over it and the way from one to the other. */

import type { CheckReport } from '../../../api/types';
import drawings from '../../../drawing/drawings.module.css';
import { Sized } from '../../../drawing/Sized';
import { edgesOff, type Place, pathOf, placesOf } from '../model';
import classes from './frames.module.css';

interface Props {
  report: CheckReport;
  picture: string | null;
}

/** Beyond the picture so much paper is shown, so that a planned frame that reaches past it is seen. */
const MARGIN = 0.09;
const LEAST_ARROW_PX = 7;

export function TwoFrames({ report, picture }: Props) {
  const [wide, high] = report.size_px as [number, number];
  return (
    <Sized label="The test frame with the planned frame over it">
      {({ width, height }) => {
        const scale = Math.min(
          width / (wide * (1 + 2 * MARGIN)),
          height / (high * (1 + 2 * MARGIN)),
        );
        const w = wide * scale;
        const h = high * scale;
        return (
          <g transform={`translate(${(width - w) / 2} ${(height - h) / 2})`}>
            {picture ? (
              <image href={picture} width={w} height={h} preserveAspectRatio="none" />
            ) : (
              <rect width={w} height={h} className={classes.paper} />
            )}
            <Over report={report} w={w} h={h} />
          </g>
        );
      }}
    </Sized>
  );
}

function Over({ report, w, h }: { report: CheckReport; w: number; h: number }) {
  const { overlay } = report;
  const zone = placesOf(overlay.zone);
  const planned = placesOf(overlay.planned_frame);
  const at = ([x, y]: Place): Place => [x * w, y * h];
  const [cx, cy] = at(overlay.cross as unknown as Place);
  const centre = overlay.planned_centre ? at(overlay.planned_centre as unknown as Place) : null;
  return (
    <>
      <path d={pathOf(placesOf(overlay.delivered), w, h)} className={classes.frame} />
      <path d={pathOf(zone, w, h)} className={classes.under} />
      <path d={pathOf(zone, w, h)} className={classes.zone} />
      <path d={pathOf(placesOf(overlay.zone_top), w, h)} className={classes.zoneTop} />
      <path d={pathOf(planned, w, h)} className={classes.under} />
      <path d={pathOf(planned, w, h)} className={classes.planned} />
      {placesOf(overlay.marks).map((one) => (
        <circle
          key={`${one[0]} ${one[1]}`}
          cx={one[0] * w}
          cy={one[1] * h}
          r={1.6}
          className={classes.mark}
        />
      ))}
      {edgesOff(report).map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: the edges of a frame stand in one order
        <Arrow key={index} from={at(one.to)} to={at(one.from)} />
      ))}
      {centre ? <Arrow from={[w / 2, h / 2]} to={centre} /> : null}
      <path d={`M${cx - 9} ${cy}h18M${cx} ${cy - 9}v18`} className={classes.cross} />
      {zone[0] ? (
        <Words at={[(zone[0][0] ?? 0) * w + 6, (zone[0][1] ?? 0) * h + 16]}>zone</Words>
      ) : null}
      {planned[3] ? (
        <Words at={[(planned[3][0] ?? 0) * w + 6, (planned[3][1] ?? 0) * h - 6]}>
          frame as planned
        </Words>
      ) : null}
      {report.sharpness.map((one) => (
        <Words
          key={one.name}
          at={[(one.at[0] ?? 0) * w, (one.at[1] ?? 0) * h + 30]}
          middle
        >{`${one.mtf50_cy_px.toFixed(2)} c/px`}</Words>
      ))}
    </>
  );
}

function Words({
  at,
  middle = false,
  children,
}: {
  at: Place;
  middle?: boolean;
  children: React.ReactNode;
}) {
  return (
    <text
      x={at[0]}
      y={at[1]}
      textAnchor={middle ? 'middle' : undefined}
      className={`${drawings.text} ${drawings.halo}`}
    >
      {children}
    </text>
  );
}

/** From where it is to where it was planned. */
function Arrow({ from, to }: { from: Place; to: Place }) {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const length = Math.hypot(dx, dy);
  if (length < LEAST_ARROW_PX) return null;
  const [ux, uy] = [dx / length, dy / length];
  const head = Math.min(9, length * 0.6);
  const barb = (side: number): string =>
    `${to[0] - head * (ux + side * 0.5 * uy)} ${to[1] - head * (uy - side * 0.5 * ux)}`;
  const d = `M${from[0]} ${from[1]}L${to[0]} ${to[1]}M${barb(1)}L${to[0]} ${to[1]}L${barb(-1)}`;
  return (
    <>
      <path d={d} className={classes.under} />
      <path d={d} className={classes.arrow} />
    </>
  );
}
