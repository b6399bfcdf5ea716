/** A dome of directions: paper, washes, rim and hours, with what lies on it. */
import { useElementSize } from '@mantine/hooks';
import type { ReactNode } from 'react';
import classes from '../drawings.module.css';
import { DomeGrid } from './DomeGrid';
import dome from './dome.module.css';
import { type Shade, Wash } from './Wash';

/** Round the rim, for the hours. */
export const EDGE = 26;

/** Less room than that shows no dome. */
const LEAST_PX = 80;

/** As large a dome as its place has room for. */
export function DomePlace({ children }: { children: (size: number) => ReactNode }) {
  const { ref, width, height } = useElementSize();
  const size = Math.max(0, Math.min(width, height));
  return (
    <div ref={ref} className={dome.place}>
      {size > LEAST_PX ? children(size) : null}
    </div>
  );
}

interface Props {
  size: number;
  shade: Shade | null;
  label: string;
  /** Drawn about the middle of the dome. */
  children: ReactNode;
  /** Drawn over it, from the corner of the drawing. */
  words?: ReactNode;
}

export function DomeFrame({ size, shade, label, children, words }: Props) {
  const middle = size / 2;
  const radius = middle - EDGE;
  return (
    <div className={dome.plan} style={{ width: size, height: size }} data-on-light>
      <svg className={dome.under} width={size} height={size} aria-hidden="true">
        <circle cx={middle} cy={middle} r={radius} />
      </svg>
      <Wash shade={shade} radius={radius} size={size} />
      <svg
        className={`${classes.drawing} ${dome.over}`}
        width={size}
        height={size}
        role="group"
        aria-label={label}
      >
        <g transform={`translate(${middle} ${middle})`}>
          <DomeGrid radius={radius} />
          {children}
        </g>
        {words}
      </svg>
    </div>
  );
}
