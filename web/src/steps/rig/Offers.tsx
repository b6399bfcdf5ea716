/** Rigs side by side: from the side, as the lens sees it, what each gives, costs and needs; taken whole or in part. */
import { Button, Menu } from '@mantine/core';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import type { RigOffer } from '../../api/types';
import { drawnOf, SizedRig } from '../../drawing/shapes/RigSketch';
import { addressOf, getPicture } from '../../picture/requests';
import { useSheet } from '../../saving/context';
import { Sentence } from '../../ui/Sentence';
import { VerdictMark } from '../../ui/VerdictMark';
import { OPEN_SHOWN, partsOf, thingsWords, titleOf } from './model';
import { glanceAt } from './requests';
import classes from './rig.module.css';

const PICTURE_PX = 320;

export function Offers({ offers, onTake }: { offers: readonly RigOffer[]; onTake: () => void }) {
  if (!offers.length) return null;
  return (
    <section className={classes.offers} aria-label="Rigs side by side">
      {offers.map((offer) => (
        <Offer
          key={JSON.stringify(offer.line)}
          offer={offer}
          first={offers[0] ?? offer}
          onTake={onTake}
        />
      ))}
    </section>
  );
}

interface OfferProps {
  offer: RigOffer;
  first: RigOffer;
  onTake: () => void;
}

function Offer({ offer, first, onTake }: OfferProps) {
  const { change } = useSheet();
  const [all, setAll] = useState(false);
  const parts = partsOf(offer);
  const open = all ? offer.open : offer.open.slice(0, OPEN_SHOWN);
  const take = (): void => {
    void change(offer.changes).then((problems) => {
      if (!problems.length) onTake();
    });
  };
  return (
    <article className={classes.offer} data-holds={offer.holds}>
      <h2>{titleOf(offer, first)}</h2>
      <Pictures offer={offer} />
      <p className={classes.what}>
        <Sentence pieces={offer.line} />
      </p>
      <p>
        <Sentence pieces={offer.gives} />
      </p>
      <p className={classes.quiet}>
        <Sentence pieces={offer.costs} />
      </p>
      <ul className={classes.marks} aria-label="How its steps stand">
        {offer.marks.map((one) => (
          <li key={one.step}>
            <VerdictMark verdict={one.verdict} />
            {one.step}
          </li>
        ))}
      </ul>
      {open.length ? (
        <ul className={classes.open} aria-label="What stays open">
          {open.map((one) => (
            <li key={`${one.code} ${one.about}`} data-verdict={one.verdict}>
              <VerdictMark verdict={one.verdict} />
              <span>
                <Sentence pieces={one.title} />
              </span>
            </li>
          ))}
          {offer.open.length > open.length ? (
            <li>
              <Button variant="subtle" size="compact-sm" onClick={() => setAll(true)}>
                {offer.open.length - open.length} more
              </Button>
            </li>
          ) : null}
        </ul>
      ) : (
        <p className={classes.holds}>Everything holds.</p>
      )}
      <p className={classes.needs}>{thingsWords(offer)}</p>
      <div className={classes.ways}>
        <Button variant={offer === first ? 'filled' : 'default'} onClick={take}>
          Take this rig
        </Button>
        {parts.length ? (
          <Menu position="bottom-start">
            <Menu.Target>
              <Button variant="default">Take a part</Button>
            </Menu.Target>
            <Menu.Dropdown>
              {parts.map(({ part, words }) => (
                <Menu.Item key={part} onClick={() => void change(offer.parts[part] ?? [])}>
                  {words}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
        ) : null}
      </div>
    </article>
  );
}

/** The rig from the side, and what its lens sees. */
function Pictures({ offer }: { offer: RigOffer }) {
  const key = JSON.stringify(offer.plan);
  const glance = useQuery({
    queryKey: ['rig-drawn', key],
    queryFn: () => glanceAt(offer.plan),
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  const picture = useQuery({
    queryKey: ['rig-seen', key],
    queryFn: async () => addressOf(await getPicture(offer.plan, 0, PICTURE_PX, 'draft', 0)),
    staleTime: Number.POSITIVE_INFINITY,
  }).data;
  const drawn = glance ? drawnOf(glance) : null;
  return (
    <div className={classes.pictures}>
      <div className={classes.sketch}>
        <SizedRig drawn={drawn} />
      </div>
      <div className={classes.seen}>
        {picture ? <img src={picture} alt="What its lens sees" /> : null}
      </div>
    </div>
  );
}
