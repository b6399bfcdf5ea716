/** Bounce cards, flags and diffusers of the plan, and one more from the cupboard. */
import { UnstyledButton } from '@mantine/core';
import type { CardDrawing, LightCard, PlacedCard } from '../../api/types';
import entries from '../../fields/Entries.module.css';
import { PlanField } from '../../fields/PlanField';
import { TakeOne } from '../../fields/TakeOne';
import { useEntries } from '../../fields/useEntries';
import { useSheet } from '../../saving/context';
import { Aim } from './Aim';
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

/** What a card gives where it stands. */
function cardWords(card: CardDrawing | undefined): string {
  if (!card) return '';
  const words = [
    card.gives_lx === null ? '' : `${Math.round(card.gives_lx)} lx on the work`,
    card.lifts_stops >= 0.05 ? `lifts its side by ${card.lifts_stops.toFixed(1)} stops` : '',
  ].filter(Boolean);
  return words.length ? ` · ${words.join(', ')}` : '';
}

export function Cards({ drawn }: { drawn: readonly CardDrawing[] }) {
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
              {USES[one.card.use]}
              {one.owned ? '' : ' · still to get'}
              {cardWords(drawn[index])}
            </span>
          </div>
          <PlanField pointer={`/cards/${index}/position/x_mm`} />
          <PlanField pointer={`/cards/${index}/position/y_mm`} />
          <PlanField pointer={`/cards/${index}/position/z_mm`} />
          <Aim at={`/cards/${index}/facing`} name={one.card.name} aim={one.facing} />
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
