/** The rig from the side, maker at the left, with the plumb at the right. True to scale. */
import type { CameraDrawing, Point, WorkDrawing } from '../../../api/types';
import { lengthWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { HeadHandle } from '../../../drawing/handles/HeadHandle';
import { useHeight } from '../../../drawing/handles/useHeight';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { BoxShape } from '../../../drawing/shapes/BoxShape';
import { CameraShape } from '../../../drawing/shapes/CameraShape';
import { NoteNumbers, type NotePlace, type Spot } from '../../../drawing/words/notes';
import { Plumb } from './Plumb';

interface Props {
  work: WorkDrawing;
  camera: CameraDrawing;
  system: UnitSystem;
  notes: readonly NotePlace[];
  onDrag: (valueMm: number) => void;
  onCommit: (valueMm: number) => void;
  lean: { onDrag: (deg: number) => void; onCommit: (deg: number) => void };
}

const PLUMB_SPACE = 296;
/** Beside a plumb whose bounds are figures alone. */
const NARROW_SPACE = 186;
const SEAT_MM = 430;
/** Narrower than this (a phone) there is no room for words beside the rig. */
const NARROW_PX = 460;
const TAG_SPACE = 112;

/** How high the drawing reaches: camera, the least height that works, and a ceiling not far off. */
function highestOf(work: WorkDrawing, camera: CameraDrawing): number {
  const back = camera.back?.z ?? camera.lens.z;
  const floors = camera.bands.filter((band) => band.to_mm !== null && !band.good);
  const needed = Math.max(0, ...floors.map((band) => band.to_mm ?? 0));
  const wanted = Math.max(
    back + 160,
    camera.value_mm + 160,
    work.maker.head.z + 150,
    Math.min(needed * 1.12, Math.max(back, camera.value_mm) * 2.2),
  );
  const ceiling = work.ceiling_mm;
  return ceiling !== null && ceiling < wanted * 1.6 ? Math.max(wanted, ceiling + 70) : wanted;
}

export function SideView(props: Props) {
  return (
    <Sized label="The rig from the side, with the plumb">
      {(size) => <Rig {...props} size={size} />}
    </Sized>
  );
}

function Rig({
  work,
  camera,
  system,
  notes,
  onDrag,
  onCommit,
  lean,
  size,
}: Props & { size: Size }) {
  const { width, height } = size;
  const narrow = width < NARROW_PX;
  const seat = narrow ? 260 : SEAT_MM;
  const near = Math.min(work.table.near - seat, camera.lens.y - 160);
  const {
    handle,
    scale,
    highest,
    live: value,
  } = useHeight({
    height: camera.value_mm,
    least: 5,
    most: 10_000,
    highest: highestOf(work, camera),
    scaleFor: (reach) =>
      fitWindow(
        { left: near, right: work.table.far + 40, low: -120, high: reach },
        {
          left: 0,
          top: 6,
          width: Math.max(10, width - (narrow ? NARROW_SPACE : PLUMB_SPACE)),
          height: Math.max(10, height - 12),
        },
        'left',
      ),
    system,
    onDrag,
    onCommit,
  });
  const plumbX = width - TAG_SPACE;
  const upright = camera.measure === 'height';
  const shift = upright ? value - camera.value_mm : 0;
  return (
    <>
      <Surroundings
        work={work}
        scale={scale}
        right={plumbX - (narrow ? 60 : 170)}
        system={system}
      />
      {work.company.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
        <BodyShape key={index} person={one} scale={scale} from="side" />
      ))}
      <BodyShape person={work.maker} scale={scale} from="side" />
      <Table work={work} scale={scale} system={system} wordless={narrow} />
      <Sight work={work} camera={camera} scale={scale} shift={shift} wordless={narrow} />
      {camera.target ? (
        <BoxShape
          box={{
            left: camera.target.low.y,
            right: camera.target.high.y,
            near: camera.target.low.z,
            far: camera.target.high.z,
          }}
          scale={scale}
          className={classes.seenTop}
        />
      ) : null}
      <CameraShape camera={camera} scale={scale} shift={shift} />
      {narrow || !upright ? null : (
        <HandRoom work={work} camera={camera} scale={scale} shift={shift} system={system} />
      )}
      <HeadHandle work={work} scale={scale} system={system} {...lean} wordless={narrow} />
      {upright ? (
        <line
          x1={scale.x(camera.lens.y)}
          x2={plumbX}
          y1={scale.y(value)}
          y2={scale.y(value)}
          className={classes.assumed}
        />
      ) : (
        <text x={plumbX} y={scale.y(highest - 8) - 10} textAnchor="end" className={classes.soft}>
          lens to the work
        </text>
      )}
      <Plumb
        x={plumbX}
        scale={scale}
        highest={highest - 8}
        bands={camera.bands}
        height={value}
        system={system}
        handle={handle}
        wordless={narrow}
        label={upright ? 'Lens height' : 'Distance from the lens to the work'}
      />
      <NoteNumbers notes={notes} spots={spotsOf(work, camera, scale, plumbX)} />
    </>
  );
}

function spotsOf(
  work: WorkDrawing,
  camera: CameraDrawing,
  scale: Scale,
  plumbX: number,
): Record<string, Spot> {
  const under = scale.y(0) + 24;
  const back = camera.back ?? camera.lens;
  const head = work.maker.head;
  return {
    plumb: { x: plumbX + 4, y: scale.y(camera.value_mm) - 20 },
    ceiling: { x: scale.x(camera.lens.y) + 46, y: scale.y(back.z) - 4 },
    head: { x: scale.x(head.y), y: scale.y(head.z) + 5 },
    table: { x: scale.x(work.table.near) + 14, y: under },
    'zone-near': { x: scale.x(work.zone.near) - 14, y: scale.y(work.top_mm / 2) + 5 },
    'zone-far': { x: scale.x(work.zone.far) + 14, y: scale.y(work.top_mm / 2) + 5 },
    'table-near': { x: scale.x(work.table.near) - 16, y: under - 38 },
    'table-far': { x: scale.x(work.table.far) + 16, y: under - 38 },
  };
}

/** The ceiling, level or sloping, and what hangs or stands in the room. */
function Surroundings({
  work,
  scale,
  right,
  system,
}: {
  work: WorkDrawing;
  scale: Scale;
  right: number;
  system: UnitSystem;
}) {
  const { table, ceiling_near_mm: near, ceiling_far_mm: far, ceiling_mm: middle } = work;
  const slope = near !== null && far !== null ? (far - near) / (table.far - table.near) : 0;
  const at = (px: number): number => {
    const y = table.near + (px - scale.x(table.near)) / scale.s;
    return scale.y((near ?? 0) + slope * (y - table.near));
  };
  const visible = middle !== null && (at(0) > -4 || at(right) > -4);
  return (
    <g>
      {work.boxes.map((box) => {
        const over = box.left < work.zone.right && box.right > work.zone.left;
        const y = Math.max(scale.y(box.high), 0);
        const tall = scale.y(box.low) - y;
        if (tall <= 2) return null;
        return (
          <g key={`${box.name}-${box.left}-${box.low}`}>
            <rect
              x={scale.x(box.near)}
              width={Math.max(
                2,
                Math.min((box.far - box.near) * scale.s, right - scale.x(box.near)),
              )}
              y={y}
              height={tall}
              className={over ? classes.box : classes.boxBeside}
            />
            <text
              x={scale.x(box.near) + 5}
              y={scale.y(box.low) - 6}
              className={`${classes.soft} ${classes.halo}`}
            >
              {box.name}
            </text>
          </g>
        );
      })}
      {visible ? (
        <g>
          <path d={`M0 0V${at(0)}L${right} ${at(right)}V0Z`} className={classes.plaster} />
          <line x1={0} y1={at(0)} x2={right} y2={at(right)} className={classes.axis} />
          <text x={4} y={at(4) + 17} className={`${classes.soft} ${classes.halo}`}>
            ceiling, {lengthWords(middle ?? 0, system)} over the zone
          </text>
        </g>
      ) : null}
    </g>
  );
}

const side = (points: readonly Point[], scale: Scale): string =>
  `M${points.map((point) => `${scale.x(point.y)} ${scale.y(point.z)}`).join('L')}Z`;

/** The table with the work on it: from its surface to its top, and the things that stand there. */
function Table({
  work,
  scale,
  system,
  wordless,
}: {
  work: WorkDrawing;
  scale: Scale;
  system: UnitSystem;
  wordless: boolean;
}) {
  const { table } = work;
  const tableY = scale.y(0);
  const [nearLeft, , farRight] = work.surface;
  const [topNear, , topFar] = work.top;
  const outline =
    nearLeft && farRight && topFar && topNear ? [nearLeft, farRight, topFar, topNear] : [];
  return (
    <g>
      <rect
        x={scale.x(table.near)}
        y={tableY}
        width={(table.far - table.near) * scale.s}
        height={8}
        className={classes.tabletop}
      />
      <text
        x={scale.x(table.far)}
        y={tableY + 26}
        textAnchor="end"
        className={`${classes.soft} ${classes.halo}`}
      >
        table, {lengthWords(work.table_height_mm, system)}
        {wordless ? '' : ' from the floor'}
      </text>
      {outline.length ? (
        <path
          d={side(outline, scale)}
          className={work.items.length ? classes.seenTop : classes.wood}
        />
      ) : null}
      {work.items.map((item) => (
        <rect
          key={`${item.name}-${item.x}-${item.y}`}
          x={scale.x(item.y - item.depth_mm / 2)}
          y={scale.y(item.height_mm)}
          width={item.depth_mm * scale.s}
          height={item.height_mm * scale.s}
          rx={item.kind === 'sphere' ? (item.width_mm / 2) * scale.s : 0}
          className={classes.wood}
        />
      ))}
    </g>
  );
}

/** What is seen, and what of it is sharp. */
function Sight({
  work,
  camera,
  scale,
  shift,
  wordless,
}: {
  work: WorkDrawing;
  camera: CameraDrawing;
  scale: Scale;
  shift: number;
  wordless: boolean;
}) {
  const seen = camera.seen_surface;
  const x = scale.x(camera.lens.y);
  const y = scale.y(camera.lens.z + shift);
  const plain = camera.tilt_deg === 0 && work.tilt_deg === 0;
  if (!seen) return null;
  const nearest = seen.reduce((a, b) => (b.y < a.y || (b.y === a.y && b.z < a.z) ? b : a));
  const farthest = seen.reduce((a, b) => (b.y > a.y || (b.y === a.y && b.z > a.z) ? b : a));
  const from = `${scale.x(nearest.y)} ${scale.y(nearest.z)}`;
  const to = `${scale.x(farthest.y)} ${scale.y(farthest.z)}`;
  const up = camera.sharp_up_to_mm;
  const down = Math.max(camera.sharp_down_to_mm ?? -70, -70);
  const sharpTop = up === null ? 0 : scale.y(Math.min(up, camera.lens.z));
  return (
    <g>
      <path d={`M${x} ${y}L${from}L${to}Z`} className={classes.cone} />
      <path d={`M${from}L${x} ${y}L${to}`} className={classes.seen} />
      {up !== null && plain ? (
        <g>
          <rect
            x={scale.x(work.zone.near) - 26}
            width={(work.zone.far - work.zone.near) * scale.s + 52}
            y={sharpTop}
            height={Math.max(0, scale.y(down) - sharpTop)}
            className={classes.sharp}
          />
          {wordless ? null : (
            <text
              x={scale.x(work.zone.far) + 24}
              y={sharpTop - 4}
              textAnchor="end"
              className={`${classes.verd} ${classes.halo}`}
            >
              sharp
            </text>
          )}
        </g>
      ) : null}
    </g>
  );
}

/** The room between the work and the rim, as a dimension line. */
function HandRoom({
  work,
  camera,
  scale,
  shift,
  system,
}: {
  work: WorkDrawing;
  camera: CameraDrawing;
  scale: Scale;
  shift: number;
  system: UnitSystem;
}) {
  const rim = camera.rim ? camera.rim.z + shift : null;
  if (rim === null || rim <= work.top_mm || work.tilt_deg > 0) return null;
  const x = scale.x(work.table.far) + 6;
  const top = scale.y(rim);
  const low = scale.y(work.top_mm);
  return (
    <g>
      <path
        d={`M${x} ${top}V${low}M${x - 4} ${top}h8M${x - 4} ${low}h8`}
        className={classes.dimension}
      />
      <text
        transform={`translate(${x - 5} ${(top + low) / 2}) rotate(-90)`}
        textAnchor="middle"
        className={`${classes.text} ${classes.halo}`}
      >
        {lengthWords(rim - work.top_mm, system)}
        {low - top > 110 ? <tspan className={classes.soft}> for hands</tspan> : null}
      </text>
    </g>
  );
}
