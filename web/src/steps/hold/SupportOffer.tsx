/** Where the cupboard has other figures of the support by now: an offer, never more. */
import { UnstyledButton } from '@mantine/core';
import { useSheet } from '../../saving/context';
import compare from '../../ui/Compare.module.css';

export function SupportOffer() {
  const { plan, cupboard, set } = useSheet();
  return (
    <>
      {plan.supports.map((placed, index) => {
        const known = cupboard.supports.find((one) => one.id === placed.gear_id);
        if (!known || JSON.stringify(known.gear) === JSON.stringify(placed.gear)) return null;
        return (
          <p key={placed.id} className={compare.offer}>
            Your cupboard has other figures of “{placed.gear.name}” by now; this plan keeps its
            copy.{' '}
            <UnstyledButton
              className={compare.take}
              onClick={() => void set(`/supports/${index}/gear`, known.gear)}
            >
              Take the cupboard’s figures
            </UnstyledButton>
          </p>
        );
      })}
    </>
  );
}
