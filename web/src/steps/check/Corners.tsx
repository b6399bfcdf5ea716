/** Four corners of a page pointed at in the picture, where no chart is found in it. */
import { useState } from 'react';
import { PlainField } from '../../fields/PlainField';
import classes from './check.module.css';

type Corner = readonly [number, number];
const ORDER = ['far left', 'far right', 'near right', 'near left'] as const;
const STEP_PX = 4;

interface Props {
  picture: string;
  onPointed: (corners: readonly Corner[], size: readonly [number, number]) => void;
}

export function Corners({ picture, onPointed }: Props) {
  const [corners, setCorners] = useState<readonly Corner[]>([]);
  const [size, setSize] = useState<readonly [number, number]>([297, 210]);
  const [aim, setAim] = useState<Corner | null>(null);
  const [natural, setNatural] = useState<Corner>([1, 1]);
  const point = (corner: Corner): void => {
    const next = corners.length >= 4 ? [corner] : [...corners, corner];
    setCorners(next);
    if (next.length === 4) onPointed(next, size);
  };
  const side = (index: 0 | 1) => async (value: number | string | null) => {
    const next: [number, number] = [size[0], size[1]];
    next[index] = Number(value ?? 0);
    setSize(next);
    return [];
  };
  const wanted = ORDER[corners.length % 4];
  return (
    <section className={classes.corners} aria-label="Corners pointed at">
      <p>
        Without a chart: point at the corners of a page or mat whose size you know. Now its{' '}
        <b>{wanted}</b> corner. {corners.length ? `${corners.length % 4} of 4 are there. ` : ''}
        Figures are rougher so.
      </p>
      <div className={classes.ways}>
        <PlainField label="Its width" kind="length" value={size[0]} onCommit={side(0)} />
        <PlainField label="Its depth" kind="length" value={size[1]} onCommit={side(1)} />
      </div>
      <svg
        className={classes.pointing}
        viewBox={`0 0 ${natural[0]} ${natural[1]}`}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: arrow keys move the aim, Enter points
        tabIndex={0}
        role="application"
        aria-label={`The test frame: point at the ${wanted} corner; arrow keys move the aim, Enter points`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          point([
            ((event.clientX - box.left) / box.width) * natural[0],
            ((event.clientY - box.top) / box.height) * natural[1],
          ]);
        }}
        onKeyDown={(event) => {
          const now = aim ?? [natural[0] / 2, natural[1] / 2];
          const by = event.shiftKey ? 10 * STEP_PX : STEP_PX;
          const ways: Record<string, Corner> = {
            ArrowLeft: [-by, 0],
            ArrowRight: [by, 0],
            ArrowUp: [0, -by],
            ArrowDown: [0, by],
          };
          const way = ways[event.key];
          if (way) {
            event.preventDefault();
            setAim([now[0] + way[0], now[1] + way[1]]);
          } else if (event.key === 'Enter') {
            point(now);
          }
        }}
      >
        <image href={picture} width={natural[0]} height={natural[1]} preserveAspectRatio="none" />
        {corners.map(([x, y], index) => (
          <Cross key={ORDER[index]} at={[x, y]} size={natural[0] / 60} />
        ))}
        {aim ? <Cross at={aim} size={natural[0] / 90} /> : null}
      </svg>
      {/* Only to learn how large the picture is. */}
      <img
        src={picture}
        alt=""
        hidden
        onLoad={(event) =>
          setNatural([event.currentTarget.naturalWidth, event.currentTarget.naturalHeight])
        }
      />
    </section>
  );
}

function Cross({ at: [x, y], size }: { at: Corner; size: number }) {
  const d = `M${x - size} ${y}h${2 * size}M${x} ${y - size}v${2 * size}`;
  return (
    <>
      <path d={d} className={classes.crossUnder} />
      <path d={d} className={classes.crossOver} />
    </>
  );
}
