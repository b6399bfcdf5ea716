/** Handles on the things in the zone: each is moved from above. */
import type { Item } from '../../api/types';
import { lengthWords, type UnitSystem } from '../../domain/units';
import classes from '../drawings.module.css';
import { type Place, useHandle } from '../handles/useHandle';
import type { Scale } from '../scale';

interface Props {
  now: Item[];
  scale: Scale;
  system: UnitSystem;
  onDrag: (index: number, place: Place) => void;
  onCommit: (index: number, place: Place) => void;
}

export function ItemHandles(props: Props) {
  return (
    <g>
      {props.now.map((item, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: things have no other name of their own
        <ItemHandle key={index} index={index} item={item} {...props} />
      ))}
    </g>
  );
}

function ItemHandle({
  index,
  item,
  scale,
  system,
  onDrag,
  onCommit,
}: Props & { index: number; item: Item }) {
  const handle = useHandle({
    place: { x: item.x_mm, y: item.y_mm },
    s: scale.s,
    system,
    moves: 'both',
    onDrag: (place) => onDrag(index, place),
    onCommit: (place) => onCommit(index, place),
  });
  const place = handle.live ?? { x: item.x_mm, y: item.y_mm };
  const words = `${lengthWords(place.x, system)} right, ${lengthWords(place.y, system)} away`;
  return (
    <g
      transform={`translate(${scale.x(place.x)} ${scale.y(place.y)})`}
      role="slider"
      tabIndex={0}
      data-handle={`item-${index}`}
      aria-label={`Move ${item.name}`}
      aria-valuenow={Math.round(place.x)}
      aria-valuetext={words}
      className={classes.grip}
      {...handle.props}
    >
      <circle r={13} fill="transparent" />
      <circle r={5} className={classes.gripShape} />
      <text y={18} textAnchor="middle" className={`${classes.text} ${classes.halo}`}>
        {handle.live ? words : item.name}
      </text>
    </g>
  );
}
