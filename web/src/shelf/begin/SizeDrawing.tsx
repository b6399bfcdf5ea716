/** How large: the zone from above beside a sheet of paper, its corner drawn by hand or by keys. */

import { lengthWords, type UnitSystem } from '../../domain/units';
import { Sized } from '../../drawing/Sized';
import { fitWindow, type Size } from '../../drawing/scale';
import classes from './begin.module.css';
import { drawnMm, LARGEST_MM, SHEET_MM, SMALLEST_MM } from './model';

interface Props {
  width: number;
  depth: number;
  system: UnitSystem;
  onSize: (width: number, depth: number) => void;
}

const ROOM = 1.6;

export function SizeDrawing(props: Props) {
  return (
    <Sized label="How large it is, beside a sheet of paper">
      {(size) => <Inner {...props} size={size} />}
    </Sized>
  );
}

function Inner({ width, depth, system, onSize, size }: Props & { size: Size }) {
  const across = Math.max(width, SHEET_MM.width) * ROOM;
  const along = Math.max(depth, SHEET_MM.depth) * ROOM;
  const scale = fitWindow(
    { left: -40, right: across, low: -40, high: along },
    { left: 4, top: 4, width: size.width - 8, height: size.height - 22 },
    'left',
  );
  const corner = { x: scale.x(width), y: scale.y(depth) };
  const drag = (event: React.PointerEvent<SVGCircleElement>): void => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    const box = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (!box) return;
    const mm = (px: number): number => px / scale.s;
    onSize(
      drawnMm(mm(event.clientX - box.left - scale.x(0))),
      drawnMm(mm(scale.y(0) - (event.clientY - box.top))),
    );
  };
  const press = (event: React.KeyboardEvent): void => {
    const step = event.shiftKey ? 100 : 10;
    const by = {
      ArrowRight: [step, 0],
      ArrowLeft: [-step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    }[event.key];
    if (!by) return;
    event.preventDefault();
    onSize(drawnMm(width + (by[0] ?? 0)), drawnMm(depth + (by[1] ?? 0)));
  };
  return (
    <>
      <rect
        x={scale.x(0)}
        y={scale.y(SHEET_MM.depth)}
        width={SHEET_MM.width * scale.s}
        height={SHEET_MM.depth * scale.s}
        className={classes.paper}
      />
      <rect
        x={scale.x(0)}
        y={corner.y}
        width={width * scale.s}
        height={depth * scale.s}
        className={classes.zone}
      />
      <text x={scale.x(0)} y={size.height - 4} className={classes.label}>
        {`${lengthWords(width, system)} × ${lengthWords(depth, system)}; dotted, a sheet of paper`}
      </text>
      <circle
        cx={corner.x}
        cy={corner.y}
        r={9}
        className={classes.handle}
        role="slider"
        tabIndex={0}
        aria-label="Corner of what is filmed"
        aria-valuemin={SMALLEST_MM}
        aria-valuemax={LARGEST_MM}
        aria-valuenow={width}
        aria-valuetext={`${lengthWords(width, system)} wide, ${lengthWords(depth, system)} deep`}
        onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
        onPointerMove={drag}
        onKeyDown={press}
      />
    </>
  );
}
