/** The ring of views: every direction from which the camera in hand could look at the work. A control:
 * the camera lies on it and is moved on it. Wash: action behind hands, head and things. Hatched: a lamp
 * mirrored into the lens. Crossed: nothing can stand there. Dashed: nearer than 30° to another camera. */
import { useMemo } from 'react';
import type { RingCamera, RingReply, RingView } from '../../../api/types';
import { clockWords } from '../../../domain/clock';
import { DomeFrame, DomePlace, EDGE } from '../../../drawing/dome/DomeFrame';
import { onDome, reader, type Way, washOf } from '../../../drawing/dome/dome';
import dome from '../../../drawing/dome/dome.module.css';
import { useDomeHandle } from '../../../drawing/dome/useDomeHandle';
import { crossed, hatched, type Shade } from '../../../drawing/dome/Wash';
import classes from '../../../drawing/drawings.module.css';
import { around, placeLabels } from '../../../drawing/words/placing';
import { cone, onRing } from '../model';

interface Props {
  reply: RingReply | null;
  own: Way;
  name: string;
  onDrag: (way: Way) => void;
  onCommit: (way: Way) => void;
}

const APART_DEG = 30;
const MIRRORS = 0.02;
/** What shows all of the action past the hands is rare: the wash begins where nine tenths are seen. */
const RANGE = 1.08;

export function Ring(props: Props) {
  return <DomePlace>{(size) => <Plan {...props} size={size} />}</DomePlace>;
}

/** The ring without its zenith, which stands for every azimuth. */
function shadeOf(reply: RingReply | null): Shade | null {
  const zenith = reply?.views.find((one) => one.elevation_deg >= 90);
  const views = reply?.views.filter((one) => one.elevation_deg < 90) ?? [];
  if (!views.length) return null;
  const azimuths = [...new Set(views.map((one) => one.azimuth_deg))];
  const whole = zenith
    ? [...views, ...azimuths.map((azimuth_deg) => ({ ...zenith, azimuth_deg }))]
    : views;
  const seen = reader(whole, (one: RingView) => 0.5 * (one.seen + one.worst));
  const mirrors = reader(whole, (one: RingView) => (one.mirrors > MIRRORS ? 1 : 0));
  const barred = reader(whole, (one: RingView) => (one.blocked ? 1 : 0));
  return (way, column, row) => {
    if (barred(way) > 0.5) return crossed(column, row);
    const shade = washOf(RANGE * seen(way));
    return mirrors(way) > 0.5 ? hatched(column, row, shade) : shade;
  };
}

const wayOf = (one: { azimuth_deg: number; elevation_deg: number }): Way =>
  onRing({ azimuth: one.azimuth_deg, elevation: one.elevation_deg });

function Plan({ reply, own, name, onDrag, onCommit, size }: Props & { size: number }) {
  const radius = size / 2 - EDGE;
  const middle = size / 2;
  const shade = useMemo(() => shadeOf(reply), [reply]);
  const others = reply?.cameras ?? [];
  const best = reply?.changes.length ? reply.best : null;
  const { way, props } = useDomeHandle({ own: onRing(own), radius, onDrag, onCommit });
  const at = onDome(way, radius);
  const onPlan = (one: Way) => {
    const place = onDome(one, radius);
    return { x: place.x + middle, y: place.y + middle };
  };
  const named = [
    { lines: [name], ...onPlan(way), off: 18 },
    ...others.map((one) => ({ lines: [one.name], ...onPlan(wayOf(one)), off: 18 })),
    ...(best ? [{ lines: ['best'], ...onPlan(wayOf(best)), off: 20 }] : []),
  ];
  const places = placeLabels(
    named,
    [],
    { width: size, height: size },
    named.map((one) => around(one, 15)),
  );
  return (
    <DomeFrame
      size={size}
      shade={shade}
      label="The ring of views: every direction the camera could look from"
      words={named.map((one, index) => (
        <text
          key={one.lines[0]}
          x={places[index]?.x}
          y={places[index]?.y}
          textAnchor={places[index]?.anchor}
          className={`${index ? classes.text : classes.verd} ${classes.halo}`}
        >
          {one.lines[0]}
        </text>
      ))}
    >
      <defs>
        <clipPath id="ring-rim">
          <circle r={radius} />
        </clipPath>
      </defs>
      {best ? (
        <circle
          cx={onDome(wayOf(best), radius).x}
          cy={onDome(wayOf(best), radius).y}
          r={16}
          className={dome.best}
        />
      ) : null}
      {others.map((one) => (
        <Other key={one.id} camera={one} radius={radius} />
      ))}
      <g
        role="slider"
        tabIndex={0}
        data-handle="view"
        aria-label={`Direction of the ${name} camera`}
        aria-valuemin={0}
        aria-valuemax={360}
        aria-valuenow={Math.round(way.azimuth)}
        aria-valuetext={`${clockWords(way.azimuth)}, ${Math.round(way.elevation)}° up`}
        className={classes.grip}
        transform={`translate(${at.x} ${at.y})`}
        {...props}
      >
        <circle r={20} fill="transparent" />
        <CameraSign azimuth={way.azimuth} chosen />
      </g>
    </DomeFrame>
  );
}

/** A camera from above, its lens toward the middle. */
function CameraSign({ azimuth, chosen = false }: { azimuth: number; chosen?: boolean }) {
  return (
    <g transform={`rotate(${azimuth})`}>
      <rect x={-11} y={-9} width={22} height={11} className={dome.lamp} data-chosen={chosen} />
      <rect x={-5} y={2} width={10} height={9} className={dome.lamp} data-chosen={chosen} />
    </g>
  );
}

function Other({ camera, radius }: { camera: RingCamera; radius: number }) {
  const way = wayOf(camera);
  const at = onDome(way, radius);
  const edge = cone({ azimuth: camera.azimuth_deg, elevation: camera.elevation_deg }, APART_DEG)
    .map((one) => onDome(one, radius))
    .map((one) => `${one.x.toFixed(1)} ${one.y.toFixed(1)}`);
  return (
    <g aria-hidden="true">
      <path d={`M${edge.join('L')}Z`} className={classes.seen} clipPath="url(#ring-rim)" />
      <g transform={`translate(${at.x} ${at.y})`}>
        <CameraSign azimuth={way.azimuth} />
      </g>
    </g>
  );
}
