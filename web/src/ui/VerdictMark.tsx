/** A verdict as a plumb line: hanging straight, swung aside, cut through, or dotted. */
import type { Verdict } from '../api/types';

const COLOUR: Record<Verdict, string> = {
  holds: 'var(--verd)',
  watch: 'var(--ochre)',
  fails: 'var(--brick)',
  unknown: 'var(--soft)',
};
const BOB = 'M10 20 l-3.9 -6.4 a4.1 4.1 0 1 1 7.8 0z';

function Line({ verdict }: { verdict: Verdict }) {
  const stroke = COLOUR[verdict];
  const line = { stroke, strokeWidth: 1.8, fill: 'none' };
  if (verdict === 'holds') {
    return (
      <>
        <path d="M10 0v10" {...line} />
        <path d={BOB} fill={stroke} />
      </>
    );
  }
  if (verdict === 'watch') {
    return (
      <g transform="rotate(-26 10 1)">
        <path d="M10 0v10" {...line} />
        <path d={BOB} fill={stroke} />
      </g>
    );
  }
  if (verdict === 'fails') {
    return (
      <>
        <path d="M10 0v5M6.5 8.4l7-3" {...line} />
        <g transform="rotate(38 10 15)">
          <path d={BOB} fill={stroke} />
        </g>
      </>
    );
  }
  return (
    <>
      <path d="M10 0v10" {...line} strokeDasharray="2 2" />
      <path d={BOB} {...line} strokeWidth={1.4} strokeDasharray="2 1.5" />
    </>
  );
}

export function VerdictMark({ verdict }: { verdict: Verdict }) {
  return (
    <svg width="20" height="21" viewBox="0 0 20 21" role="img" aria-label={verdict}>
      <Line verdict={verdict} />
    </svg>
  );
}
