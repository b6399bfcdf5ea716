/** A support that holds the camera, small and from the seat: enough to tell one kind from another. */
import type { Box, Point, SupportRow } from '../../../api/types';
import classes from '../hold.module.css';

interface Props {
  row: SupportRow;
  table: Box;
  tableHeight: number;
}

const WIDTH = 96;
const HEIGHT = 72;
const EDGE = 5;

/** From the seat, or from the side where more of it lies that way. */
function sideOf(members: SupportRow['members']): 'x' | 'y' {
  const spread = (axis: 'x' | 'y') => {
    const values = members.flatMap((one) => [one.a[axis], one.b[axis]]);
    return Math.max(...values) - Math.min(...values);
  };
  return spread('y') > spread('x') ? 'y' : 'x';
}

export function SupportSketch({ row, table, tableHeight }: Props) {
  const members = row.members.filter((one) => one.part !== 'behind');
  const axis = sideOf(members);
  const [low, high] = axis === 'x' ? [table.left, table.right] : [table.near, table.far];
  const xs = [low, high, ...members.flatMap((one) => [one.a[axis], one.b[axis]])];
  const zs = [-tableHeight, row.screw.z + 120, ...members.flatMap((one) => [one.a.z, one.b.z])];
  const left = Math.min(...xs);
  const top = Math.max(...zs);
  const scale = Math.min(
    (WIDTH - 2 * EDGE) / (Math.max(...xs) - left),
    (HEIGHT - 2 * EDGE) / (top - Math.min(...zs)),
  );
  const middle = (WIDTH - scale * (Math.max(...xs) - left)) / 2;
  const x = (mm: number) => middle + (mm - left) * scale;
  const y = (mm: number) => EDGE + (top - mm) * scale;
  const line = (from: Point, to: Point) =>
    `M ${x(from[axis])} ${y(from.z)} L ${x(to[axis])} ${y(to.z)}`;
  return (
    <svg
      className={classes.sketch}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      width={WIDTH}
      height={HEIGHT}
      aria-hidden="true"
    >
      <path d={`M ${x(left)} ${y(-tableHeight)} H ${x(Math.max(...xs))}`} data-line="floor" />
      <path d={`M ${x(low)} ${y(0)} H ${x(high)}`} data-line="table" />
      {members.map((one) => (
        <path
          key={`${one.part} ${line(one.a, one.b)}`}
          d={line(one.a, one.b)}
          data-line={one.part}
        />
      ))}
      <rect
        x={x(row.screw[axis]) - 4}
        y={y(row.screw.z) - 1}
        width={8}
        height={6}
        data-line="camera"
      />
    </svg>
  );
}
