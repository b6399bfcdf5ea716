/** The rig from the maker's seat or from the side: what stands where, how high and how far out. */
import type { CameraDrawing, HoldDrawing, Point, WorkDrawing } from '../../../api/types';
import { lengthWords, massWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { CameraShape } from '../../../drawing/shapes/CameraShape';
import { NoteNumbers, type NotePlace, type Spot } from '../../../drawing/words/notes';
import { CounterweightHandle } from './CounterweightHandle';
import { acrossOf, type From, rigWindow, viewOf } from './rig';

interface Props {
  work: WorkDrawing;
  camera: CameraDrawing;
  hold: HoldDrawing;
  system: UnitSystem;
  notes: readonly NotePlace[];
  /** Moves the counterweight along the boom behind the column. */
  onWeight: { onDrag: (mm: number) => void; onCommit: (mm: number) => void };
}

/** For the length of the arm, which is written over it. */
const ROOM_ABOVE_PX = 30;
const TITLES = { seat: 'The rig from your seat', side: 'The rig from the side' };

export function RigView(props: Props) {
  const from = viewOf(props.hold);
  return (
    <Sized label={TITLES[from]}>{(size) => <Elevation {...props} from={from} size={size} />}</Sized>
  );
}

function Elevation({
  work,
  camera,
  hold,
  system,
  notes,
  onWeight,
  from,
  size,
}: Props & { from: From; size: Size }) {
  const scale = fitWindow(rigWindow(work, hold, from), {
    left: 6,
    top: ROOM_ABOVE_PX,
    width: Math.max(10, size.width - 12),
    height: Math.max(10, size.height - ROOM_ABOVE_PX - 6),
  });
  const at = (point: Point): Spot => ({ x: scale.x(acrossOf(point, from)), y: scale.y(point.z) });
  return (
    <>
      <Room work={work} scale={scale} from={from} width={size.width} system={system} />
      <BodyShape person={work.maker} scale={scale} from={from} />
      <TableEdge work={work} scale={scale} from={from} system={system} />
      <Members hold={hold} at={at} />
      <CameraShape camera={camera} scale={scale} shift={0} from={from} />
      <Sacks hold={hold} at={at} system={system} />
      <Things hold={hold} at={at} />
      <Sizes work={work} hold={hold} scale={scale} at={at} system={system} />
      {hold.counterweight ? (
        <CounterweightHandle
          hold={hold}
          scale={scale}
          from={from}
          at={at}
          system={system}
          {...onWeight}
        />
      ) : null}
      <NoteNumbers notes={notes} spots={spotsOf(hold, camera, at)} />
    </>
  );
}

function spotsOf(
  hold: HoldDrawing,
  camera: CameraDrawing,
  at: (point: Point) => Spot,
): Record<string, Spot> {
  const screw = at(hold.screw);
  const lens = at(camera.rim ?? camera.lens);
  const foot = hold.foot ? at(hold.foot) : screw;
  const root = hold.root ? at(hold.root) : screw;
  return {
    screw: { x: lens.x - 8, y: lens.y + 26 },
    feet: { x: foot.x + 24, y: foot.y - 26 },
    rig: { x: root.x + (root.x < screw.x ? 16 : -16), y: (root.y * 2 + foot.y) / 3 },
  };
}

/** Floor, ceiling, and what hangs or stands in the room. */
function Room({
  work,
  scale,
  from,
  width,
  system,
}: {
  work: WorkDrawing;
  scale: Scale;
  from: From;
  width: number;
  system: UnitSystem;
}) {
  const floor = scale.y(-work.table_height_mm);
  const { ceiling_mm: middle, ceiling_near_mm: near, ceiling_far_mm: far, table } = work;
  const slope =
    from === 'side' && near !== null && far !== null ? (far - near) / (table.far - table.near) : 0;
  const ceilingAt = (px: number): number => {
    if (from === 'seat') return scale.y(middle ?? 0);
    const y = table.near + (px - scale.x(table.near)) / scale.s;
    return scale.y((near ?? 0) + slope * (y - table.near));
  };
  const shown = middle !== null && Math.max(ceilingAt(0), ceilingAt(width)) > 2;
  return (
    <g>
      <line x1={0} x2={width} y1={floor} y2={floor} className={classes.floor} />
      {work.boxes.map((box) => {
        const [low, high] = from === 'seat' ? [box.left, box.right] : [box.near, box.far];
        const y = Math.max(0, scale.y(box.high));
        const tall = scale.y(box.low) - y;
        if (tall <= 2) return null;
        return (
          <g key={`${box.name}-${box.left}-${box.low}`}>
            <rect
              x={scale.x(low)}
              width={Math.max(2, (high - low) * scale.s)}
              y={y}
              height={tall}
              className={classes.boxBeside}
            />
            <text
              x={Math.max(4, scale.x(low) + 5)}
              y={y + 14}
              className={`${classes.soft} ${classes.halo}`}
            >
              {box.name}
            </text>
          </g>
        );
      })}
      {shown ? (
        <g>
          <path
            d={`M0 0V${ceilingAt(0)}L${width} ${ceilingAt(width)}V0Z`}
            className={classes.plaster}
          />
          <line
            x1={0}
            y1={ceilingAt(0)}
            x2={width}
            y2={ceilingAt(width)}
            className={classes.axis}
          />
          <text
            x={width - 4}
            y={ceilingAt(width) + 16}
            textAnchor="end"
            className={`${classes.soft} ${classes.halo}`}
          >
            ceiling, {lengthWords((middle ?? 0) + work.table_height_mm, system)} over the zone
          </text>
        </g>
      ) : null}
    </g>
  );
}

function TableEdge({
  work,
  scale,
  from,
  system,
}: {
  work: WorkDrawing;
  scale: Scale;
  from: From;
  system: UnitSystem;
}) {
  const { table, zone } = work;
  const [low, high] = from === 'seat' ? [table.left, table.right] : [table.near, table.far];
  const [zoneLow, zoneHigh] = from === 'seat' ? [zone.left, zone.right] : [zone.near, zone.far];
  const y = scale.y(0);
  return (
    <g>
      <rect
        x={scale.x(low)}
        width={(high - low) * scale.s}
        y={y}
        height={6}
        className={classes.tabletop}
      />
      <path
        d={`M${scale.x(low) + 14} ${y + 6}V${scale.y(-work.table_height_mm)}M${scale.x(high) - 14} ${y + 6}V${scale.y(-work.table_height_mm)}`}
        className={classes.assumed}
      />
      <rect
        x={scale.x(zoneLow)}
        width={(zoneHigh - zoneLow) * scale.s}
        y={scale.y(work.top_mm)}
        height={Math.max(2, work.top_mm * scale.s)}
        className={classes.seenTop}
      />
      <text
        x={scale.x(high) - 4}
        y={y + 22}
        textAnchor="end"
        className={`${classes.soft} ${classes.halo}`}
      >
        table, {lengthWords(work.table_height_mm, system)}
      </text>
    </g>
  );
}

const THIN = ['leg', 'drop'];

/** Tubes and legs, hollow where they are tubes. */
function Members({ hold, at }: { hold: HoldDrawing; at: (point: Point) => Spot }) {
  const line = (key: string, a: Spot, b: Spot, className: string | undefined) => (
    <line key={key} x1={a.x} y1={a.y} x2={b.x + 0.01} y2={b.y} className={className} />
  );
  return (
    <g data-shape="rig">
      {hold.members.map((one, index) =>
        line(
          `${one.part}-${index}`,
          at(one.a),
          at(one.b),
          THIN.includes(one.part) ? classes.rigThin : classes.rig,
        ),
      )}
      {hold.members
        .filter((one) => !THIN.includes(one.part))
        .map((one, index) =>
          line(`core-${one.part}-${index}`, at(one.a), at(one.b), classes.rigCore),
        )}
    </g>
  );
}

interface SacksProps {
  hold: HoldDrawing;
  at: (point: Point) => Spot;
  system: UnitSystem;
}

function Sacks({ hold, at, system }: SacksProps) {
  return (
    <g>
      {hold.sandbag.map((point, index) => {
        const spot = at(point);
        return (
          <g key={`${point.x}-${point.y}`}>
            <path
              d={`M${spot.x - 17} ${spot.y}q-3 -15 9 -17q8 5 16 0q12 2 9 17z`}
              className={classes.sack}
            />
            {index === 0 ? (
              <text x={spot.x + 24} y={spot.y - 5} className={`${classes.text} ${classes.halo}`}>
                {massWords(hold.sandbag_g, system)}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}

/** Other things on the rig; the camera is drawn as a camera. */
function Things({ hold, at }: { hold: HoldDrawing; at: (point: Point) => Spot }) {
  return (
    <g>
      {hold.things
        .filter((thing) => thing.index !== null)
        .map((thing) => {
          const spot = at(thing.at);
          return (
            <g key={thing.index}>
              <path d={`M${spot.x} ${spot.y}v9`} className={classes.rigThin} />
              <rect
                x={spot.x - 8}
                y={spot.y + 8}
                width={16}
                height={12}
                className={classes.there}
              />
              <text
                x={spot.x}
                y={spot.y - 8}
                textAnchor="middle"
                className={`${classes.soft} ${classes.halo}`}
              >
                {thing.name}
              </text>
            </g>
          );
        })}
    </g>
  );
}

/** How far out, and how high: the two figures that are set with a tape. */
function Sizes({
  work,
  hold,
  scale,
  at,
  system,
}: {
  work: WorkDrawing;
  hold: HoldDrawing;
  scale: Scale;
  at: (point: Point) => Spot;
  system: UnitSystem;
}) {
  const { root, tip, foot, reach_mm: reach } = hold;
  if (!root || !tip || !foot) return null;
  const a = at(root);
  const b = at(tip);
  const base = hold.model === 'column' && hold.anchor !== 'floor' ? foot.z : -work.table_height_mm;
  const out = hold.has_boom && reach !== null && Math.abs(b.x - a.x) > 40;
  const away = b.x >= a.x ? -1 : 1;
  const barred = hold.model === 'bar' || hold.model === 'pole';
  const heightX = barred ? at(hold.members[0]?.a ?? root).x + 16 : a.x + away * 18;
  const low = hold.model === 'hung' ? at(hold.screw).y : scale.y(base);
  const high = hold.model === 'hung' ? scale.y(foot.z) : a.y;
  const tall = hold.model === 'hung' ? foot.z - hold.screw.z : root.z - base;
  return (
    <g>
      {out ? (
        <g>
          <path
            d={`M${a.x} ${a.y - 24}H${b.x}M${a.x} ${a.y - 29}v10M${b.x} ${a.y - 29}v10`}
            className={classes.dimension}
          />
          <text
            x={(a.x + b.x) / 2}
            y={a.y - 31}
            textAnchor="middle"
            className={`${classes.text} ${classes.halo}`}
          >
            {lengthWords(reach, system)} out
          </text>
        </g>
      ) : null}
      <path
        d={`M${heightX} ${low}V${high}M${heightX - 5} ${low}h10M${heightX - 5} ${high}h10`}
        className={classes.dimension}
      />
      <text
        transform={`translate(${heightX - 6} ${(low + high) / 2}) rotate(-90)`}
        textAnchor="middle"
        className={`${classes.text} ${classes.halo}`}
      >
        {lengthWords(tall, system)}
      </text>
    </g>
  );
}
