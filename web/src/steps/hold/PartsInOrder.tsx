/** The parts between support and camera in the order in which they go together, ends in words. */
import type { HoldDrawing } from '../../api/types';
import { massWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { useUnits } from '../../ui/units';
import classes from './hold.module.css';

export function PartsInOrder({ hold }: { hold: HoldDrawing }) {
  const { cupboard } = useSheet();
  const { system } = useUnits();
  if (!hold.joined) return null;
  const atHome = new Set(cupboard.adapters.map((one) => one.gear.name));
  const missing = hold.parts.filter((part) => !part.owned && !atHome.has(part.name)).length;
  return (
    <section className={classes.chain} aria-label="Parts in order">
      <h2>How it screws together</h2>
      <ol>
        <li>
          <b>{hold.name}</b>
        </li>
        {hold.parts.map((part, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts stand in their order
          <li key={index} data-missing={!part.owned || undefined}>
            <span className={classes.joint}>
              <Ends below={part.below} /> {part.joins}
            </span>
            <b>{part.name}</b>
            {part.owned ? null : (
              <em>{atHome.has(part.name) ? 'in your cupboard' : 'still to get'}</em>
            )}
            {part.rated_load_g ? <small>rated {massWords(part.rated_load_g, system)}</small> : null}
          </li>
        ))}
      </ol>
      {missing ? (
        <p className={compare.quiet}>
          The smallest thing to get is named; any part with the same two ends does as well.
        </p>
      ) : null}
    </section>
  );
}

/** A stud stands out, a hole takes it: drawn, so that one sees which is which. */
function Ends({ below }: { below: string }) {
  const stud = /screw|spigot$|foot|plate/.test(below) && !below.startsWith('sleeve');
  return (
    <svg width="22" height="18" viewBox="0 0 22 18" aria-hidden="true" className={classes.end}>
      {stud ? (
        <path d="M3 2h16M8 2v13M14 2v13M8 6h6M8 10h6M8 14h6" />
      ) : (
        <path d="M3 2v13h5V6h6v9h5V2z" />
      )}
    </svg>
  );
}
