/** On a sheet that has nothing to show yet: the best whole rigs that the cupboard allows, ready to take. */
import { Button } from '@mantine/core';
import { type ReactNode, useEffect } from 'react';
import { Link, useParams } from 'react-router';
import type { RigOffer } from '../../api/types';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Sentence } from '../../ui/Sentence';
import sheet from '../../ui/SheetLayout.module.css';
import { Trouble } from '../../ui/Trouble';
import { VerdictMark } from '../../ui/VerdictMark';
import { Working } from '../../ui/Working';
import classes from './BestRig.module.css';
import { useWholeRig } from './useWholeRig';

export function BestRig() {
  const { planId = '' } = useParams();
  const { cupboardKnown, owned, change } = useSheet();
  const { progress, outcome: fresh, known, trouble, run, stop } = useWholeRig();
  const outcome = fresh ?? known;
  const begins = cupboardKnown && owned.bodies.length > 0 && !known;
  useEffect(() => {
    if (begins) run();
  }, [begins, run]);
  if (!cupboardKnown) return null;
  if (!owned.bodies.length) {
    return (
      <p className={sheet.empty}>
        Your cupboard has no camera yet. Put yours <Link to="/cupboard">there</Link>, a phone too;
        or read on the <Link to={`/plan/${planId}/rig`}>whole rig</Link> which kinds of things to
        get.
      </p>
    );
  }
  const best = progress?.best ?? null;
  return (
    <section className={classes.best} aria-label="The best of your cupboard">
      {outcome ? (
        <>
          <h2>
            {outcome.holds ? (
              'The best that your cupboard allows, ready to take'
            ) : (
              <Sentence pieces={outcome.says} />
            )}
          </h2>
          {outcome.offers.map((offer) => (
            <Answer
              key={JSON.stringify(offer.line)}
              offer={offer}
              onTake={() => void change(offer.changes)}
            />
          ))}
        </>
      ) : (
        <>
          <h2>The best that your cupboard allows</h2>
          <div className={classes.line}>
            {progress ? (
              <Working progress={progress} onStop={stop} />
            ) : (
              <Button size="compact-md" onClick={run}>
                Work it out
              </Button>
            )}
          </div>
          {best ? <Answer offer={best} onTake={() => void change(best.changes)} soFar /> : null}
        </>
      )}
      {trouble.length ? <Trouble sentences={trouble} /> : null}
      <p className={classes.more}>
        Side by side as pictures, and to take in parts: the{' '}
        <Link to={`/plan/${planId}/rig`}>whole rig</Link>.
      </p>
    </section>
  );
}

/** What stays open: the gravest in words, the rest counted. */
function openWords({ open }: RigOffer): ReactNode {
  const [first, ...rest] = open;
  if (!first) return 'Everything holds.';
  return (
    <>
      Open: <Sentence pieces={first.title} />
      {rest.length ? `, and ${rest.length} more.` : '.'}
    </>
  );
}

interface AnswerProps {
  offer: RigOffer;
  onTake: () => void;
  soFar?: boolean;
}

function Answer({ offer, onTake, soFar = false }: AnswerProps) {
  return (
    <div className={compare.ranked}>
      <VerdictMark verdict={offer.holds ? 'holds' : 'fails'} />
      <p>
        {soFar ? 'So far: ' : null}
        <Sentence pieces={offer.line} />{' '}
        <small className={compare.quiet}>
          <Sentence pieces={offer.gives} /> <Sentence pieces={offer.costs} /> {openWords(offer)}
        </small>
      </p>
      <Button variant="default" size="compact-sm" onClick={onTake}>
        take it
      </Button>
    </div>
  );
}
