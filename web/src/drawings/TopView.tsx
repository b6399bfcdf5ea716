/** Table and work from the side: the tallest point is drawn up or down. */
import type { WorkDrawing } from '../api/types';
import { lengthWords, type UnitSystem } from '../domain/units';
import classes from './drawings.module.css';
import { Sized } from './Sized';
import { fitWindow, type Size } from './scale';
import { useHeight } from './useHeight';

interface Props {
  work: WorkDrawing;
  system: UnitSystem;
  onDrag: (topMm: number) => void;
  onCommit: (topMm: number) => void;
}

export function TopView(props: Props) {
  return (
    <Sized label="Table and work from the side">
      {(size) => <Elevation {...props} size={size} />}
    </Sized>
  );
}

function Elevation({ work, system, onDrag, onCommit, size }: Props & { size: Size }) {
  const { table, zone } = work;
  const {
    handle,
    scale,
    live: top,
  } = useHeight({
    height: work.top_mm,
    least: 0,
    most: 3000,
    highest: Math.max(work.top_mm * 2, (table.far - table.near) * 0.7, 160),
    scaleFor: (reach) =>
      fitWindow(
        { left: table.near - 20, right: table.far + 20, low: -60, high: reach },
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
  const middle = scale.x((zone.near + zone.far) / 2);
  const words = lengthWords(top, system);
  return (
    <>
      <rect
        x={scale.x(table.near)}
        width={(table.far - table.near) * scale.s}
        y={scale.y(0)}
        height={7}
        className={classes.tabletop}
      />
      <text x={scale.x(table.near)} y={scale.y(0) + 24} className={classes.soft}>
        your side
      </text>
      <text x={scale.x(table.far)} y={scale.y(0) + 24} textAnchor="end" className={classes.soft}>
        {lengthWords(work.table_height_mm, system)} from the floor
      </text>
      <rect
        x={scale.x(zone.near)}
        width={(zone.far - zone.near) * scale.s}
        y={scale.y(top)}
        height={Math.max(1.5, top * scale.s)}
        className={classes.wood}
      />
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
        transform={`translate(${middle} ${scale.y(top)})`}
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
