/** Ways to hear what is to be heard, side by side, each at the best place that was found for it. */
import { Button } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import type { MicOffers, PlacedMic, SoundDrawing } from '../../api/types';
import { withNewEntry, withValue } from '../../domain/plan';
import { FieldGroup } from '../../fields/FieldGroup';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';
import { Sentence } from '../../ui/Sentence';
import { getWays } from './requests';
import classes from './sound.module.css';

export function Ways({ drawing }: { drawing: SoundDrawing }) {
  const { plan } = useSheet();
  const unheard = drawing.sources.filter(
    (source) => !drawing.mics.some((one) => one.hears === source.called),
  );
  const words = unheard.length
    ? `for ${unheard.map((one) => one.called).join(' and ')}`
    : 'side by side, each at its best place';
  if (plan.mics.length >= 8) return null;
  return (
    <FieldGroup title="Ways to hear it" words={words} open={unheard.length > 0}>
      {drawing.sources.map((one) => (
        <Kind key={one.kind} kind={one.kind as MicOffers['kind']} called={one.called} />
      ))}
    </FieldGroup>
  );
}

function Kind({ kind, called }: { kind: MicOffers['kind']; called: string }) {
  const { plan, owned, dragging, edit } = useSheet();
  const query = useQuery({
    queryKey: ['ways', kind, JSON.stringify(plan), owned],
    queryFn: () => getWays(plan, kind, owned),
    enabled: !dragging,
    placeholderData: (before) => before,
  });
  const take = (mic: PlacedMic) =>
    void edit((now) => {
      const more = withNewEntry(now, '/mics', mic);
      // Recorded apart, sound and pictures are set to each other by a clap at each end.
      return mic.into?.kind === 'recorder' && now.sound.claps === null
        ? withValue(more, '/sound/claps', 'at start and end')
        : more;
    });
  if (query.isError) {
    return <p role="alert">The ways to hear {called} could not be worked out: try again.</p>;
  }
  if (!query.data) return <p className={compare.quiet}>Looking for places to hear {called}</p>;
  return (
    <div className={classes.wide}>
      <p className={classes.mic}>
        <b>For {called}</b>
      </p>
      {query.data.rows.map((row) => (
        <div key={row.title} className={classes.way} data-good={row.good}>
          <div>
            {row.title}
            {row.owned ? null : <small>not in your cupboard</small>}
          </div>
          <div>
            <Sentence pieces={row.says} />
          </div>
          {row.mic ? (
            <Button
              variant="default"
              size="compact-sm"
              aria-label={`Put it there: ${row.title}`}
              onClick={() => row.mic && take(row.mic)}
            >
              Put it there
            </Button>
          ) : null}
        </div>
      ))}
    </div>
  );
}
