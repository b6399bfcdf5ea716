/** Everything that could hold this camera, side by side for the same frame. */
import { Button, Loader, UnstyledButton } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { SupportRow } from '../../api/types';
import { exactWords, massWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Sentence } from '../../ui/Sentence';
import { VerdictMark } from '../../ui/VerdictMark';
import classes from './hold.module.css';
import { notConsidered } from './model';
import { compareSupports } from './requests';

const HEADS = [
  'load',
  'stands',
  'knocked',
  'joint',
  'sag',
  'wobble',
  'floor',
  'may add',
  'set up',
] as const;

export function SupportTable({
  open: wanted,
  onConsider,
}: {
  open: boolean;
  onConsider: () => void;
}) {
  const { plan, owned, dragging, camera } = useSheet();
  const [open, setOpen] = useState(wanted);
  useEffect(() => {
    if (wanted) setOpen(true);
  }, [wanted]);
  const found = useQuery({
    queryKey: ['compare-supports', open && !dragging ? [plan, camera.index, owned] : null],
    queryFn: () => compareSupports(plan, camera.index, owned),
    enabled: open && !dragging,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 30_000,
    placeholderData: (before) => before,
  });
  return (
    <details
      className={compare.section}
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
    >
      <summary>
        <h2>What else could hold it there?</h2>
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
            Each with everything that hangs on it, for this frame. Stands, knocked: the moment that
            holds it ÷ the one that turns it over; 1.5 is needed. Joint: torque ÷ what it holds.
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
    <div className={compare.scroll}>
      <table className={`${compare.table} ${classes.supports}`}>
        <thead>
          <tr>
            {HEADS.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        {mine.map((row, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two of one name are two
          <Row key={`${row.name}-${index}`} row={row} />
        ))}
        <tbody>
          <tr className={classes.divide}>
            <th scope="rowgroup" colSpan={HEADS.length}>
              Kinds one could get, by usual figures
            </th>
          </tr>
        </tbody>
        {kinds.map((row) => (
          <Row key={row.name} row={row} />
        ))}
      </table>
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

function Row({ row }: { row: SupportRow }) {
  return (
    <tbody>
      <tr data-present={row.present || undefined}>
        <th scope="rowgroup" colSpan={HEADS.length}>
          <div className={classes.support}>
            <VerdictMark verdict={row.verdict} />
            <div>
              {row.name}
              <em>
                {row.present
                  ? ' · holds it in this plan'
                  : row.considered
                    ? ' · considered, not owned'
                    : ''}
              </em>
              {row.against.slice(0, 2).map((title, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: sentences keep their order
                <small key={index}>
                  <Sentence pieces={title} />
                </small>
              ))}
              {row.missing.length && !row.owned ? (
                <small className={classes.soft}>joined with: {row.missing.join(', ')}</small>
              ) : null}
            </div>
            <Ways row={row} />
          </div>
        </th>
      </tr>
      <tr className={classes.figures} data-present={row.present || undefined}>
        <td>
          {row.load_g === null ? '' : massWords(row.load_g)}
          <i>
            {row.allowed_g === null
              ? row.load_g === null
                ? ''
                : 'of unknown'
              : `of ${massWords(row.allowed_g)}`}
          </i>
        </td>
        <td>
          {ratio(row.tipping)}
          <i>{row.counterweight_g ? `counter\u00a0${massWords(row.counterweight_g)}` : ''}</i>
        </td>
        <td>
          {ratio(row.tipping_knocked)}
          <i>{row.sandbag_g ? `bag ${massWords(row.sandbag_g)}` : ''}</i>
        </td>
        <td>{row.torque_share === null ? '–' : `${exactWords(row.torque_share * 100, 0)} %`}</td>
        <td>{row.sag_mm === null ? '–' : `${exactWords(row.sag_mm, 1)} mm`}</td>
        <td>{wobbleWords(row)}</td>
        <td>
          {area(row.floor_mm2 ?? row.table_mm2)}
          <i>{row.table_mm2 ? 'of table' : ''}</i>
        </td>
        <td>{row.spare_g === null ? '–' : massWords(row.spare_g)}</td>
        <td>{exactWords(row.set_up_min, 0)} min</td>
      </tr>
    </tbody>
  );
}

/** What one can do with a row; for what is not owned there is nothing but to look. */
function Ways({ row }: { row: SupportRow }) {
  const { plan, change } = useSheet();
  if (row.present || !(row.owned || row.considered)) return null;
  return (
    <span className={classes.ways}>
      <UnstyledButton
        className={compare.take}
        aria-label={`Take ${row.name}`}
        onClick={() => void change(row.changes)}
      >
        take it
      </UnstyledButton>
      {row.considered ? (
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
