/** Signs in the plan of the room: microphones and noises that are moved, stands, where to clap. */
import type { MicDrawing, Point } from '../../../api/types';
import drawn from '../../../drawing/drawings.module.css';
import { type Place, useHandle } from '../../../drawing/handles/useHandle';
import { useUnits } from '../../../ui/units';
import classes from './sound.module.css';

export interface Spotted {
  x: number;
  y: number;
}

export const line = (points: readonly Spotted[]): string =>
  `M${points.map((one) => `${one.x} ${one.y}`).join('L')}`;

export function Stand({ top, foot }: { top: Spotted; foot: Spotted }) {
  const legs = [90, 210, 330].map((deg) => {
    const turn = (deg * Math.PI) / 180;
    return `M${foot.x} ${foot.y}L${foot.x + 9 * Math.cos(turn)} ${foot.y - 9 * Math.sin(turn)}`;
  });
  return <path d={`${line([top, foot])}${legs.join('')}`} className={classes.stand} />;
}

export function ClapSign({ at }: { at: Spotted }) {
  return (
    <g>
      <path
        d={`M${at.x - 5} ${at.y}h10M${at.x} ${at.y - 5}v10M${at.x - 3} ${at.y - 3}l6 6M${at.x + 3} ${at.y - 3}l-6 6`}
        className={classes.clap}
      />
    </g>
  );
}

export function MicSign(props: {
  mic: MicDrawing;
  at: (point: Point) => Spotted;
  s: number;
  inHand: boolean;
  onChoose: () => void;
  onMove: (place: Place, done: boolean) => void;
}) {
  const { mic, at, s, inHand, onChoose, onMove } = props;
  const { system } = useUnits();
  const handle = useHandle({
    place: { x: mic.place.x, y: mic.place.y },
    s,
    system,
    moves: 'both',
    onDrag: (place) => onMove(place, false),
    onCommit: (place) => onMove(place, true),
  });
  const movable = inHand && mic.foot !== null;
  const heads = mic.pair ? [mic.pair.left, mic.pair.right] : [mic.place];
  const spots = heads.map(at);
  return (
    <g
      tabIndex={0}
      data-mic={mic.id}
      {...(movable
        ? {
            role: 'slider',
            'aria-label': `Place of the ${mic.name}`,
            'aria-valuenow': Math.round(mic.place.x),
            'aria-valuetext': `${Math.round(mic.place.x)} mm right, ${Math.round(mic.place.y)} mm away`,
            'data-handle': 'microphone',
            className: drawn.grip,
            ...handle.props,
          }
        : {
            role: 'button',
            'aria-label': `Take the ${mic.name} in hand`,
            style: { cursor: 'pointer' },
            onClick: onChoose,
            onKeyDown: (event: React.KeyboardEvent) => {
              if (event.key !== 'Enter' && event.key !== ' ') return;
              event.preventDefault();
              onChoose();
            },
          })}
    >
      {spots.length > 1 ? <path d={line(spots)} className={classes.stand} /> : null}
      {spots.map((one, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: left, then right
        <g key={index}>
          <circle cx={one.x} cy={one.y} r={13} fill="transparent" />
          <circle
            cx={one.x}
            cy={one.y}
            r={6.5}
            className={classes.mic}
            data-hand={inHand}
            data-seen={mic.in_frame}
          />
          <path
            d={`M${one.x} ${one.y}l${13 * mic.faces.x} ${-13 * mic.faces.y}`}
            className={classes.stand}
          />
        </g>
      ))}
    </g>
  );
}

export function NoiseSign(props: {
  name: string;
  place: Point;
  at: Spotted;
  s: number;
  onMove: (place: Place, done: boolean) => void;
}) {
  const { name, place, at, s, onMove } = props;
  const { system } = useUnits();
  const handle = useHandle({
    place: { x: place.x, y: place.y },
    s,
    system,
    moves: 'both',
    onDrag: (to) => onMove(to, false),
    onCommit: (to) => onMove(to, true),
  });
  return (
    <g
      tabIndex={0}
      role="slider"
      aria-label={`Place of the noise ${name}`}
      aria-valuenow={Math.round(place.x)}
      aria-valuetext={`${Math.round(place.x)} mm right, ${Math.round(place.y)} mm away`}
      data-handle="noise"
      className={drawn.grip}
      {...handle.props}
    >
      <circle cx={at.x} cy={at.y} r={14} fill="transparent" />
      <circle cx={at.x} cy={at.y} r={3.5} className={classes.noiseAt} />
      {[8, 13].map((r) => (
        <path
          key={r}
          d={`M${at.x - r} ${at.y}a${r} ${r} 0 0 1 ${r} ${-r}M${at.x + r} ${at.y}a${r} ${r} 0 0 1 ${-r} ${r}`}
          className={classes.noise}
        />
      ))}
    </g>
  );
}
