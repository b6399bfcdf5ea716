/** The rig from above: footprint against table, seat, walls and floor that must stay clear. */
import { useRef } from 'react';
import type { Box, HoldDrawing, Point, WorkDrawing } from '../../../api/types';
import { clockWords } from '../../../domain/clock';
import { lengthWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { type Place, useHandle } from '../../../drawing/handles/useHandle';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size, type Window } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { NoteNumbers, type NotePlace } from '../../../drawing/words/notes';
import { azimuthOf, floorWindow } from './rig';

interface Props {
  work: WorkDrawing;
  hold: HoldDrawing;
  system: UnitSystem;
  notes: readonly NotePlace[];
  foot: { onDrag: (place: Place) => void; onCommit: (place: Place) => void };
  legs: { onDrag: (deg: number) => void; onCommit: (deg: number) => void };
}

export function FloorView(props: Props) {
  return <Sized label="The floor from above">{(size) => <Floor {...props} size={size} />}</Sized>;
}

const line = (points: readonly Point[], scale: Scale): string =>
  points.map((point) => `${scale.x(point.x)} ${scale.y(point.y)}`).join('L');

function Floor({ work, hold, system, notes, foot, legs, size }: Props & { size: Size }) {
  // While a foot is dragged the window keeps still under the pointer.
  const kept = useRef({ window: floorWindow(work, hold), held: false });
  if (!kept.current.held) kept.current.window = floorWindow(work, hold);
  const scale = fitWindow(kept.current.window, {
    left: 4,
    top: 4,
    width: Math.max(10, size.width - 8),
    height: Math.max(10, size.height - 8),
  });
  const holdStill = (held: boolean) => {
    kept.current.held = held;
  };
  const sides = perStand(hold);
  return (
    <>
      {work.walls ? <Rect box={work.walls} scale={scale} className={classes.walls} /> : null}
      {work.clear
        .filter((one) => overlaps(one, kept.current.window))
        .map((one) => (
          <g key={`${one.name}-${one.left}-${one.near}`}>
            <Rect box={one} scale={scale} className={classes.keepClear} />
            <text
              x={Math.min(Math.max(scale.x((one.left + one.right) / 2), 76), size.width - 76)}
              y={Math.min(Math.max(scale.y(one.far) + 16, 14), size.height - 6)}
              textAnchor="middle"
              className={`${classes.soft} ${classes.halo}`}
            >
              {one.name}
            </text>
          </g>
        ))}
      <Rect box={hold.seat} scale={scale} className={classes.boxBeside} />
      <Rect box={work.table} scale={scale} className={classes.there} />
      <Rect box={work.zone} scale={scale} className={classes.wood} />
      <g opacity={0.75}>
        <BodyShape person={work.maker} scale={scale} from="above" />
        {work.company.map((one, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
          <BodyShape key={index} person={one} scale={scale} from="above" />
        ))}
      </g>
      {sides.map((feet) => (
        <path
          key={line(feet, scale)}
          d={`M${line(feet, scale)}Z`}
          className={classes.stands}
          data-shape="footprint"
        />
      ))}
      {hold.edge.length ? (
        <path d={`M${line(hold.edge, scale)}`} className={classes.tipEdge} />
      ) : null}
      {hold.members.map((one, index) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: parts keep their order
          key={index}
          d={`M${line([one.a, one.b], scale)}`}
          className={one.part === 'leg' ? classes.rigThin : classes.rig}
        />
      ))}
      <circle
        cx={scale.x(hold.screw.x)}
        cy={scale.y(hold.screw.y)}
        r={7}
        className={classes.there}
      />
      <circle
        cx={scale.x(hold.screw.x)}
        cy={scale.y(hold.screw.y)}
        r={2}
        className={classes.weight}
      />
      {hold.movable && hold.foot ? (
        <FootHandle
          hold={hold}
          at={hold.foot}
          scale={scale}
          system={system}
          onDrag={(place) => {
            holdStill(true);
            foot.onDrag(place);
          }}
          onCommit={(place) => {
            holdStill(false);
            foot.onCommit(place);
          }}
        />
      ) : null}
      {hold.legs_toward_deg !== null && hold.foot && hold.feet[0] ? (
        <LegHandle
          foot={hold.foot}
          leg={hold.feet[0]}
          toward={hold.legs_toward_deg}
          scale={scale}
          system={system}
          onDrag={(deg) => {
            holdStill(true);
            legs.onDrag(deg);
          }}
          onCommit={(deg) => {
            holdStill(false);
            legs.onCommit(deg);
          }}
        />
      ) : null}
      <NoteNumbers
        notes={notes}
        spots={{
          feet: hold.edge[0]
            ? { x: scale.x(hold.edge[0].x) + 10, y: scale.y(hold.edge[0].y) - 6 }
            : { x: scale.x(hold.screw.x), y: scale.y(hold.screw.y) },
          rig: { x: scale.x(hold.screw.x) + 18, y: scale.y(hold.screw.y) - 12 },
        }}
      />
    </>
  );
}

const overlaps = (box: Pick<Box, 'left' | 'right' | 'near' | 'far'>, window: Window): boolean =>
  box.left < window.right &&
  box.right > window.left &&
  box.near < window.high &&
  box.far > window.low;

/** The feet of each stand: one stand has them all, a bar has two stands. */
function perStand(hold: HoldDrawing): Point[][] {
  if (!hold.feet.length) return [];
  if (hold.model !== 'bar') return [hold.feet];
  const half = hold.feet.length / 2;
  return [hold.feet.slice(0, half), hold.feet.slice(half)];
}

function Rect({
  box,
  scale,
  className,
}: {
  box: Pick<Box, 'left' | 'right' | 'near' | 'far'>;
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

function FootHandle({
  hold,
  at,
  scale,
  system,
  onDrag,
  onCommit,
}: {
  hold: HoldDrawing;
  at: Point;
  scale: Scale;
  system: UnitSystem;
  onDrag: (place: Place) => void;
  onCommit: (place: Place) => void;
}) {
  const handle = useHandle({
    place: { x: at.x, y: at.y },
    s: scale.s,
    system,
    moves: 'both',
    onDrag,
    onCommit,
  });
  const place = handle.live ?? at;
  const out = Math.hypot(place.x - hold.screw.x, place.y - hold.screw.y);
  const words = `${lengthWords(out, system)} from the camera screw, at ${clockWords(azimuthOf(hold.screw, place))}`;
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle="foot"
      aria-label="Foot of the support"
      aria-valuenow={Math.round(place.x)}
      aria-valuetext={words}
      className={classes.grip}
      transform={`translate(${scale.x(place.x)} ${scale.y(place.y)})`}
      {...handle.props}
    >
      <circle r={16} fill="transparent" />
      <circle r={8} className={classes.gripShape} />
      <text y={-13} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
        {lengthWords(out, system)}
      </text>
    </g>
  );
}

const LEG_STEP_DEG = 5;

function LegHandle({
  foot,
  leg,
  toward,
  scale,
  system,
  onDrag,
  onCommit,
}: {
  foot: Point;
  leg: Point;
  toward: number;
  scale: Scale;
  system: UnitSystem;
  onDrag: (deg: number) => void;
  onCommit: (deg: number) => void;
}) {
  const turned = (place: Place) =>
    (Math.round(azimuthOf(foot, place) / LEG_STEP_DEG) * LEG_STEP_DEG) % 360;
  const handle = useHandle({
    place: { x: leg.x, y: leg.y },
    s: scale.s,
    system,
    moves: 'both',
    onDrag: (place) => onDrag(turned(place)),
    onCommit: (place) => onCommit(turned(place)),
  });
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle="legs"
      aria-label="One leg toward"
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={Math.round(toward)}
      aria-valuetext={clockWords(toward)}
      className={classes.grip}
      transform={`translate(${scale.x(leg.x)} ${scale.y(leg.y)})`}
      {...handle.props}
    >
      <circle r={14} fill="transparent" />
      <path d="M0 -7L7 0L0 7L-7 0Z" className={classes.gripShape} />
    </g>
  );
}
