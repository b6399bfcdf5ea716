/** The table from above, the maker below. On the work sheet the zone is moved, on the lens sheet
 * the lens. Solid is there, dashed is seen. */
import { useRef } from 'react';
import type { Box, CameraDrawing, Item, ItemShape, Point, WorkDrawing } from '../../api/types';
import { lengthWords, type UnitSystem } from '../../domain/units';
import classes from '../drawings.module.css';
import { type Place, useHandle } from '../handles/useHandle';
import { Sized } from '../Sized';
import { fitWindow, type Scale, type Size } from '../scale';
import { BodyShape } from '../shapes/BodyShape';
import { BoxShape, levelBox } from '../shapes/BoxShape';
import { NoteNumbers, type NotePlace, type Spot } from '../words/notes';
import { around, placeLabels } from '../words/placing';
import { ItemHandles } from './ItemHandles';
import { edgesOf, labelsOf } from './labels';
import { ZoneHandles } from './ZoneHandles';
import type { ZonePlace } from './zone';

interface Props {
  work: WorkDrawing;
  camera: CameraDrawing | null;
  system: UnitSystem;
  notes: readonly NotePlace[];
  zone?: { onDrag: (zone: ZonePlace) => void; onCommit: (zone: ZonePlace) => void };
  lens?: { onDrag: (place: Place) => void; onCommit: (place: Place) => void };
  items?: {
    now: Item[];
    onDrag: (index: number, place: Place) => void;
    onCommit: (index: number, place: Place) => void;
  };
}

/** How much of the maker is drawn before the table. */
const MAKER_MM = 330;

export function PlanView(props: Props) {
  return <Sized label="The table from above">{(size) => <Above {...props} size={size} />}</Sized>;
}

function Above({ work, camera, system, notes, zone, lens, items, size }: Props & { size: Size }) {
  const { width, height } = size;
  const { table } = work;
  const seen = boundsOf(camera?.seen_surface ?? null);
  // Measured from the table's own corner, so that the drawing stays put while the zone moves.
  const ox = table.left;
  const oy = table.near;
  const boxes = seen && camera?.measure === 'height' ? [table, seen] : [table];
  const lensY = camera ? [camera.lens.y] : [];
  const window = {
    left: Math.min(...boxes.map((box) => box.left)) - ox - 30,
    right: Math.max(...boxes.map((box) => box.right)) - ox + 30,
    low: Math.min(table.near - MAKER_MM, ...boxes.map((box) => box.near), ...lensY) - oy - 30,
    high:
      Math.max(
        ...boxes.map((box) => box.far),
        ...work.company.map((one) => one.head.y + 160),
        ...lensY,
      ) -
      oy +
      30,
  };
  const kept = useRef({ window, held: false });
  if (!kept.current.held) kept.current.window = window;
  const raw = fitWindow(kept.current.window, {
    left: 10,
    top: 36,
    width: Math.max(10, width - 20),
    height: Math.max(10, height - 46),
  });
  const scale: Scale = { s: raw.s, x: (mm) => raw.x(mm - ox), y: (mm) => raw.y(mm - oy) };
  const hold = (held: boolean) => {
    kept.current.held = held;
  };
  const spots = spotsOf(work, scale);
  const labels = labelsOf(work, camera, seen, scale, system);
  const lensAt = camera ? { x: scale.x(camera.lens.x), y: scale.y(camera.lens.y) } : null;
  const places = placeLabels(
    labels.map(({ words, ...at }) => ({ lines: [words], ...at })),
    [
      ...edgesOf(table, scale),
      ...edgesOf(work.zone, scale),
      ...(seen && camera?.measure === 'height' ? edgesOf(seen, scale) : []),
    ],
    { width, height },
    [
      ...notes.flatMap((note) => {
        const spot = spots[note.place];
        return spot ? [around(spot, 10)] : [];
      }),
      ...(lens && lensAt ? [around(lensAt, 20)] : []),
      around({ x: scale.x(work.maker.head.x), y: scale.y(work.maker.head.y) }, 14),
    ],
  );
  return (
    <>
      <BoxShape box={table} scale={scale} className={classes.there} />
      <BoxShape box={work.zone} scale={scale} className={classes.wood} />
      {work.items.map((item) => (
        <ItemOutline key={`${item.name}-${item.x}-${item.y}`} item={item} scale={scale} />
      ))}
      <g opacity={zone ? 0.6 : 1}>
        <BodyShape person={work.maker} scale={scale} from="above" />
        {work.company.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
          <BodyShape key={index} person={one} scale={scale} from="above" />
        ))}
      </g>
      {work.boxes.map((box) => (
        <g key={`${box.name}-${box.left}`}>
          <BoxShape box={box} scale={scale} className={classes.boxBeside} />
        </g>
      ))}
      {camera?.target ? (
        <BoxShape box={levelBox(camera.target)} scale={scale} className={classes.seenTop} />
      ) : null}
      {camera && seen && camera.measure === 'height' ? (
        <Frame camera={camera} scale={scale} />
      ) : null}
      {camera && camera.measure === 'distance' ? (
        <Wedge
          camera={camera}
          zone={camera.target ? levelBox(camera.target) : work.zone}
          scale={scale}
        />
      ) : null}
      {items ? <ItemHandles {...items} scale={scale} system={system} /> : null}
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
      <NoteNumbers notes={notes} spots={spots} />
      {labels.map((label, index) => (
        <text
          key={`${label.words} ${label.x}`}
          x={places[index]?.x}
          y={places[index]?.y}
          textAnchor={places[index]?.anchor}
          className={`${label.className} ${classes.halo}`}
        >
          {label.words}
        </text>
      ))}
    </>
  );
}

/** The rectangle about some points, seen from above; null for none. */
function boundsOf(points: readonly Point[] | null): Box | null {
  if (!points) return null;
  const xs = points.map((point) => point.x);
  const ys = points.map((point) => point.y);
  return {
    left: Math.min(...xs),
    right: Math.max(...xs),
    near: Math.min(...ys),
    far: Math.max(...ys),
  };
}

function ItemOutline({ item, scale }: { item: ItemShape; scale: Scale }) {
  const x = scale.x(item.x);
  const y = scale.y(item.y);
  if (item.kind === 'box') {
    return (
      <rect
        x={x - (item.width_mm / 2) * scale.s}
        y={y - (item.depth_mm / 2) * scale.s}
        width={item.width_mm * scale.s}
        height={item.depth_mm * scale.s}
        className={classes.there}
      />
    );
  }
  return <circle cx={x} cy={y} r={(item.width_mm / 2) * scale.s} className={classes.there} />;
}

/** A camera that looks level: where it stands, and the edges of what it sees. */
function Wedge({ camera, zone, scale }: { camera: CameraDrawing; zone: Box; scale: Scale }) {
  const x = scale.x(camera.lens.x);
  const y = scale.y(camera.lens.y);
  const middle = scale.y((zone.near + zone.far) / 2);
  return (
    <path
      d={`M${scale.x(zone.left)} ${middle}L${x} ${y}L${scale.x(zone.right)} ${middle}`}
      className={classes.seen}
    />
  );
}

const polygon = (points: readonly Point[], scale: Scale): string =>
  `M${points.map((point) => `${scale.x(point.x)} ${scale.y(point.y)}`).join('L')}Z`;

/** The picture on the table and at the top of the work. */
function Frame({ camera, scale }: { camera: CameraDrawing; scale: Scale }) {
  const top = camera.seen_top;
  return (
    <g>
      {camera.seen_surface ? (
        <path d={polygon(camera.seen_surface, scale)} className={classes.seen} />
      ) : null}
      {top ? <path d={polygon(top, scale)} className={classes.seenTop} /> : null}
      <TopEdge camera={camera} scale={scale} />
    </g>
  );
}

/** Which edge of the picture is its top, as a small peak on that edge. */
function TopEdge({ camera, scale }: { camera: CameraDrawing; scale: Scale }) {
  const corners = camera.seen_surface;
  const [bottomLeft, bottomRight, right, left] = corners ?? [];
  if (!bottomLeft || !bottomRight || !right || !left) return null;
  const x = scale.x((left.x + right.x) / 2);
  const y = scale.y((left.y + right.y) / 2);
  const fromX = scale.x((bottomLeft.x + bottomRight.x) / 2);
  const fromY = scale.y((bottomLeft.y + bottomRight.y) / 2);
  const turn = (Math.atan2(x - fromX, fromY - y) * 180) / Math.PI;
  return (
    <g transform={`translate(${x} ${y}) rotate(${turn})`}>
      <path d="M-9 0L0 -9L9 0Z" fill="var(--verd)" />
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
    place: { x: camera.lens.x, y: camera.lens.y },
    s: scale.s,
    system,
    moves: 'both',
    onDrag,
    onCommit,
  });
  const place = handle.live ?? { x: camera.lens.x, y: camera.lens.y };
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
    head: { x: scale.x(work.maker.head.x), y: scale.y(work.maker.head.y) + 5 },
    table: { x: scale.x(table.left) + 14, y: scale.y(table.near) - 8 },
    frame: { x: scale.x(zone.left) + 16, y: scale.y(zone.far) + 20 },
    'table-left': { x: scale.x(table.left) + 12, y: y + 5 },
    'table-right': { x: scale.x(table.right) - 12, y: y + 5 },
    'table-near': { x: x + 56, y: scale.y(table.near) + 16 },
    'table-far': { x: x + 56, y: scale.y(table.far) + 16 },
  };
}
