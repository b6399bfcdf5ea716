/** Table and work from the side: the tallest point is drawn up or down. */
import type { WorkDrawing } from '../../../api/types';
import { lengthWords, type UnitSystem } from '../../../domain/units';
import classes from '../../../drawing/drawings.module.css';
import { HeadHandle } from '../../../drawing/handles/HeadHandle';
import { useHeight } from '../../../drawing/handles/useHeight';
import { Sized } from '../../../drawing/Sized';
import { fitWindow, type Scale, type Size } from '../../../drawing/scale';
import { BodyShape } from '../../../drawing/shapes/BodyShape';

interface Props {
  work: WorkDrawing;
  system: UnitSystem;
  onDrag: (topMm: number) => void;
  onCommit: (topMm: number) => void;
  lean: { onDrag: (deg: number) => void; onCommit: (deg: number) => void };
}

export function TopView(props: Props) {
  return (
    <Sized label="Table and work from the side">
      {(size) => <Elevation {...props} size={size} />}
    </Sized>
  );
}

function Elevation({ work, system, onDrag, onCommit, lean, size }: Props & { size: Size }) {
  const { table, zone } = work;
  const {
    handle,
    scale,
    live: top,
  } = useHeight({
    height: work.top_mm,
    least: 0,
    most: 3000,
    highest: Math.max(work.top_mm * 2, work.maker.head.z + 140, (table.far - table.near) * 0.7),
    scaleFor: (reach) =>
      fitWindow(
        {
          left: Math.min(table.near - 330, ...work.maker.parts.map((one) => one.a.y - 130)),
          right: table.far + 20,
          low: -110,
          high: reach,
        },
        {
          left: 4,
          top: 8,
          width: Math.max(10, size.width - 8),
          height: Math.max(10, size.height - 40),
        },
      ),
    system,
    onDrag,
    onCommit,
  });
  const [nearEdge, , farEdge] = work.surface;
  const normal = work.tilt_deg * (Math.PI / 180);
  const at = {
    y: ((nearEdge?.y ?? zone.near) + (farEdge?.y ?? zone.far)) / 2 - top * Math.sin(normal),
    z: ((nearEdge?.z ?? 0) + (farEdge?.z ?? 0)) / 2 + top * Math.cos(normal),
  };
  const words = lengthWords(top, system);
  return (
    <>
      <BodyShape person={work.maker} scale={scale} from="side" />
      <rect
        x={scale.x(table.near)}
        width={(table.far - table.near) * scale.s}
        y={scale.y(0)}
        height={7}
        className={classes.tabletop}
      />
      <text x={scale.x(table.far)} y={scale.y(0) + 24} textAnchor="end" className={classes.soft}>
        {lengthWords(work.table_height_mm, system)} from the floor
      </text>
      <path d={outline(work, scale, top)} className={classes.wood} />
      <HeadHandle work={work} scale={scale} system={system} {...lean} wordless={false} />
      <g
        role="slider"
        tabIndex={0}
        data-handle="zone-top"
        aria-label="Tallest point of the work"
        aria-orientation="vertical"
        aria-valuemin={0}
        aria-valuemax={3000}
        aria-valuenow={Math.round(top)}
        aria-valuetext={words}
        className={`${classes.handle} ${classes.grip}`}
        transform={`translate(${scale.x(at.y)} ${scale.y(at.z)})`}
        {...handle.props}
      >
        <circle r={16} fill="transparent" />
        <rect x={-13} y={-4} width={26} height={8} rx={2} className={classes.gripShape} />
        <text y={-12} textAnchor="middle" className={`${classes.text} ${classes.halo}`}>
          tallest point {words}
        </text>
      </g>
    </>
  );
}

/** The work from its surface to its tallest point, in the slope that it has. */
function outline(work: WorkDrawing, scale: Scale, top: number): string {
  const [near, , far] = work.surface;
  if (!near || !far) return '';
  const slope = work.tilt_deg * (Math.PI / 180);
  const lift = { y: -top * Math.sin(slope), z: top * Math.cos(slope) };
  const corners = [
    near,
    far,
    { y: far.y + lift.y, z: far.z + lift.z },
    { y: near.y + lift.y, z: near.z + lift.z },
  ];
  return `M${corners.map((one) => `${scale.x(one.y)} ${scale.y(one.z)}`).join('L')}Z`;
}
