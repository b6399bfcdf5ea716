/** Packing, asking in a room that is not one's own, leaving: to be ticked off with a thumb. */
import { Checkbox, UnstyledButton } from '@mantine/core';
import { useLocalStorage } from '@mantine/hooks';
import type { FullCard } from '../../api/types';
import { Sentence } from '../../ui/Sentence';
import classes from './lists.module.css';
import { countWords, keysOf, toggled } from './model';

export function Lists({ planId, full }: { planId: string; full: FullCard }) {
  const [ticked, setTicked] = useLocalStorage<string[]>({
    key: `steeple-ticks-${planId}`,
    defaultValue: [],
  });
  const tick = (key: string) => setTicked((now) => toggled(now, key));
  const keys = keysOf(full);
  const done = keys.filter((one) => ticked.includes(one)).length;
  const box = (key: string, label: React.ReactNode, hint = '') => (
    <Checkbox
      key={key}
      size="md"
      checked={ticked.includes(key)}
      onChange={() => tick(key)}
      label={label}
      description={hint || undefined}
      classNames={{ root: classes.item, label: classes.label, description: classes.hint }}
    />
  );
  return (
    <article className={classes.lists} aria-label="Lists">
      <header className={classes.head}>
        <h2>To pack</h2>
        <span data-noprint>
          {countWords(done, keys.length)}
          {done ? (
            <UnstyledButton className={classes.clear} onClick={() => setTicked([])}>
              take all ticks off
            </UnstyledButton>
          ) : null}
        </span>
      </header>
      <div className={classes.groups}>
        {full.packing.map((group) => (
          <section key={group.heading}>
            <h3>{group.heading}</h3>
            {group.items.map((item) =>
              box(
                item.key,
                <>
                  {item.count > 1 ? `${item.count} × ` : ''}
                  <Sentence pieces={item.name} />
                </>,
                [item.hint, item.to_get ? 'still to get' : ''].filter(Boolean).join(', '),
              ),
            )}
          </section>
        ))}
      </div>
      <div className={classes.pair}>
        <section aria-label="To ask there">
          <h2>If the room is not your own: ask</h2>
          {full.location.map((one) => box(one.key, <Sentence pieces={one.says} />))}
        </section>
        <section aria-label="Before you leave">
          <h2>Before you leave</h2>
          {full.leaving.map((one) => box(one.key, <Sentence pieces={one.says} />))}
        </section>
      </div>
    </article>
  );
}
