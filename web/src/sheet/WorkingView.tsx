/** The arithmetic of one figure: formula, numbers put in, result, source. */
import type { Figure, Working } from '../api/types';
import { quantityWords } from '../domain/units';
import { useUnits } from '../ui/units';
import classes from './WorkingView.module.css';

export function WorkingView({ figure, working }: { figure: Figure; working: Working }) {
  const { system } = useUnits();
  return (
    <div className={classes.working}>
      <p className={classes.title}>
        {figure.title}: <b>{quantityWords(figure.quantity, system)}</b>
      </p>
      <p className={classes.holds}>Holds for: {figure.holds_for}</p>
      <p className={classes.formula}>{working.formula}</p>
      {working.puts.length ? (
        <table className={classes.puts}>
          <caption className="visually-hidden">Numbers put in</caption>
          <tbody>
            {working.puts.map((put) => (
              <tr key={put.symbol}>
                <th scope="row">{put.symbol}</th>
                <td className={classes.value}>{quantityWords(put.quantity, system)}</td>
                <td>
                  {put.meaning}
                  {put.assumed ? <em> (assumed)</em> : null}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : null}
      {working.note ? <p className={classes.source}>{working.note}</p> : null}
      <p className={classes.source}>Source: {working.source}</p>
    </div>
  );
}
