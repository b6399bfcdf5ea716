/** The dome: every direction a lamp could come from, with the maker at six o'clock. A control: the
 * lamps lie on it and are moved on it. Wash: light that does not arrive. Hatched: mirrored into the
 * lens. Crossed: nothing can stand there. */
import { useMemo } from 'react';
import type { DomeDirection, LampDrawing } from '../../../api/types';
import { clockWords } from '../../../domain/clock';
import { DomeFrame, DomePlace, EDGE } from '../../../drawing/dome/DomeFrame';
import { onDome, RIM_DEG, type Way } from '../../../drawing/dome/dome';
import dome from '../../../drawing/dome/dome.module.css';
import { shadesOf } from '../../../drawing/dome/shades';
import { useDomeHandle } from '../../../drawing/dome/useDomeHandle';
import classes from '../../../drawing/drawings.module.css';
import { type LabelPlace, labelPlaces } from '../model';

interface Props {
  directions: readonly DomeDirection[];
  lamps: readonly LampDrawing[];
  chosen: number;
  best: DomeDirection | null;
  onChoose: (index: number) => void;
  onDrag: (index: number, way: Way) => void;
  onCommit: (index: number, way: Way) => void;
}

const UNPLACED: LabelPlace = { x: 0, y: 32, anchor: 'middle' };

export function Dome(props: Props) {
  return <DomePlace>{(size) => <Plan {...props} size={size} />}</DomePlace>;
}

function Plan({
  directions,
  lamps,
  chosen,
  best,
  onChoose,
  onDrag,
  onCommit,
  size,
}: Props & { size: number }) {
  const radius = size / 2 - EDGE;
  const shade = useMemo(() => shadesOf(directions), [directions]);
  const labels = labelPlaces(
    lamps.map((lamp) => ({
      ...onDome(ownWay(lamp), radius),
      width: LETTER * labelOf(lamp).length,
    })),
    best ? [onDome(wayOf(best), radius)] : [],
    radius + EDGE,
  );
  return (
    <DomeFrame size={size} shade={shade} label="The dome: every direction a lamp could come from">
      {best ? <Best at={onDome(wayOf(best), radius)} told={!taken(best, lamps)} /> : null}
      {lamps.map((lamp, index) => (
        <Lamp
          key={lamp.index}
          lamp={lamp}
          place={labels[index] ?? UNPLACED}
          radius={radius}
          chosen={lamp.index === chosen}
          onChoose={() => onChoose(lamp.index)}
          onDrag={(way) => onDrag(lamp.index, way)}
          onCommit={(way) => onCommit(lamp.index, way)}
        />
      ))}
    </DomeFrame>
  );
}

const wayOf = (one: { azimuth_deg: number; elevation_deg: number }): Way => ({
  azimuth: one.azimuth_deg,
  elevation: one.elevation_deg,
});

const NEAR_DEG = 9;

/** Whether a lamp stands at a direction already, so that its sign would lie over it. */
const taken = (best: DomeDirection, lamps: readonly LampDrawing[]): boolean =>
  lamps.some(
    (one) =>
      Math.abs(one.elevation_deg - best.elevation_deg) < NEAR_DEG &&
      Math.abs(((one.azimuth_deg - best.azimuth_deg + 540) % 360) - 180) < NEAR_DEG,
  );

function Best({ at, told }: { at: { x: number; y: number }; told: boolean }) {
  return (
    <g transform={`translate(${at.x} ${at.y})`} aria-hidden="true">
      <circle r={16} className={dome.best} />
      {told ? (
        <text y={4} textAnchor="middle" className={`${classes.verd} ${classes.halo}`}>
          best
        </text>
      ) : null}
    </g>
  );
}

/** Width of a letter of a label, on average. */
const LETTER = 5.9;

const labelOf = (lamp: LampDrawing): string => `${lamp.name} · ${Math.round(lamp.share * 100)} %`;

const ownWay = (lamp: LampDrawing): Way => ({
  azimuth: lamp.azimuth_deg,
  elevation: Math.max(RIM_DEG, lamp.elevation_deg),
});

function Lamp({
  lamp,
  place,
  radius,
  chosen,
  onChoose,
  onDrag,
  onCommit,
}: {
  lamp: LampDrawing;
  place: LabelPlace;
  radius: number;
  chosen: boolean;
  onChoose: () => void;
  onDrag: (way: Way) => void;
  onCommit: (way: Way) => void;
}) {
  const own = ownWay(lamp);
  const { way, props } = useDomeHandle({ own, radius, onChoose, onDrag, onCommit });
  const at = onDome(way, radius);
  const words = `${clockWords(way.azimuth)}, ${Math.round(way.elevation)}° up`;
  return (
    <g
      role="slider"
      tabIndex={0}
      data-handle={`lamp-${lamp.index}`}
      aria-label={`Direction of ${lamp.name}`}
      aria-valuemin={0}
      aria-valuemax={360}
      aria-valuenow={Math.round(way.azimuth)}
      aria-valuetext={words}
      className={classes.grip}
      opacity={lamp.lit ? 1 : 0.5}
      transform={`translate(${at.x} ${at.y})`}
      {...props}
    >
      <circle r={20} fill="transparent" />
      <g transform={`rotate(${way.azimuth})`}>
        {lamp.shape === 'rectangle' ? (
          <rect x={-13} y={-9} width={26} height={18} className={dome.lamp} data-chosen={chosen} />
        ) : (
          <circle r={12} className={dome.lamp} data-chosen={chosen} />
        )}
        <path d="M0 9v9" className={dome.beam} />
      </g>
      <text
        x={place.x}
        y={place.y}
        textAnchor={place.anchor}
        className={`${classes.verd} ${classes.halo}`}
      >
        {labelOf(lamp)}
      </text>
    </g>
  );
}
