/** A whole rig, small: table, maker, what holds the camera, what it sees, and where the lamps hang. */
import type {
  CameraDrawing,
  Glance,
  HoldDrawing,
  LightDrawing,
  Point,
  WorkDrawing,
} from '../../api/types';
import classes from '../drawings.module.css';
import { Sized } from '../Sized';
import { fitWindow, type Scale, type Size, type Window } from '../scale';
import { BodyShape } from './BodyShape';
import { CameraShape } from './CameraShape';

export interface RigDrawn {
  work: WorkDrawing;
  camera: CameraDrawing | null;
  hold: HoldDrawing | null;
  light: LightDrawing | null;
}

/** What is drawn of a plan; null where nothing is known of its table. */
export function drawnOf(glance: Glance): RigDrawn | null {
  const work = glance.drawings.work;
  if (!work) return null;
  const drawings = glance.camera?.drawings;
  return {
    work,
    camera: drawings?.lens ?? null,
    hold: drawings?.hold ?? null,
    light: drawings?.light ?? null,
  };
}

interface Props {
  drawn: RigDrawn;
  size: Size;
}

type From = 'seat' | 'side';
/** A lamp farther out than this is drawn at the edge of the picture, not in a picture as wide as the room. */
const FARTHEST_MM = 1500;
const EDGE_PX = 6;

/** The view that shows the arm longest; from the side where there is none. */
export function viewOfRig({ hold }: RigDrawn): From {
  const across = (axis: 'x' | 'y'): number => {
    const values = (hold?.members ?? []).flatMap((one) => [one.a[axis], one.b[axis]]);
    return values.length ? Math.max(...values) - Math.min(...values) : 0;
  };
  return across('x') > across('y') ? 'seat' : 'side';
}

const along = (point: Point, from: From): number => (from === 'seat' ? point.x : point.y);

/** Everything of the rig that is near, with table and floor. */
export function windowOfRig(drawn: RigDrawn, from: From): Window {
  const { work, hold, camera, light } = drawn;
  const edges =
    from === 'seat' ? [work.table.left, work.table.right] : [work.table.near - 330, work.table.far];
  const middle = (Math.min(...edges) + Math.max(...edges)) / 2;
  const points = [
    ...(hold?.members ?? []).flatMap((one) => [one.a, one.b]),
    ...(camera?.back ? [camera.back] : []),
    ...lampsOf(light).map((one) => one.at),
  ];
  const near = points.filter((one) => Math.abs(along(one, from) - middle) <= FARTHEST_MM);
  const across = [...edges, ...near.map((one) => along(one, from))];
  return {
    left: Math.min(...across) - 90,
    right: Math.max(...across) + 90,
    low: -work.table_height_mm - 30,
    high: Math.max(work.maker.head.z + 130, ...near.map((one) => one.z + 90)),
  };
}

const lampsOf = (light: LightDrawing | null) => (light?.lamps ?? []).filter((one) => one.lit);

/** The same as large as the place it stands in; nothing while it is not known yet. */
export function SizedRig({ drawn }: { drawn: RigDrawn | null }) {
  if (!drawn) return null;
  return (
    <Sized label="The rig, from where its arm is seen">
      {(size) => <RigSketch drawn={drawn} size={size} />}
    </Sized>
  );
}

function RigSketch({ drawn, size }: Props) {
  const from = viewOfRig(drawn);
  const scale = fitWindow(windowOfRig(drawn, from), {
    left: EDGE_PX,
    top: EDGE_PX,
    width: Math.max(10, size.width - 2 * EDGE_PX),
    height: Math.max(10, size.height - 2 * EDGE_PX),
  });
  const { work, camera, hold } = drawn;
  const [low, high] =
    from === 'seat' ? [work.table.left, work.table.right] : [work.table.near, work.table.far];
  const floor = scale.y(-work.table_height_mm);
  return (
    <g aria-hidden="true">
      <line x1={0} x2={size.width} y1={floor} y2={floor} className={classes.floor} />
      <Cone work={work} camera={camera} from={from} scale={scale} />
      {work.away ? null : <BodyShape person={work.maker} scale={scale} from={from} />}
      <rect
        x={scale.x(low)}
        width={scale.x(high) - scale.x(low)}
        y={scale.y(0)}
        height={Math.max(3, 30 * scale.s)}
        className={classes.tabletop}
      />
      <path
        d={`M ${scale.x(low) + 6} ${scale.y(0)} V ${floor} M ${scale.x(high) - 6} ${scale.y(0)} V ${floor}`}
        className={classes.dimension}
      />
      {(hold?.members ?? []).map((one) => (
        <path
          key={`${one.part} ${one.a.x} ${one.a.z} ${one.b.x} ${one.b.z}`}
          d={`M ${scale.x(along(one.a, from))} ${scale.y(one.a.z)} L ${scale.x(along(one.b, from))} ${scale.y(one.b.z)}`}
          className={classes.ink}
          strokeWidth={2.2}
          strokeLinecap="round"
        />
      ))}
      {camera ? <CameraShape camera={camera} scale={scale} shift={0} from={from} /> : null}
      <Lamps drawn={drawn} from={from} scale={scale} size={size} />
    </g>
  );
}

/** What the lens takes in, down to the work. */
function Cone({
  work,
  camera,
  from,
  scale,
}: {
  work: WorkDrawing;
  camera: CameraDrawing | null;
  from: From;
  scale: Scale;
}) {
  const seen = camera?.seen_surface;
  if (!camera || !seen) return null;
  const corners = [...seen].sort((a, b) => along(a, from) - along(b, from));
  const first = corners[0];
  const last = corners[corners.length - 1];
  if (!first || !last || work.away === undefined) return null;
  const at = (point: Point): string => `${scale.x(along(point, from))} ${scale.y(point.z)}`;
  const d = `M ${at(camera.lens)} L ${at(first)} L ${at(last)} Z`;
  return (
    <>
      <path d={d} className={classes.cone} />
      <path d={d} className={classes.seen} />
    </>
  );
}

/** Lamps as they hang: a disc with rays toward the work; one far out at the edge of the picture. */
function Lamps({
  drawn,
  from,
  scale,
  size,
}: {
  drawn: RigDrawn;
  from: From;
  scale: Scale;
  size: Size;
}) {
  return (
    <>
      {lampsOf(drawn.light).map((lamp) => {
        const x = Math.min(size.width - 10, Math.max(10, scale.x(along(lamp.at, from))));
        const y = Math.min(size.height - 10, Math.max(10, scale.y(lamp.at.z)));
        const toward = Math.atan2(scale.y(0) - y, scale.x(0) - x);
        const ray = (turn: number): string => {
          const way = toward + turn;
          const out = (r: number) => `${x + r * Math.cos(way)} ${y + r * Math.sin(way)}`;
          return `M ${out(8)} L ${out(15)}`;
        };
        return (
          <g key={lamp.index} data-shape="lamp">
            <circle cx={x} cy={y} r={5.5} className={classes.there} />
            <path
              d={[-0.55, 0, 0.55].map(ray).join(' ')}
              className={classes.ink}
              strokeWidth={1.4}
            />
          </g>
        );
      })}
    </>
  );
}
