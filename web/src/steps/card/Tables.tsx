/** Cameras on a line each, and the lamps in the order of one walk round the table. */
import type { CameraLine, EdgeLength, FullCard, RoundStop } from '../../api/types';
import { type Quantity, quantityWords } from '../../domain/units';
import { useUnits } from '../../ui/units';
import classes from './tables.module.css';

export function CameraTable({ lines }: { lines: readonly CameraLine[] }) {
  if (!lines.length) return null;
  return (
    <ul className={classes.lines} aria-label="Cameras">
      {lines.map((one) => (
        <li key={one.camera}>
          <b className={classes.tag}>{one.letter}</b>
          <div>
            <strong>{one.name}</strong>{' '}
            <small>{[one.body, one.lens].filter(Boolean).join(' · ')}</small>
            <dl className={classes.facts}>
              <Fact name="rim above the table" value={one.rim} />
              <EdgeFact name="lens" value={one.across} />
              <EdgeFact name="and" value={one.away} />
              <Fact name="tilt" value={one.tilt} />
              <Fact name="zoom" value={one.zoom} />
              <Fact name="aperture" value={one.aperture} />
              <Fact name="time" value={one.time} />
              <Fact name="sensitivity" value={one.iso} />
              <Fact name="white" value={one.white} />
            </dl>
          </div>
        </li>
      ))}
    </ul>
  );
}

export function Rounds({ rounds }: { rounds: FullCard['rounds'] }) {
  return rounds
    .filter((one) => one.stops.length)
    .map((one) => (
      <section key={one.setup} className={classes.round} aria-label="Round of the lamps">
        <h2>
          Light, walking round once from your seat by the left
          {one.setup ? `: ${one.setup}` : ''}
        </h2>
        <ol className={classes.lines}>
          {one.stops.map((stop) => (
            <Stop key={stop.number} stop={stop} />
          ))}
        </ol>
      </section>
    ));
}

function Stop({ stop }: { stop: RoundStop }) {
  const { system } = useUnits();
  const set = [
    stop.level ? quantityWords(stop.level, system) : '',
    stop.level_by,
    stop.colour ? quantityWords(stop.colour, system) : '',
    stop.gel,
  ].filter(Boolean);
  return (
    <li>
      <b className={classes.tag}>{stop.number}</b>
      <div>
        <strong>{stop.name}</strong>{' '}
        <small>
          at {stop.clock}, {quantityWords(stop.up, system)} up from the work, turned to{' '}
          {stop.turned_to}
          {stop.assumed ? ' · place assumed' : ''}
          {stop.stands_on ? ` · ${stop.stands_on}` : ''}
        </small>
        <dl className={classes.facts}>
          <EdgeFact name="its middle" value={stop.across} />
          <EdgeFact name="and" value={stop.away} />
          <Fact name="above the table" value={stop.above_table} />
          {set.length ? (
            <div>
              <dt>set to</dt>
              <dd>{set.join(', ')}</dd>
            </div>
          ) : null}
          <Fact name="a meter on the zone reads" value={stop.reading} />
        </dl>
      </div>
    </li>
  );
}

function Fact({ name, value }: { name: string; value: Quantity | null | undefined }) {
  const { system } = useUnits();
  if (!value) return null;
  return (
    <div>
      <dt>{name}</dt>
      <dd>{quantityWords(value, system)}</dd>
    </div>
  );
}

function EdgeFact({ name, value }: { name: string; value: EdgeLength | null | undefined }) {
  const { system } = useUnits();
  if (!value) return null;
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        {quantityWords(value.length, system)} <small>{value.where}</small>
      </dd>
    </div>
  );
}
