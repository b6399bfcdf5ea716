/** Table, zone and picture from above, small, for the card: solid is there, dashed is seen. */
import type { Box, Card } from '../../../api/types';

const WIDTH = 320;
const TEXT = 15;

export function MarksDrawing({ card }: { card: Card }) {
  const boxes = [card.table, card.zone, ...(card.frame ? [card.frame] : [])];
  const left = Math.min(...boxes.map((box) => box.left));
  const right = Math.max(...boxes.map((box) => box.right));
  const near = Math.min(...boxes.map((box) => box.near));
  const far = Math.max(...boxes.map((box) => box.far));
  const s = (WIDTH - 4) / (right - left);
  const height = (far - near) * s + 26;
  const shape = (box: Box) => ({
    x: (box.left - left) * s + 2,
    y: (far - box.far) * s + 2,
    width: (box.right - box.left) * s,
    height: (box.far - box.near) * s,
    fill: 'none',
    stroke: 'currentColor',
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      width="100%"
      role="img"
      aria-label="Table, zone and picture from above; you are below"
    >
      <rect {...shape(card.table)} strokeWidth={2} />
      <rect {...shape(card.zone)} strokeWidth={1.4} />
      {card.frame ? <rect {...shape(card.frame)} strokeWidth={1.4} strokeDasharray="6 4" /> : null}
      <text
        x={((card.zone.left + card.zone.right) / 2 - left) * s}
        y={(far - (card.zone.near + card.zone.far) / 2) * s + 5}
        fontSize={TEXT - 2}
        textAnchor="middle"
        fill="currentColor"
      >
        zone
      </text>
      <text
        x={WIDTH / 2}
        y={height - 7}
        fontSize={TEXT - 2}
        textAnchor="middle"
        fill="currentColor"
      >
        you · dashed: the picture
      </text>
    </svg>
  );
}
