/** Where the lamps stand: from above, from the maker's seat, or from the side; each can be moved. */
import { useRef } from 'react';
import type {
  CameraDrawing,
  HoldDrawing,
  LampDrawing,
  LightDrawing,
  Point,
  WorkDrawing,
} from '../../../api/types';
import { lengthWords, type UnitSystem } from '../../../domain/units';
import { middleOf } from '../../../drawing/dome/dome';
import classes from '../../../drawing/drawings.module.css';
import { useHandle } from '../../../drawing/handles/useHandle';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { BoxShape } from '../../../drawing/shapes/BoxShape';
import { CameraShape } from '../../../drawing/shapes/CameraShape';
import { around, LINE, type Placed, placeLabels, strokesOf } from '../../../drawing/words/placing';
import { acrossIn, lampsWindow, type Moved, movedIn, type Seen, upIn } from './lamps';

interface Props {
  from: Seen;
  work: WorkDrawing;
  camera: CameraDrawing | null;
  hold: HoldDrawing | null;
  light: LightDrawing;
  chosen: number;
  system: UnitSystem;
  onChoose: (index: number) => void;
  onDrag: (index: number, moved: Moved) => void;
  onCommit: (index: number, moved: Moved) => void;
}

const TITLES: Record<Seen, string> = {
  above: 'The lamps from above',
  seat: 'The lamps from your seat',
  side: 'The lamps from the side',
};

export function LampView(props: Props) {
  return <Sized label={TITLES[props.from]}>{(size) => <View {...props} size={size} />}</Sized>;
}

function View({ from, work, camera, hold, light, size, ...rest }: Props & { size: Size }) {
  // While a lamp is dragged the window keeps still under the pointer.
  const kept = useRef({ window: lampsWindow(work, light, from), held: false });
  if (!kept.current.held) kept.current.window = lampsWindow(work, light, from);
  const scale = fitWindow(kept.current.window, {
    left: 6,
    top: 16,
    width: Math.max(10, size.width - 12),
    height: Math.max(10, size.height - 22),
  });
  const at = (point: Point) => ({
    x: scale.x(acrossIn(from, point)),
    y: scale.y(upIn(from, point)),
  });
  const path = (points: readonly Point[]) =>
    `M${points.map((point) => `${at(point).x} ${at(point).y}`).join('L')}`;
  const middle = at(middleOf(work.surface));
  const upward = [...light.lamps].sort((a, b) => a.at.z - b.at.z);
  const outlines = light.lamps.map((lamp) => lamp.corners.map(at));
  const named = [
    ...upward.map((lamp) => ({
      lines: lampLines(lamp, from, rest.chosen, rest.system),
      ...at(lamp.at),
    })),
    ...light.cards.map((card) => ({ lines: [card.name], ...at(middleOf(card.corners)), off: 8 })),
  ];
  const tableLine = [
    { x: work.table.left, y: from === 'above' ? work.table.near : 0, z: 0 },
    { x: work.table.right, y: from === 'above' ? work.table.near : 0, z: 0 },
  ].map(at);
  const places = placeLabels(
    named,
    [
      ...outlines.flatMap(strokesOf),
      ...strokesOf(tableLine).slice(0, 1),
      ...(hold?.members.flatMap((one) => strokesOf([one.a, one.b].map(at)).slice(0, 1)) ?? []),
    ],
    size,
    [...(camera ? [camera.lens] : []), work.maker.head, ...work.company.map((one) => one.head)].map(
      (one) => around(at(one), 18),
    ),
  );
  return (
    <>
      {from === 'above' ? (
        <FromAbove work={work} scale={scale} />
      ) : (
        <Upright work={work} scale={scale} from={from} width={size.width} />
      )}
      <g opacity={0.8}>
        <BodyShape person={work.maker} scale={scale} from={from} />
        {work.company.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
          <BodyShape key={index} person={one} scale={scale} from={from} />
        ))}
      </g>
      {hold?.members.map((one, index) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: parts keep their order
          key={index}
          d={path([one.a, one.b])}
          className={classes.rigThin}
        />
      ))}
      {camera && from !== 'above' ? (
        <CameraShape camera={camera} scale={scale} shift={0} from={from} />
      ) : camera ? (
        <circle cx={at(camera.lens).x} cy={at(camera.lens).y} r={8} className={classes.there} />
      ) : null}
      {light.cards.map((card, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two cards may have one name
        <g key={index}>
          <path d={`${path(card.corners)}Z`} className={classes.there} data-shape="card" />
          <Label
            lines={[card.name]}
            place={places[upward.length + index]}
            className={classes.soft ?? ''}
          />
        </g>
      ))}
      {upward.map((lamp, index) => (
        <LampAt
          key={lamp.index}
          from={from}
          lamp={lamp}
          outline={`${path(lamp.corners)}Z`}
          middle={middle}
          at={at(lamp.at)}
          scale={scale}
          lowest={from === 'above' ? undefined : -work.table_height_mm + 100}
          lines={named[index]?.lines ?? [lamp.name]}
          label={places[index]}
          holdStill={(held) => {
            kept.current.held = held;
          }}
          {...rest}
        />
      ))}
    </>
  );
}

/** Its name; of the one in hand also how far from the work, or how high it hangs. */
function lampLines(
  lamp: LampDrawing,
  from: Props['from'],
  chosen: number,
  system: Props['system'],
): string[] {
  if (lamp.index !== chosen) return [lamp.name];
  return [
    lamp.name,
    from === 'above'
      ? `${lengthWords(lamp.distance_mm, system)} from the work`
      : `${lengthWords(lamp.at.z, system)} over the table`,
  ];
}

/** A name in its place, line under line. */
function Label(props: { lines: readonly string[]; place: Placed | undefined; className: string }) {
  const { lines, place, className } = props;
  if (!place) return null;
  return (
    <text
      x={place.x}
      y={place.y}
      textAnchor={place.anchor}
      className={`${className} ${classes.halo}`}
    >
      {lines.map((line, index) => (
        <tspan key={line} x={place.x} dy={index ? LINE : 0}>
          {line}
        </tspan>
      ))}
    </text>
  );
}

function FromAbove({ work, scale }: { work: WorkDrawing; scale: Scale }) {
  return (
    <g>
      {work.walls ? <BoxShape box={work.walls} scale={scale} className={classes.walls} /> : null}
      <BoxShape box={work.table} scale={scale} className={classes.there} />
      <BoxShape box={work.zone} scale={scale} className={classes.wood} />
    </g>
  );
}

function Upright({
  work,
  scale,
  from,
  width,
}: {
  work: WorkDrawing;
  scale: Scale;
  from: 'seat' | 'side';
  width: number;
}) {
  const ends = (box: { left: number; right: number; near: number; far: number }) =>
    from === 'seat' ? [box.left, box.right] : [box.near, box.far];
  const [low = 0, high = 0] = ends(work.table);
  const [zoneLow = 0, zoneHigh = 0] = ends(work.zone);
  const ceiling = work.ceiling_mm === null ? -1 : scale.y(work.ceiling_mm);
  return (
    <g>
      {ceiling > 0 ? (
        <g>
          <line x1={0} x2={width} y1={ceiling} y2={ceiling} className={classes.axis} />
          <text
            x={width - 4}
            y={ceiling + 16}
            textAnchor="end"
            className={`${classes.soft} ${classes.halo}`}
          >
            ceiling
          </text>
        </g>
      ) : null}
      <line
        x1={0}
        x2={width}
        y1={scale.y(-work.table_height_mm)}
        y2={scale.y(-work.table_height_mm)}
        className={classes.floor}
      />
      <rect
        x={scale.x(low)}
        width={(high - low) * scale.s}
        y={scale.y(0)}
        height={5}
        className={classes.tabletop}
      />
      <rect
        x={scale.x(zoneLow)}
        width={(zoneHigh - zoneLow) * scale.s}
        y={scale.y(work.top_mm)}
        height={Math.max(2, work.top_mm * scale.s)}
        className={classes.wood}
      />
    </g>
  );
}

function LampAt({
  from,
  lamp,
  outline,
  middle,
  at,
  scale,
  lowest,
  lines,
  label,
  chosen,
  system,
  holdStill,
  onChoose,
  onDrag,
  onCommit,
}: Pick<Props, 'from' | 'chosen' | 'system' | 'onChoose' | 'onDrag' | 'onCommit'> & {
  lamp: LampDrawing;
  outline: string;
  middle: { x: number; y: number };
  at: { x: number; y: number };
  scale: Scale;
  lowest: number | undefined;
  /** Its name, and under it the figure that is set while it is in hand. */
  lines: readonly string[];
  label: Placed | undefined;
  holdStill: (held: boolean) => void;
}) {
  const handle = useHandle({
    place: { x: acrossIn(from, lamp.at), y: upIn(from, lamp.at) },
    s: scale.s,
    system,
    moves: 'both',
    ...(lowest !== undefined && { least: { y: lowest } }),
    onDrag: (place) => {
      holdStill(true);
      onDrag(lamp.index, movedIn(from, place));
    },
    onCommit: (place) => {
      holdStill(false);
      onCommit(lamp.index, movedIn(from, place));
    },
  });
  const { x, y, z } = lamp.at;
  const words = [
    `${lengthWords(Math.abs(x), system)} ${x < 0 ? 'left' : 'right'}`,
    `${lengthWords(Math.abs(y), system)} ${y < 0 ? 'toward you' : 'away'}`,
    `${lengthWords(z, system)} over the table`,
  ].join(', ');
  const live = handle.live;
  const shift = live
    ? {
        x: (live.x - acrossIn(from, lamp.at)) * scale.s,
        y: (upIn(from, lamp.at) - live.y) * scale.s,
      }
    : { x: 0, y: 0 };
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle={`place-${from}-${lamp.index}`}
      data-chosen={chosen === lamp.index}
      aria-label={`Place of ${lamp.name}`}
      aria-valuemin={-10000}
      aria-valuemax={10000}
      aria-valuenow={Math.round(acrossIn(from, lamp.at))}
      aria-valuetext={words}
      className={classes.grip}
      opacity={lamp.lit ? 1 : 0.5}
      onFocus={() => onChoose(lamp.index)}
      {...handle.props}
    >
      <path
        d={`M${at.x + shift.x} ${at.y + shift.y}L${middle.x} ${middle.y}`}
        className={classes.assumed}
      />
      <g transform={`translate(${shift.x} ${shift.y})`}>
        <circle cx={at.x} cy={at.y} r={18} fill="transparent" />
        <path d={outline} className={classes.lamp} data-chosen={chosen === lamp.index} />
        <circle cx={at.x} cy={at.y} r={5} className={classes.gripShape} />
        <Label lines={lines} place={label} className={classes.verd ?? ''} />
      </g>
    </g>
  );
}
