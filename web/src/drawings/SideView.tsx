/** The rig from the side, maker at the left, with the plumb at the right. True to scale. */
import type { CameraDrawing, WorkDrawing } from '../api/types';
import { lengthWords, type UnitSystem } from '../domain/units';
import classes from './drawings.module.css';
import { NoteNumbers, type NotePlace, type Spot } from './notes';
import { Plumb } from './Plumb';
import { Sized } from './Sized';
import { fitWindow, type Scale, type Size } from './scale';
import { useHeight } from './useHeight';

interface Props {
  work: WorkDrawing;
  camera: CameraDrawing;
  system: UnitSystem;
  notes: readonly NotePlace[];
  onDrag: (heightMm: number) => void;
  onCommit: (heightMm: number) => void;
}

const PLUMB_SPACE = 240;
const SEAT_MM = 230;
/** Narrower than this (a phone) there is no room for words beside the rig. */
const NARROW_PX = 460;
const TAG_SPACE = 112;
const BODY_MM = 62;
const BARREL_MM = 34;

/** How high the drawing reaches: camera, the least height that works, and a ceiling not far off. */
function highestOf(work: WorkDrawing, camera: CameraDrawing): number {
  const back = camera.back_height_mm ?? camera.height_mm;
  const floors = camera.bands.filter((band) => band.to_mm !== null && !band.good);
  const needed = Math.max(0, ...floors.map((band) => band.to_mm ?? 0));
  const wanted = Math.max(back + 160, camera.height_mm + 160, Math.min(needed * 1.12, back * 2.2));
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

function Rig({ work, camera, system, notes, onDrag, onCommit, size }: Props & { size: Size }) {
  const { width, height } = size;
  const narrow = width < NARROW_PX;
  const seat = narrow ? 60 : SEAT_MM;
  const {
    handle,
    scale,
    highest,
    live: lensHeight,
  } = useHeight({
    height: camera.height_mm,
    least: 5,
    most: 10_000,
    highest: highestOf(work, camera),
    scaleFor: (reach) =>
      fitWindow(
        { left: work.table.near - seat, right: work.table.far + 40, low: -75, high: reach },
        {
          left: 0,
          top: 6,
          width: Math.max(10, width - PLUMB_SPACE),
          height: Math.max(10, height - 22),
        },
        'left',
      ),
    system,
    onDrag,
    onCommit,
  });
  const plumbX = width - TAG_SPACE;
  const shift = lensHeight - camera.height_mm;
  return (
    <>
      <Surroundings work={work} scale={scale} right={width - TAG_SPACE - 190} system={system} />
      <Sight work={work} camera={camera} scale={scale} lensHeight={lensHeight} wordless={narrow} />
      <CameraShape camera={camera} scale={scale} shift={shift} />
      {narrow ? null : (
        <HandRoom work={work} camera={camera} scale={scale} shift={shift} system={system} />
      )}
      <line
        x1={scale.x(camera.lens_y_mm)}
        x2={plumbX}
        y1={scale.y(lensHeight)}
        y2={scale.y(lensHeight)}
        className={classes.assumed}
      />
      <Plumb
        x={plumbX}
        scale={scale}
        highest={highest - 8}
        bands={camera.bands}
        height={lensHeight}
        system={system}
        handle={handle}
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
  const back = camera.back_height_mm ?? camera.height_mm;
  return {
    plumb: { x: plumbX + 4, y: scale.y(camera.height_mm) - 20 },
    ceiling: { x: scale.x(camera.lens_y_mm) + 46, y: scale.y(back) - 4 },
    'zone-near': { x: scale.x(work.zone.near) - 14, y: scale.y(work.top_mm / 2) + 5 },
    'zone-far': { x: scale.x(work.zone.far) + 14, y: scale.y(work.top_mm / 2) + 5 },
    'table-near': { x: scale.x(work.table.near) - 16, y: under - 38 },
    'table-far': { x: scale.x(work.table.far) + 16, y: under - 38 },
  };
}

/** Table, work and ceiling: what is there. */
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
  const { table, zone, ceiling_mm: ceiling } = work;
  const tableY = scale.y(0);
  const ceilingY = ceiling === null ? -100 : scale.y(ceiling);
  return (
    <g>
      {ceilingY > -1 ? (
        <g>
          <rect
            x={0}
            y={Math.max(0, ceilingY - 12)}
            width={right}
            height={Math.min(12, ceilingY)}
            className={classes.plaster}
          />
          <line
            x1={0}
            x2={right}
            y1={ceilingY}
            y2={ceilingY}
            className={classes.ink}
            strokeWidth={1.6}
          />
          <text x={2} y={ceilingY + 16} className={classes.soft}>
            ceiling, {lengthWords(ceiling ?? 0, system)}
          </text>
        </g>
      ) : null}
      <rect
        x={scale.x(table.near)}
        y={tableY}
        width={(table.far - table.near) * scale.s}
        height={8}
        className={classes.tabletop}
      />
      <text x={scale.x(table.near) - 10} y={tableY + 6} textAnchor="end" className={classes.text}>
        you
      </text>
      <text
        x={scale.x(table.far)}
        y={tableY + 26}
        textAnchor="end"
        className={`${classes.soft} ${classes.halo}`}
      >
        table, {lengthWords(work.table_height_mm, system)} from the floor
      </text>
      <rect
        x={scale.x(zone.near)}
        y={scale.y(work.top_mm)}
        width={(zone.far - zone.near) * scale.s}
        height={Math.max(1.5, work.top_mm * scale.s)}
        className={classes.wood}
      />
    </g>
  );
}

/** What is seen, and what of it is sharp. */
function Sight({
  work,
  camera,
  scale,
  lensHeight,
  wordless,
}: {
  work: WorkDrawing;
  camera: CameraDrawing;
  scale: Scale;
  lensHeight: number;
  wordless: boolean;
}) {
  const seen = camera.seen_table;
  if (!seen) return null;
  const x = scale.x(camera.lens_y_mm);
  const y = scale.y(lensHeight);
  const near = scale.x(seen.near);
  const far = scale.x(seen.far);
  const floor = scale.y(0);
  const up = camera.sharp_up_to_mm;
  const down = Math.max(camera.sharp_down_to_mm ?? -70, -70);
  const sharpTop = up === null ? 0 : scale.y(Math.min(up, lensHeight));
  return (
    <g>
      <path d={`M${x} ${y}L${near} ${floor}H${far}Z`} className={classes.cone} />
      <path d={`M${near} ${floor}L${x} ${y}L${far} ${floor}`} className={classes.seen} />
      <line x1={x} x2={x} y1={y} y2={floor} className={classes.assumed} />
      {up !== null ? (
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
              x={scale.x(work.zone.near) - 31}
              y={sharpTop + 12}
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

/** Lens barrel and body, as high as they are; their width is drawn, not known. */
function CameraShape({
  camera,
  scale,
  shift,
}: {
  camera: CameraDrawing;
  scale: Scale;
  shift: number;
}) {
  const { rim_height_mm: rim, mark_height_mm: mark, back_height_mm: back } = camera;
  if (rim === null || mark === null || back === null) return null;
  const x = scale.x(camera.lens_y_mm);
  const mount = Math.max(rim, Math.min(mark - 18, back - 20));
  const barrel = Math.max(8, BARREL_MM * scale.s);
  const body = Math.max(16, BODY_MM * scale.s);
  const y = (mm: number) => scale.y(mm + shift);
  return (
    <g data-shape="camera">
      <rect
        x={x - barrel}
        width={2 * barrel}
        y={y(mount)}
        height={Math.max(2, (mount - rim) * scale.s)}
        className={classes.there}
      />
      <rect
        x={x - body}
        width={2 * body}
        y={y(back)}
        height={Math.max(4, (back - mount) * scale.s)}
        className={classes.there}
      />
      <path d={`M${x - body + 4} ${y(mark)}h8`} className={classes.ink} strokeWidth={1.2} />
      <circle cx={x - body + 8} cy={y(mark)} r={3} className={classes.ink} strokeWidth={1.1} />
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
  const rim = camera.rim_height_mm;
  if (rim === null || rim + shift <= work.top_mm) return null;
  const x = scale.x(Math.max(work.zone.near, work.table.near)) + 12;
  const top = scale.y(rim + shift);
  const low = scale.y(work.top_mm);
  const words = lengthWords(rim + shift - work.top_mm, system);
  return (
    <g>
      <path
        d={`M${x} ${top}V${low}M${x - 4} ${top}h8M${x - 4} ${low}h8`}
        className={classes.dimension}
      />
      <text
        x={x - 7}
        y={(top + low) / 2}
        textAnchor="end"
        className={`${classes.text} ${classes.halo}`}
      >
        {words}
      </text>
      <text
        x={x - 7}
        y={(top + low) / 2 + 15}
        textAnchor="end"
        className={`${classes.soft} ${classes.halo}`}
      >
        for hands
      </text>
    </g>
  );
}
