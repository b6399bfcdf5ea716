/** Card: what one does at the bench, drawings first. Works with a thumb, prints short or long. */
import { Button, SegmentedControl } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { useSheet } from '../../saving/context';
import type { SheetProps } from '../../sheet/step';
import { useUnits } from '../../ui/units';
import { CardPage } from './CardPage';
import classes from './card.module.css';
import { Files } from './Files';
import { Lists } from './Lists';
import { type CardForm, cardPdf, getCard, type Paper } from './requests';
import { CameraTable, Rounds } from './Tables';

const PAGE_SIZE: Record<Paper, string> = { a4: 'A4', letter: 'letter' };

export function CardSheet({ planId }: SheetProps) {
  const { plan, evaluation } = useSheet();
  const { system } = useUnits();
  const [paper, setPaper] = useState<Paper>(system === 'cm' ? 'a4' : 'letter');
  const [form, setForm] = useState<CardForm>('long');
  const letters = useMediaQuery('(max-width: 640px)') ? 'large' : 'plain';
  const found = useQuery({
    queryKey: ['card', JSON.stringify(plan), letters],
    queryFn: () => getCard(plan, letters),
    placeholderData: (before) => before,
  });
  const { cards, cautions } = evaluation;
  const full = found.data;
  return (
    <div data-form={form} className={classes.sheet}>
      <style>{`@page { size: ${PAGE_SIZE[paper]} portrait; margin: 11mm; }`}</style>
      <div className={classes.ways} data-noprint>
        <SegmentedControl
          aria-label="Length of the card"
          value={form}
          onChange={(value) => setForm(value as CardForm)}
          data={[
            { value: 'short', label: 'One side' },
            { value: 'long', label: 'All of it' },
          ]}
        />
        <SegmentedControl
          aria-label="Paper"
          value={paper}
          onChange={(value) => setPaper(value as Paper)}
          data={[
            { value: 'a4', label: 'A4' },
            { value: 'letter', label: 'Letter' },
          ]}
        />
        <Button onClick={() => window.print()}>Print the card</Button>
        <Button
          component="a"
          href={cardPdf(planId, paper, form, system)}
          download
          variant="default"
        >
          Save as PDF
        </Button>
      </div>
      {found.isError ? (
        <p role="alert">
          The drawings of the card could not be worked out. Your plan is as it was; the figures
          below hold.{' '}
          <button type="button" onClick={() => void found.refetch()}>
            Try again
          </button>
        </p>
      ) : null}
      {cards.map((card, index) => (
        <CardPage
          key={card.camera_id}
          card={card}
          views={full?.views.find((one) => one.camera === card.camera_id)}
          cautions={index ? [] : cautions}
          form={form}
          first={index === 0}
        >
          {index === 0 && full ? (
            <>
              <CameraTable lines={full.lines} />
              <Rounds rounds={full.rounds} />
            </>
          ) : null}
        </CardPage>
      ))}
      {full && form === 'long' ? <Lists planId={planId} full={full} /> : null}
      {full ? <Files planId={planId} plan={plan} paper={paper} views={full.views} /> : null}
    </div>
  );
}
