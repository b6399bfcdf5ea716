/** What mends and comparisons may take from the cupboard. */
import type {
  Absorber,
  Adapter,
  Ballast,
  Body,
  Cupboard,
  Fixture,
  Gel,
  LampStand,
  Lead,
  Lens,
  LightCard,
  Medium,
  Microphone,
  MicStand,
  PowerSource,
  Support,
} from './types';

/** What a mend or comparison may take from the cupboard. */
export interface Owned {
  lenses: Lens[];
  bodies: Body[];
  supports: { id: string; gear: Support }[];
  adapters: Adapter[];
  fixtures: { id: string; gear: Fixture }[];
  cards: { id: string; gear: LightCard }[];
  weights: Ballast[];
  gels: Gel[];
  stands: LampStand[];
  media: Medium[];
  power: PowerSource[];
  microphones: Microphone[];
  mic_stands: MicStand[];
  absorbers: Absorber[];
  leads: Lead[];
}

export const NOTHING_OWNED: Owned = {
  lenses: [],
  bodies: [],
  supports: [],
  adapters: [],
  fixtures: [],
  cards: [],
  weights: [],
  gels: [],
  stands: [],
  media: [],
  power: [],
  microphones: [],
  mic_stands: [],
  absorbers: [],
  leads: [],
};

/** So much of each kind is looked at; the server refuses more. */
export const OWNED_MOST = {
  lenses: 200,
  bodies: 200,
  supports: 100,
  adapters: 100,
  fixtures: 100,
  cards: 100,
  weights: 100,
  gels: 100,
  stands: 100,
  media: 100,
  power: 100,
  microphones: 100,
  mic_stands: 100,
  absorbers: 100,
  leads: 100,
};

/** What of the cupboard mends and comparisons look at, the first of each kind. */
export function ownedOf(cupboard: Cupboard): Owned {
  return {
    lenses: cupboard.lenses.slice(0, OWNED_MOST.lenses).map((one) => one.gear),
    bodies: cupboard.bodies.slice(0, OWNED_MOST.bodies).map((one) => one.gear),
    supports: cupboard.supports.slice(0, OWNED_MOST.supports),
    adapters: cupboard.adapters.slice(0, OWNED_MOST.adapters).map((one) => one.gear),
    fixtures: cupboard.fixtures.slice(0, OWNED_MOST.fixtures),
    cards: cupboard.cards.slice(0, OWNED_MOST.cards),
    weights: cupboard.weights.slice(0, OWNED_MOST.weights).map((one) => one.gear),
    gels: cupboard.gels.slice(0, OWNED_MOST.gels).map((one) => one.gear),
    stands: cupboard.stands.slice(0, OWNED_MOST.stands).map((one) => one.gear),
    media: cupboard.media.slice(0, OWNED_MOST.media).map((one) => one.gear),
    power: cupboard.power.slice(0, OWNED_MOST.power).map((one) => one.gear),
    microphones: cupboard.microphones.slice(0, OWNED_MOST.microphones).map((one) => one.gear),
    mic_stands: cupboard.mic_stands.slice(0, OWNED_MOST.mic_stands).map((one) => one.gear),
    absorbers: cupboard.absorbers.slice(0, OWNED_MOST.absorbers).map((one) => one.gear),
    leads: cupboard.leads.slice(0, OWNED_MOST.leads).map((one) => one.gear),
  };
}

/** What is said where the cupboard holds more of a kind than is looked at; null where it does not. */
export function leftOutWords(cupboard: Cupboard): string | null {
  const over = (Object.keys(OWNED_MOST) as (keyof Owned)[])
    .filter((kind) => cupboard[kind].length > OWNED_MOST[kind])
    .map((kind) => `${OWNED_MOST[kind]} of your ${cupboard[kind].length} ${WORDS[kind]}`);
  return over.length
    ? `Mends and comparisons look at ${over.join(', ')}: those first by name.`
    : null;
}

const WORDS: Record<keyof Owned, string> = {
  lenses: 'lenses',
  bodies: 'cameras',
  supports: 'supports',
  adapters: 'adapters',
  fixtures: 'lamps',
  cards: 'cards',
  weights: 'weights',
  gels: 'gels',
  stands: 'lamp stands',
  media: 'cards and disks',
  power: 'batteries and banks',
  microphones: 'microphones',
  mic_stands: 'microphone stands',
  absorbers: 'duvets and rugs',
  leads: 'leads',
};

/** The same as a request says it. */
export const ownedBody = (owned: Owned) => ({
  owned_lenses: owned.lenses,
  owned_bodies: owned.bodies,
  owned_supports: owned.supports,
  owned_adapters: owned.adapters,
  owned_fixtures: owned.fixtures,
  owned_cards: owned.cards,
  owned_weights: owned.weights,
  owned_gels: owned.gels,
  owned_stands: owned.stands,
  owned_media: owned.media,
  owned_power: owned.power,
  owned_microphones: owned.microphones,
  owned_mic_stands: owned.mic_stands,
  owned_absorbers: owned.absorbers,
  owned_leads: owned.leads,
});
