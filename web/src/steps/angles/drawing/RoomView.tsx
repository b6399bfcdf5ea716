/** Cameras, people, lamps and stands from above, with what each picture takes in. */

import { useRef } from 'react';
import type {
  CameraDrawing,
  CameraResult,
  LightDrawing,
  Point,
  WorkDrawing,
} from '../../../api/types';
import classes from '../../../drawing/drawings.module.css';
import { type Handle, type Place, useHandle } from '../../../drawing/handles/useHandle';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';
import { BoxShape, levelBox } from '../../../drawing/shapes/BoxShape';
import { around, placeLabels, strokesOf } from '../../../drawing/words/placing';
import { useUnits } from '../../../ui/units';

interface Props {
  work: WorkDrawing;
  cameras: readonly CameraResult[];
  inHand: string;
  onChoose: (id: string) => void;
  onDrag: (place: Place) => void;
  onCommit: (place: Place) => void;
}

const ROUND_MM = 150;
/** What stands farther away than this is drawn at the edge. */
const FAR_MM = 3200;
/** A picture that reaches past the horizon is drawn so far. */
const REACH_MM = 2600;

const near = (value: number): number => Math.min(Math.max(value, -FAR_MM), FAR_MM);

export function RoomView(props: Props) {
  return <Sized label="The cameras from above">{(size) => <View {...props} size={size} />}</Sized>;
}

type Standing = CameraResult & { lens: CameraDrawing };

function View({ work, cameras, inHand, onChoose, onDrag, onCommit, size }: Props & { size: Size }) {
  const { system } = useUnits();
  const kept = useRef<Scale | null>(null);
  const standing: Standing[] = cameras.flatMap((one) =>
    one.drawings.lens ? [{ ...one, lens: one.drawings.lens }] : [],
  );
  const chosen = standing.find((one) => one.id === inHand);
  const lamps: LightDrawing['lamps'] = chosen?.drawings.light?.lamps ?? [];
  const members = standing.flatMap((one) => one.drawings.hold?.members ?? []);
  const points: Point[] = [
    ...standing.map((one) => one.lens.lens),
    ...members.flatMap((one) => [one.a, one.b]),
    ...lamps.flatMap((one) => one.corners),
    ...work.maker.parts.flatMap((one) => [one.a, one.b]),
    ...work.company.flatMap((person) => person.parts.map((one) => one.a)),
  ];
  // While a camera is moved the drawing stays put under the hand.
  const fitted = fitWindow(
    {
      left: Math.min(work.table.left, ...points.map((one) => near(one.x))) - ROUND_MM,
      right: Math.max(work.table.right, ...points.map((one) => near(one.x))) + ROUND_MM,
      low: Math.min(work.table.near, ...points.map((one) => near(one.y))) - ROUND_MM,
      high: Math.max(work.table.far, ...points.map((one) => near(one.y))) + ROUND_MM,
    },
    {
      left: 6,
      top: 6,
      width: Math.max(10, size.width - 12),
      height: Math.max(10, size.height - 12),
    },
  );
  const held = standing.find((one) => one.id === inHand)?.lens.lens ?? null;
  const handle = useHandle({
    place: { x: held?.x ?? 0, y: held?.y ?? 0 },
    s: (kept.current ?? fitted).s,
    system,
    moves: 'both',
    onDrag,
    onCommit,
  });
  if (!handle.live) kept.current = fitted;
  const scale = kept.current ?? fitted;
  const at = (point: Point) => ({ x: scale.x(near(point.x)), y: scale.y(near(point.y)) });
  const named = [
    ...standing.map((one) => ({ lines: [one.name], ...at(one.lens.lens), off: 14 })),
    ...lamps.map((one) => ({ lines: [one.name], ...at(one.at), off: 10 })),
  ];
  const places = placeLabels(
    named,
    [
      ...members.flatMap((one) => strokesOf([one.a, one.b].map(at)).slice(0, 1)),
      ...lamps.flatMap((one) => strokesOf(one.corners.map(at))),
    ],
    size,
    [
      ...standing.map((one) => around(at(one.lens.lens), 11)),
      around(at(work.maker.head), 12),
      ...work.company.map((one) => around(at(one.head), 12)),
    ],
  );
  return (
    <>
      <BoxShape box={work.table} scale={scale} className={classes.there} />
      <BoxShape box={work.zone} scale={scale} className={classes.wood} />
      {chosen?.lens.target ? (
        <BoxShape box={levelBox(chosen.lens.target)} scale={scale} className={classes.seenTop} />
      ) : null}
      {chosen ? <Takes camera={chosen} scale={scale} className={classes.cone} /> : null}
      {[work.maker, ...work.company].map((person, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: people stand in one order
        <g key={index} opacity={0.8}>
          <BodyShape person={person} scale={scale} from="above" />
        </g>
      ))}
      {members.map((one, index) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: parts keep their order
          key={index}
          d={`M${at(one.a).x} ${at(one.a).y}L${at(one.b).x} ${at(one.b).y}`}
          className={classes.rigThin}
        />
      ))}
      {lamps.map((one) => (
        <path
          key={one.index}
          d={`M${one.corners.map((corner) => `${at(corner).x} ${at(corner).y}`).join('L')}Z`}
          className={classes.lamp}
          opacity={one.lit ? 1 : 0.5}
        />
      ))}
      {standing.map((one) => (
        <g key={one.id}>
          <Takes camera={one} scale={scale} className={classes.seen} />
          <Sign
            camera={one}
            at={at(one.lens.lens)}
            handle={one.id === inHand ? handle.props : null}
            onChoose={() => onChoose(one.id)}
          />
        </g>
      ))}
      {named.map((one, index) => (
        <text
          // biome-ignore lint/suspicious/noArrayIndexKey: two lamps may have one name
          key={index}
          x={places[index]?.x}
          y={places[index]?.y}
          textAnchor={places[index]?.anchor}
          className={`${index < standing.length ? classes.verd : classes.soft} ${classes.halo}`}
        >
          {one.lines[0]}
        </text>
      ))}
    </>
  );
}

/** What a picture takes in: its outline on the work, or its angle where it reaches past the horizon. */
function Takes(props: { camera: Standing; scale: Scale; className: string | undefined }) {
  const { camera, scale, className } = props;
  const { lens, axis, measure } = camera.lens;
  const seen = measure === 'height' ? camera.lens.seen_surface : null;
  const far = seen?.some((one) => Math.hypot(one.x, one.y) > FAR_MM);
  const outline =
    seen && !far ? seen : wedge(lens, axis, camera.drawings.angles?.half_angle_deg ?? 20);
  const path = outline.map((one) => `${scale.x(one.x)} ${scale.y(one.y)}`).join('L');
  return <path d={`M${path}Z`} className={className} />;
}

function wedge(lens: Point, axis: Point, halfDeg: number): Point[] {
  const middle = Math.atan2(axis.x, axis.y);
  const half = (halfDeg * Math.PI) / 180;
  return [
    lens,
    ...[middle - half, middle + half].map((angle) => ({
      x: lens.x + REACH_MM * Math.sin(angle),
      y: lens.y + REACH_MM * Math.cos(angle),
      z: 0,
    })),
  ];
}

function Sign(props: {
  camera: Standing;
  at: { x: number; y: number };
  handle: Handle['props'] | null;
  onChoose: () => void;
}) {
  const { camera, at, handle, onChoose } = props;
  const chosen = handle !== null;
  const { axis } = camera.lens;
  const level = Math.hypot(axis.x, axis.y) > 0.1;
  const turn = (Math.atan2(axis.x, axis.y) * 180) / Math.PI;
  return (
    <g
      tabIndex={0}
      data-camera={camera.id}
      transform={`translate(${at.x} ${at.y}) rotate(${turn})`}
      {...(handle
        ? {
            role: 'slider',
            'aria-label': `Place of the ${camera.name} camera in the room`,
            'aria-valuenow': Math.round(camera.lens.lens.x),
            'aria-valuetext': `${Math.round(camera.lens.lens.x)} mm right, ${Math.round(camera.lens.lens.y)} mm away`,
            'data-handle': 'camera-place',
            className: classes.grip,
            ...handle,
          }
        : {
            role: 'button',
            'aria-label': `Take the ${camera.name} camera in hand`,
            style: { cursor: 'pointer' },
            onClick: onChoose,
            onKeyDown: (event: React.KeyboardEvent) => {
              if (event.key === 'Enter' || event.key === ' ') {
                event.preventDefault();
                onChoose();
              }
            },
          })}
    >
      <rect x={-10} y={-2} width={20} height={10} className={classes.lamp} data-chosen={chosen} />
      {level ? (
        <rect x={-4.5} y={-10} width={9} height={8} className={classes.lamp} data-chosen={chosen} />
      ) : (
        <circle r={4.5} cy={3} className={classes.lamp} data-chosen={chosen} />
      )}
    </g>
  );
}
