/** Everything that could hold this camera, side by side for the same frame. */
import { Button, Loader, UnstyledButton } from '@mantine/core';
import { useEffect, useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { SupportRow } from '../../api/types';
import { exactWords, massWords, type UnitSystem } from '../../domain/units';
import { useCompared } from '../../saving/asking';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Sentence } from '../../ui/Sentence';
import { useUnits } from '../../ui/units';
import { VerdictMark } from '../../ui/VerdictMark';
import { SupportSketch } from './drawing/SupportSketch';
import classes from './hold.module.css';
import { notConsidered } from './model';
import { compareSupports } from './requests';

export function SupportTable({
  open: wanted,
  onConsider,
}: {
  open: boolean;
  onConsider: () => void;
}) {
  const [open, setOpen] = useState(wanted);
  useEffect(() => {
    if (wanted) setOpen(true);
  }, [wanted]);
  const found = useCompared('compare-supports', open, compareSupports);
  return (
    <details
      className={compare.section}
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>
        <h2>{wanted ? 'What could hold it there?' : 'What else could hold it there?'}</h2>
      </summary>
      {found.isError ? <p role="alert">{sentencesOf(found.error)[0]}</p> : null}
      {open && !found.data && !found.isError ? (
        <p className={compare.quiet}>
          <Loader size="xs" /> Setting each of them up under this camera
        </p>
      ) : null}
      {found.data ? (
        <>
          <p className={compare.quiet}>
            Each with everything that hangs on it, for this frame, and the figure that decides.
          </p>
          <Rows rows={found.data.rows} />
        </>
      ) : null}
      <p className={classes.consider}>
        <Button variant="default" size="compact-md" onClick={onConsider}>
          Type in one that you consider
        </Button>
        <span className={compare.quiet}>It stands here beside yours before you pay for it.</span>
      </p>
    </details>
  );
}

function Rows({ rows }: { rows: readonly SupportRow[] }) {
  const mine = rows.filter((row) => row.owned || row.considered || row.present);
  const kinds = rows.filter((row) => !mine.includes(row));
  return (
    <div>
      {mine.map((row, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two of one name are two
        <Row key={`${row.name}-${index}`} row={row} />
      ))}
      <h3 className={classes.divide}>Kinds one could get, by usual figures</h3>
      {kinds.map((row) => (
        <Row key={row.name} row={row} />
      ))}
    </div>
  );
}

const ratio = (value: number | null): string =>
  value === null ? '–' : value >= 10 ? 'over 10' : exactWords(value, 1);

function area(mm2: number | null): string {
  return mm2 === null || mm2 < 1 ? '–' : `${exactWords(mm2 / 1e6, 2)} m²`;
}

function wobbleWords(row: SupportRow): string {
  const { wobble_low_px: low, wobble_high_px: high } = row;
  if (low === null || high === null) return '–';
  return high < 0.05 ? '0 px' : `${exactWords(low, 1)}–${exactWords(high, 1)} px`;
}

/** The figures of a row, each with its name; what is not known is left out. */
function figuresOf(row: SupportRow, system: UnitSystem): [string, string][] {
  const found: [string, string | null][] = [
    [
      'load',
      row.load_g === null
        ? null
        : `${massWords(row.load_g, system)} of ${row.allowed_g === null ? 'unknown' : massWords(row.allowed_g, system)}`,
    ],
    ['may carry besides', row.spare_g === null ? null : massWords(row.spare_g, system)],
    ['stands by itself', row.tipping === null ? null : `${ratio(row.tipping)}, 1.5 is needed`],
    ['knocked', row.tipping_knocked === null ? null : ratio(row.tipping_knocked)],
    ['sandbag', row.sandbag_g ? massWords(row.sandbag_g, system) : null],
    ['counterweight', row.counterweight_g ? massWords(row.counterweight_g, system) : null],
    [
      'joint',
      row.torque_share === null
        ? null
        : `${exactWords(row.torque_share * 100, 0)} % of what it holds`,
    ],
    ['sag', row.sag_mm === null ? null : `${exactWords(row.sag_mm, 1)} mm`],
    ['wobble', row.wobble_low_px === null ? null : wobbleWords(row)],
    ['table it takes', row.table_mm2 ? area(row.table_mm2) : null],
    ['floor it takes', row.floor_mm2 ? area(row.floor_mm2) : null],
    ['set up in', `${exactWords(row.set_up_min, 0)} min`],
  ];
  return found.filter((one): one is [string, string] => one[1] !== null);
}

function Row({ row }: { row: SupportRow }) {
  const { evaluation } = useSheet();
  const { system } = useUnits();
  const { table, table_height_mm: tableHeight } = evaluation.drawings.work;
  return (
    <section className={classes.row} data-present={row.present || undefined} aria-label={row.name}>
      <SupportSketch row={row} table={table} tableHeight={tableHeight} />
      <div>
        <h4 className={classes.rowName}>
          <VerdictMark verdict={row.verdict} />
          <span>
            {row.name}
            <span className={classes.present}>
              {row.present
                ? ' · holds it in this plan'
                : row.considered
                  ? ' · considered, not owned'
                  : ''}
            </span>
          </span>
        </h4>
        <p className={classes.decides}>
          <Sentence pieces={row.decides} />
        </p>
        {row.against.slice(0, 2).map((title, index) =>
          JSON.stringify(title) === JSON.stringify(row.decides) ? null : (
            // biome-ignore lint/suspicious/noArrayIndexKey: sentences keep their order
            <small key={index} className={classes.also}>
              <Sentence pieces={title} />
            </small>
          ),
        )}
        {row.worse.length ? (
          <small className={classes.also}>
            <Sentence pieces={row.worse} />
          </small>
        ) : null}
        {row.missing.length ? (
          <small className={`${classes.also} ${classes.soft}`}>
            joined with: {row.missing.join(', ')}
          </small>
        ) : null}
        <details className={classes.rowFigures}>
          <summary>figures</summary>
          <dl>
            {figuresOf(row, system).map(([name, value]) => (
              <div key={name}>
                <dt>{name}</dt>
                <dd>{value}</dd>
              </div>
            ))}
          </dl>
        </details>
      </div>
      <Ways row={row} />
    </section>
  );
}

/** What one can do with a row; for what is not owned there is nothing but to look. */
function Ways({ row }: { row: SupportRow }) {
  const { plan, change } = useSheet();
  if (row.present || !(row.owned || row.considered)) return null;
  const inPlan = row.considered && plan.supports.some((one) => one.gear.name === row.name);
  return (
    <span className={classes.ways}>
      <UnstyledButton
        className={compare.take}
        aria-label={`Take ${row.name}`}
        onClick={() => void change(row.changes)}
      >
        {row.verdict === 'fails' ? 'take it all the same' : 'take it'}
      </UnstyledButton>
      {inPlan ? (
        <UnstyledButton
          className={classes.drop}
          aria-label={`Stop considering ${row.name}`}
          onClick={() => void change(notConsidered(plan, row.name))}
        >
          drop it
        </UnstyledButton>
      ) : null}
    </span>
  );
}
