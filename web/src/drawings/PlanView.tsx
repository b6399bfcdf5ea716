/** The table from above, the maker below. On the work sheet the zone is moved, on the lens sheet
 * the lens. Solid is there, dashed is seen. */
import { useRef } from 'react';
import type { Box, CameraDrawing, WorkDrawing } from '../api/types';
import { lengthWords, type UnitSystem } from '../domain/units';
import { movedZone, type ZonePart, type ZonePlace } from '../domain/zone';
import classes from './drawings.module.css';
import { NoteNumbers, type NotePlace, type Spot } from './notes';
import { Sized } from './Sized';
import { fitWindow, type Scale, type Size } from './scale';
import { type Place, useHandle } from './useHandle';

interface Props {
  work: WorkDrawing;
  camera: CameraDrawing | null;
  system: UnitSystem;
  notes: readonly NotePlace[];
  zone?: { onDrag: (zone: ZonePlace) => void; onCommit: (zone: ZonePlace) => void };
  lens?: { onDrag: (place: Place) => void; onCommit: (place: Place) => void };
}

const ROOM_FOR_WORDS_PX = 190;

export function PlanView(props: Props) {
  return <Sized label="The table from above">{(size) => <Above {...props} size={size} />}</Sized>;
}

function Above({ work, camera, system, notes, zone, lens, size }: Props & { size: Size }) {
  const { width, height } = size;
  const { table } = work;
  const seen = camera?.seen_table ?? null;
  // Measured from the table's own corner, so that the drawing stays put while the zone moves.
  const ox = table.left;
  const oy = table.near;
  const boxes = seen ? [table, seen] : [table];
  const window = {
    left: Math.min(...boxes.map((box) => box.left)) - ox - 30,
    right: Math.max(...boxes.map((box) => box.right)) - ox + 30,
    low: Math.min(...boxes.map((box) => box.near)) - oy - 30,
    high: Math.max(...boxes.map((box) => box.far)) - oy + 30,
  };
  const kept = useRef({ window, held: false });
  if (!kept.current.held) kept.current.window = window;
  const raw = fitWindow(kept.current.window, {
    left: 10,
    top: 40,
    width: Math.max(10, width - 20),
    height: Math.max(10, height - 80),
  });
  const scale: Scale = { s: raw.s, x: (mm) => raw.x(mm - ox), y: (mm) => raw.y(mm - oy) };
  const hold = (held: boolean) => {
    kept.current.held = held;
  };
  return (
    <>
      <BoxShape box={table} scale={scale} className={classes.there} />
      <text
        x={scale.x((table.left + table.right) / 2)}
        y={tableWordsY(scale, table, seen)}
        textAnchor="middle"
        className={classes.soft}
      >
        table {lengthWords(table.right - table.left, system)} ×{' '}
        {lengthWords(table.far - table.near, system)}
      </text>
      <text
        x={scale.x((table.left + table.right) / 2)}
        y={Math.max(scale.y(table.near), seen ? scale.y(seen.near) : 0) + 34}
        textAnchor="middle"
        className={classes.text}
      >
        you
      </text>
      <BoxShape box={work.zone} scale={scale} className={classes.wood} />
      <ZoneWords work={work} scale={scale} system={system} />
      {camera && seen ? (
        <Frame camera={camera} seen={seen} tableNear={table.near} scale={scale} system={system} />
      ) : null}
      {zone ? (
        <ZoneHandles
          work={work}
          scale={scale}
          system={system}
          onDrag={(next) => {
            hold(true);
            zone.onDrag(next);
          }}
          onCommit={(next) => {
            hold(false);
            zone.onCommit(next);
          }}
        />
      ) : null}
      {lens && camera ? (
        <LensHandle
          camera={camera}
          scale={scale}
          system={system}
          onDrag={(place) => {
            hold(true);
            lens.onDrag(place);
          }}
          onCommit={(place) => {
            hold(false);
            lens.onCommit(place);
          }}
        />
      ) : null}
      <NoteNumbers notes={notes} spots={spotsOf(work, scale)} />
    </>
  );
}

/** Above the table, and above the words at the top of the picture where the two would meet. */
function tableWordsY(scale: Scale, table: Box, seen: Box | null): number {
  const own = scale.y(table.far) - 6;
  if (!seen) return own;
  const picture = scale.y(seen.far) - 14;
  return Math.abs(own - picture) < 16 ? Math.min(own, picture - 16) : own;
}

function BoxShape({
  box,
  scale,
  className,
}: {
  box: Box;
  scale: Scale;
  className: string | undefined;
}) {
  return (
    <rect
      x={scale.x(box.left)}
      y={scale.y(box.far)}
      width={Math.max(0, (box.right - box.left) * scale.s)}
      height={Math.max(0, (box.far - box.near) * scale.s)}
      className={className}
    />
  );
}

function ZoneWords({
  work,
  scale,
  system,
}: {
  work: WorkDrawing;
  scale: Scale;
  system: UnitSystem;
}) {
  const { zone } = work;
  const words = `${lengthWords(zone.right - zone.left, system)} × ${lengthWords(zone.far - zone.near, system)}`;
  if ((zone.right - zone.left) * scale.s < ROOM_FOR_WORDS_PX) return null;
  return (
    <text x={scale.x(zone.left) + 7} y={scale.y(zone.near) - 8} className={classes.text}>
      zone {words}
    </text>
  );
}

/** The picture on the table and at the top of the work, with the spare on each side. */
function Frame({
  camera,
  seen,
  tableNear,
  scale,
  system,
}: {
  camera: CameraDrawing;
  seen: Box;
  tableNear: number;
  scale: Scale;
  system: UnitSystem;
}) {
  const top = camera.seen_top;
  const under = scale.y(seen.near) + 16;
  const edge = scale.y(tableNear);
  const labelY = Math.abs(edge - under + 5) < 14 ? edge + 16 : under;
  return (
    <g>
      <BoxShape box={seen} scale={scale} className={classes.seen} />
      {top ? <BoxShape box={top} scale={scale} className={classes.seenTop} /> : null}
      <TopEdge camera={camera} seen={seen} scale={scale} />
      <text
        x={scale.x((seen.left + seen.right) / 2)}
        y={labelY}
        textAnchor="middle"
        className={`${classes.verd} ${classes.halo}`}
      >
        picture {lengthWords(seen.right - seen.left, system)} ×{' '}
        {lengthWords(seen.far - seen.near, system)}
      </text>
    </g>
  );
}

/** Which edge of the picture is its top, as a small peak on that edge. */
function TopEdge({ camera, seen, scale }: { camera: CameraDrawing; seen: Box; scale: Scale }) {
  const middle = { x: (seen.left + seen.right) / 2, y: (seen.near + seen.far) / 2 };
  const [x, y] =
    camera.roll_deg === 0
      ? [middle.x, seen.far]
      : camera.roll_deg === 180
        ? [middle.x, seen.near]
        : camera.roll_deg === 90
          ? [seen.right, middle.y]
          : [seen.left, middle.y];
  return (
    <g transform={`translate(${scale.x(x)} ${scale.y(y)}) rotate(${camera.roll_deg})`}>
      <path d="M-9 0L0 -9L9 0Z" fill="var(--verd)" />
      <text
        y={camera.roll_deg === 180 ? 24 : -14}
        textAnchor="middle"
        transform={camera.roll_deg === 180 ? 'rotate(180)' : undefined}
        className={`${classes.verd} ${classes.halo}`}
      >
        top of the picture
      </text>
    </g>
  );
}

interface ZoneHandlesProps {
  work: WorkDrawing;
  scale: Scale;
  system: UnitSystem;
  onDrag: (zone: ZonePlace) => void;
  onCommit: (zone: ZonePlace) => void;
}

function ZoneHandles(props: ZoneHandlesProps) {
  return (
    <g>
      {(['move', 'left', 'right', 'near', 'far'] as const).map((part) => (
        <ZoneHandle key={part} part={part} {...props} />
      ))}
    </g>
  );
}

const PART_WORDS: Record<ZonePart, string> = {
  move: 'Move the zone',
  left: 'Left edge of the zone',
  right: 'Right edge of the zone',
  near: 'Near edge of the zone',
  far: 'Far edge of the zone',
};

function ZoneHandle({
  part,
  work,
  scale,
  system,
  onDrag,
  onCommit,
}: ZoneHandlesProps & { part: ZonePart }) {
  const { zone, table } = work;
  const now: ZonePlace = {
    fromLeft: zone.left - table.left,
    fromFront: zone.near - table.near,
    width: zone.right - zone.left,
    depth: zone.far - zone.near,
  };
  const from = useRef<ZonePlace | null>(null);
  const centre = { x: (zone.left + zone.right) / 2, y: (zone.near + zone.far) / 2 };
  const at = {
    move: centre,
    left: { x: zone.left, y: centre.y },
    right: { x: zone.right, y: centre.y },
    near: { x: centre.x, y: zone.near },
    far: { x: centre.x, y: zone.far },
  }[part];
  const handle = useHandle({
    place: { x: 0, y: 0 },
    s: scale.s,
    system,
    moves: part === 'move' ? 'both' : part === 'left' || part === 'right' ? 'x' : 'y',
    onDrag: (by) => {
      from.current ??= now;
      onDrag(movedZone(from.current, part, by));
    },
    onCommit: (by) => {
      onCommit(movedZone(from.current ?? now, part, by));
      from.current = null;
    },
  });
  const size = part === 'left' || part === 'right' ? now.width : now.depth;
  return (
    <g
      transform={`translate(${scale.x(at.x)} ${scale.y(at.y)})`}
      role="slider"
      tabIndex={0}
      data-handle={`zone-${part}`}
      aria-label={PART_WORDS[part]}
      aria-valuenow={Math.round(part === 'move' ? now.fromLeft : size)}
      aria-valuetext={
        part === 'move'
          ? `${lengthWords(now.fromLeft, system)} from the left, ${lengthWords(now.fromFront, system)} from your edge`
          : lengthWords(size, system)
      }
      className={classes.grip}
      {...handle.props}
    >
      <circle r={16} fill="transparent" />
      {part === 'move' ? (
        <path d="M-10 0h20M0 -10v20" stroke="var(--verd)" strokeWidth={2.5} />
      ) : (
        <rect
          x={part === 'left' || part === 'right' ? -4 : -13}
          y={part === 'left' || part === 'right' ? -13 : -4}
          width={part === 'left' || part === 'right' ? 8 : 26}
          height={part === 'left' || part === 'right' ? 26 : 8}
          rx={2}
          className={classes.gripShape}
        />
      )}
      {handle.live ? (
        <text y={-20} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
          {part === 'move'
            ? `${lengthWords(now.fromLeft, system)}, ${lengthWords(now.fromFront, system)}`
            : lengthWords(size, system)}
        </text>
      ) : null}
    </g>
  );
}

function LensHandle({
  camera,
  scale,
  system,
  onDrag,
  onCommit,
}: {
  camera: CameraDrawing;
  scale: Scale;
  system: UnitSystem;
  onDrag: (place: Place) => void;
  onCommit: (place: Place) => void;
}) {
  const handle = useHandle({
    place: { x: camera.lens_x_mm, y: camera.lens_y_mm },
    s: scale.s,
    system,
    moves: 'both',
    onDrag,
    onCommit,
  });
  const place = handle.live ?? { x: camera.lens_x_mm, y: camera.lens_y_mm };
  const words = `${lengthWords(place.x, system)} right, ${lengthWords(place.y, system)} away`;
  return (
    <g
      transform={`translate(${scale.x(place.x)} ${scale.y(place.y)})`}
      role="slider"
      tabIndex={0}
      data-handle="lens-place"
      aria-label="Place of the lens over the zone"
      aria-valuenow={Math.round(place.x)}
      aria-valuetext={words}
      className={classes.grip}
      {...handle.props}
    >
      <circle r={13} fill="var(--sheet)" stroke="var(--verd)" strokeWidth={2} />
      <path d="M-18 0h36M0 -18v36" stroke="var(--verd)" strokeWidth={1.3} />
      {handle.live ? (
        <text y={-24} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
          {words}
        </text>
      ) : null}
    </g>
  );
}

function spotsOf(work: WorkDrawing, scale: Scale): Record<string, Spot> {
  const { zone, table } = work;
  const x = scale.x((zone.left + zone.right) / 2);
  const y = scale.y((zone.near + zone.far) / 2);
  return {
    'zone-left': { x: scale.x(zone.left) - 14, y: y + 5 },
    'zone-right': { x: scale.x(zone.right) + 14, y: y + 5 },
    'zone-near': { x: x + 30, y: scale.y(zone.near) - 6 },
    'zone-far': { x: x + 30, y: scale.y(zone.far) + 17 },
    zone: { x: scale.x(zone.right) - 16, y: scale.y(zone.far) + 20 },
    frame: { x: scale.x(zone.left) + 16, y: scale.y(zone.far) + 20 },
    'table-left': { x: scale.x(table.left) + 12, y: y + 5 },
    'table-right': { x: scale.x(table.right) - 12, y: y + 5 },
    'table-near': { x: x + 56, y: scale.y(table.near) + 16 },
    'table-far': { x: x + 56, y: scale.y(table.far) + 16 },
  };
}
