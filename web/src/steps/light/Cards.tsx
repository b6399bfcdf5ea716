/** Bounce cards, flags and diffusers of the plan, and one more from the cupboard. */
import { UnstyledButton } from '@mantine/core';
import type { LightCard, PlacedCard } from '../../api/types';
import entries from '../../fields/Entries.module.css';
import { PlanField } from '../../fields/PlanField';
import { TakeOne } from '../../fields/TakeOne';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import classes from './light.module.css';

const USES = { bounce: 'bounce card', flag: 'flag', diffuser: 'diffuser' };
const LIMIT = 6;

const placed = (id: string, card: LightCard, cardId: string | null): PlacedCard => ({
  id,
  card,
  card_id: cardId,
  owned: true,
  position: { x_mm: null, y_mm: null, z_mm: null },
  facing: { x_mm: null, y_mm: null, z_mm: null },
});

export function Cards() {
  const { plan, cupboard } = useSheet();
  const { add, remove } = useEntries<PlacedCard>('/cards');
  const used = new Set(plan.cards.map((one) => one.id));
  const fresh = (): string => {
    for (let number = 1; ; number++) if (!used.has(`card-${number}`)) return `card-${number}`;
  };
  return (
    <div>
      {plan.cards.map((one, index) => (
        <fieldset key={one.id} className={entries.entry} aria-label={one.card.name}>
          <div className={classes.name}>
            <b>{one.card.name}</b>
            <span>
              {USES[one.card.use]}, facing the middle of the zone
              {one.owned ? '' : ' · still to get'}
            </span>
          </div>
          <PlanField pointer={`/cards/${index}/position/x_mm`} />
          <PlanField pointer={`/cards/${index}/position/y_mm`} />
          <PlanField pointer={`/cards/${index}/position/z_mm`} />
          <UnstyledButton
            className={entries.remove}
            aria-label={`Take ${one.card.name} away`}
            onClick={() => remove(index)}
          >
            take away
          </UnstyledButton>
        </fieldset>
      ))}
      {cupboard.cards.length && plan.cards.length < LIMIT ? (
        <TakeOne
          says="A card, flag or diffuser:"
          things={cupboard.cards}
          onTake={(one) => add(placed(fresh(), one.gear, one.id))}
        />
      ) : null}
    </div>
  );
}
