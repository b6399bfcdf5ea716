/** Mends for all of a plan: the fewest moves that clear most of what is open, taken as one. */
import { Button, Loader } from '@mantine/core';
import { useMutation } from '@tanstack/react-query';
import { sentencesOf } from '../../api/client';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { VerdictMark } from '../../ui/VerdictMark';
import { mendAll } from './requests';
import classes from './rig.module.css';

export function MendAll() {
  const { plan, owned, evaluation, change } = useSheet();
  const find = useMutation({ mutationFn: () => mendAll(plan, owned) });
  const open = evaluation.findings.filter(
    (one) => (one.verdict === 'fails' || one.verdict === 'watch') && !one.accepted,
  ).length;
  const found = find.data;
  const take = (): void => {
    if (!found) return;
    void change(found.moves.flatMap((one) => one.changes)).then((problems) => {
      if (!problems.length) find.reset();
    });
  };
  return (
    <section className={classes.mends} aria-label="Mends for all of it">
      <h2>Mends for what you have</h2>
      <div className={classes.line}>
        <Button
          variant="default"
          disabled={!open || find.isPending}
          onClick={() => find.mutate()}
          leftSection={find.isPending ? <Loader size="xs" /> : null}
        >
          Find the fewest moves
        </Button>
        <output className={classes.quiet}>
          {found ? (
            <Sentence pieces={found.says} />
          ) : open ? (
            `${open} ${open === 1 ? 'note is' : 'notes are'} open over all steps.`
          ) : (
            'No note is open that a move could clear.'
          )}
        </output>
      </div>
      {find.isError ? <Trouble sentences={sentencesOf(find.error)} /> : null}
      {found?.moves.length ? (
        <>
          <ol className={classes.moves}>
            {found.moves.map((move) => (
              <li key={JSON.stringify(move.action)}>
                <b>
                  <Sentence pieces={move.action} />
                </b>
                {move.cost.length ? (
                  <span className={classes.quiet}>
                    {' '}
                    <Sentence pieces={move.cost} />
                  </span>
                ) : null}
                <ul>
                  {move.clears.map((one) => (
                    <li key={`${one.code} ${one.about}`}>
                      <VerdictMark verdict={one.now} />
                      <span>
                        <Sentence pieces={one.title} />
                        {one.now === 'watch' ? ' (stays to be watched)' : ''}
                      </span>
                    </li>
                  ))}
                </ul>
              </li>
            ))}
          </ol>
          {found.stays.length ? (
            <p className={classes.quiet}>
              It leaves:{' '}
              {found.stays.map((one, at) => (
                <span key={`${one.code} ${one.about}`}>
                  {at ? '; ' : ''}
                  <Sentence pieces={one.title} />
                </span>
              ))}
            </p>
          ) : null}
          <Button onClick={take}>
            {found.moves.length === 1 ? 'Make this move' : 'Make these moves'}
          </Button>
        </>
      ) : null}
    </section>
  );
}
