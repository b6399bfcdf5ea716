/** The dome without its ink: a lamp is put on it where it is thought to be best; then the ways that are right appear. */
import { useMemo } from 'react';
import type { DomeDirection } from '../../api/types';
import { clockWords } from '../../domain/clock';
import { DomeFrame, DomePlace, EDGE } from '../../drawing/dome/DomeFrame';
import { onDome, type Way } from '../../drawing/dome/dome';
import { shadesOf } from '../../drawing/dome/shades';
import { useDomeHandle } from '../../drawing/dome/useDomeHandle';
import own from './drills.module.css';

interface Props {
  way: Way;
  right: readonly (readonly number[])[];
  /** What lies on the dome once the guess is made. */
  ink: readonly DomeDirection[];
  onGuess: ((guess: readonly number[]) => void) | null;
}

export function DrillDome(props: Props) {
  return <DomePlace>{(size) => <Inner {...props} size={size} />}</DomePlace>;
}

function Inner({ way, right, ink, onGuess, size }: Props & { size: number }) {
  const radius = size / 2 - EDGE;
  const shade = useMemo(() => shadesOf(ink), [ink]);
  return (
    <DomeFrame size={size} shade={shade} label="Every direction that the lamp could come from">
      {right.map(([azimuth = 0, elevation = 0]) => {
        const at = onDome({ azimuth, elevation }, radius);
        return (
          <circle
            key={`${azimuth} ${elevation}`}
            cx={at.x}
            cy={at.y}
            r={13}
            className={own.rightWay}
          />
        );
      })}
      <Lamp way={way} radius={radius} onGuess={onGuess} />
    </DomeFrame>
  );
}

function Lamp({
  way: start,
  radius,
  onGuess,
}: {
  way: Way;
  radius: number;
  onGuess: Props['onGuess'];
}) {
  const put = ({ azimuth, elevation }: Way): void => onGuess?.([azimuth, elevation]);
  const { way, props } = useDomeHandle({ own: start, radius, onDrag: put, onCommit: put });
  const at = onDome(onGuess ? way : start, radius);
  return (
    <g
      className={own.handle}
      role="slider"
      tabIndex={onGuess ? 0 : -1}
      aria-label="Where the lamp stands"
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={Math.round(way.azimuth)}
      aria-valuetext={`from ${clockWords(way.azimuth)}, ${Math.round(way.elevation)}° up`}
      aria-disabled={!onGuess}
      {...(onGuess ? props : {})}
    >
      <circle cx={at.x} cy={at.y} r={22} className={own.reach} />
      <circle cx={at.x} cy={at.y} r={10} className={own.bob} />
    </g>
  );
}
