/** What would change with one more thing, before and after over all steps; nothing of it is kept until it is taken. */
import { Button, Loader, NativeSelect } from '@mantine/core';
import { useMutation, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import { getBoard } from '../../api/fixed';
import type { Plan, WithIt } from '../../api/types';
import { exactWords } from '../../domain/units';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { VerdictMark } from '../../ui/VerdictMark';
import { bothMarks, choicesOf, type ThingToTry, thingsToTry } from './model';
import { getConsidered, withOneMore } from './requests';
import classes from './rig.module.css';

interface Asked {
  plan: Plan;
  thing: ThingToTry;
}

export function OneMore() {
  const { plan, owned } = useSheet();
  const board = useQuery({ queryKey: ['board'], queryFn: getBoard }).data ?? [];
  const considered = useQuery({ queryKey: ['considered'], queryFn: getConsidered }).data ?? [];
  const things = thingsToTry(considered, board);
  const [id, setId] = useState('');
  const ask = useMutation({
    mutationFn: ({ plan: now, thing }: Asked) => withOneMore(now, thing, owned),
  });
  const thing = things.find((one) => one.id === id);
  return (
    <section className={classes.mends} aria-label="If you had one more thing">
      <h2>If you had one more thing</h2>
      <div className={classes.line}>
        <NativeSelect
          aria-label="Which thing"
          value={id}
          data={choicesOf(things)}
          onChange={(event) => {
            setId(event.currentTarget.value);
            ask.reset();
          }}
        />
        <Button
          variant="default"
          disabled={!thing || ask.isPending}
          leftSection={ask.isPending ? <Loader size="xs" /> : null}
          onClick={() => thing && ask.mutate({ plan, thing })}
        >
          What would change?
        </Button>
        {ask.data ? null : (
          <span className={classes.quiet}>
            {thing?.group === 'considered'
              ? 'by the figures that you typed in'
              : 'by the usual figures of such a thing; type in one that you consider in the cupboard'}
          </span>
        )}
      </div>
      {ask.isError ? <Trouble sentences={sentencesOf(ask.error)} /> : null}
      {ask.data && ask.variables?.plan === plan ? (
        <Told found={ask.data} onTaken={() => ask.reset()} />
      ) : null}
    </section>
  );
}

function Told({ found, onTaken }: { found: WithIt; onTaken: () => void }) {
  const { change } = useSheet();
  const figure = (value: number | null): string =>
    value === null ? 'not known' : exactWords(value, 1);
  const iso = (value: number | null): string =>
    value === null ? 'not known' : exactWords(value, 0);
  return (
    <>
      <output>
        <Sentence pieces={found.says} />
      </output>
      {found.uses ? (
        <>
          <table className={classes.before}>
            <thead>
              <tr>
                <td />
                <th scope="col">now</th>
                <th scope="col">with it</th>
              </tr>
            </thead>
            <tbody>
              {bothMarks(found).map((one) => (
                <tr key={one.step} data-changed={one.before !== one.after}>
                  <th scope="row">{one.step}</th>
                  <td>{one.before ? <VerdictMark verdict={one.before} /> : null}</td>
                  <td>{one.after ? <VerdictMark verdict={one.after} /> : null}</td>
                </tr>
              ))}
              <tr>
                <th scope="row">finest line, px</th>
                <td>{figure(found.detail_px_before)}</td>
                <td>{figure(found.detail_px_after)}</td>
              </tr>
              <tr>
                <th scope="row">ISO</th>
                <td>{iso(found.iso_before)}</td>
                <td>{iso(found.iso_after)}</td>
              </tr>
            </tbody>
          </table>
          <ul className={classes.open}>
            {found.better.map((one) => (
              <li key={`better ${one.code} ${one.about}`}>
                <VerdictMark verdict={one.now} />
                <span>
                  {one.now === 'holds' ? 'no more' : 'eased'}: <Sentence pieces={one.title} />
                </span>
              </li>
            ))}
            {found.worse.map((one) => (
              <li key={`worse ${one.code} ${one.about}`}>
                <VerdictMark verdict={one.now} />
                <span>
                  <Sentence pieces={one.title} />
                </span>
              </li>
            ))}
          </ul>
          <Button
            variant="default"
            onClick={() =>
              void change(found.changes).then((problems) => {
                if (!problems.length) onTaken();
              })
            }
          >
            Put it into the plan
          </Button>
        </>
      ) : null}
    </>
  );
}
