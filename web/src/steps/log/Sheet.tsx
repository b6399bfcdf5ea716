/** Log: what happened in past sessions, what it cost, and what was learned for the next plan. */
import { Button, SegmentedControl } from '@mantine/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { sentencesOf } from '../../api/client';
import type { LimitSeen } from '../../api/types';
import { useSheet } from '../../saving/context';
import answer from '../../sheet/AnswerLine.module.css';
import type { SheetProps } from '../../sheet/step';
import { Section } from '../../ui/Section';
import { Sentence } from '../../ui/Sentence';
import { Trouble } from '../../ui/Trouble';
import { VerdictMark } from '../../ui/VerdictMark';
import { Exchange } from './Exchange';
import { Learned } from './Learned';
import { Lost } from './Lost';
import classes from './log.module.css';
import { Pictures } from './Pictures';
import { getCompared } from './requests';
import { Sessions } from './Sessions';
import { Takes } from './Takes';

export function LogSheet({ planId }: SheetProps) {
  const [of, setOf] = useState<'plan' | 'all'>('all');
  const compared = useQuery({
    queryKey: ['compared'],
    queryFn: getCompared,
    refetchOnMount: 'always',
  });
  const plan = of === 'plan' ? planId : null;
  const { data } = compared;
  return (
    <>
      <div className={answer.answer}>
        <h1 className={answer.line} aria-live="polite">
          {data ? <Sentence pieces={data.answer} /> : 'Reading the log'}
        </h1>
      </div>
      {compared.isError ? <Trouble sentences={sentencesOf(compared.error)} /> : null}
      {data?.notes.length ? (
        <ul className={classes.notes} aria-label="What the log found">
          {data.notes.map((one) => (
            <li
              key={`${one.code} ${one.title.map((piece) => piece.text).join('')}`}
              data-code={one.code}
            >
              <VerdictMark verdict={one.verdict} />
              <p>
                <b>
                  <Sentence pieces={one.title} />
                </b>{' '}
                <Sentence pieces={one.mend} />
                {one.put && one.plan_id === planId ? <PutLimit limit={one.put} /> : null}
              </p>
            </li>
          ))}
        </ul>
      ) : null}
      {data ? <Learned rows={data.rows} /> : null}
      <div className={classes.of}>
        <SegmentedControl
          aria-label="Whose sessions"
          value={of}
          onChange={(value) => setOf(value as 'plan' | 'all')}
          data={[
            { value: 'all', label: 'All plans' },
            { value: 'plan', label: 'This plan' },
          ]}
        />
      </div>
      <Lost plan={plan} />
      <Sessions plan={plan} />
      <Section title="Find a take" begins>
        <Takes plan={plan} />
      </Section>
      <Section title="Pictures of checks">
        <Pictures planId={planId} />
      </Section>
      <Section title="The log in files">
        <Exchange />
      </Section>
    </>
  );
}

/** A limit that came, put on the camera of this plan. */
function PutLimit({ limit }: { limit: LimitSeen }) {
  const { plan, set } = useSheet();
  const queries = useQueryClient();
  const index = plan.cameras.findIndex((one) => one.id === limit.camera);
  const body = plan.cameras[index]?.body;
  if (!body || body[limit.field] === limit.seconds) return null;
  return (
    <Button
      size="compact-sm"
      className={classes.put}
      onClick={() =>
        void set(`/cameras/${index}/body/${limit.field}`, limit.seconds).then(() =>
          queries.invalidateQueries({ queryKey: ['compared'] }),
        )
      }
    >
      Put it on the camera
    </Button>
  );
}
