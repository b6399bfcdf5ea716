/** The roll call: everything that can be forgotten, in the order in which one walks past it. */
import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { Link, useParams } from 'react-router';
import { sentencesOf } from '../api/client';
import type { BenchTells, CalledDevice, CallItem } from '../api/types';
import { sentenceWords } from '../domain/sentences';
import { exactWords, spanWords } from '../domain/units';
import { Sentence } from '../ui/Sentence';
import { Trouble } from '../ui/Trouble';
import { useUnits } from '../ui/units';
import classes from './bench.module.css';
import { Foot } from './Foot';
import { Head, Sent } from './Head';
import { askDevices } from './requests';
import { useSession } from './session/useSession';
import { usePlanAtBench } from './usePlanAtBench';

export function CallPage() {
  const { planId = '' } = useParams();
  return <Call key={planId} planId={planId} />;
}

function Call({ planId }: { planId: string }) {
  const session = useSession(planId);
  const { standing } = session;
  const { now, call, trouble } = usePlanAtBench(planId, standing.revision);
  const { system } = useUnits();
  useEffect(() => {
    document.title = `Roll call · ${now?.plan.title ?? 'Steeple'}`;
  }, [now]);
  const items = call?.stops.flatMap((one) => one.items) ?? [];
  const open = items.filter((one) => !standing.ticked[one.id]).length;
  const tick = (item: CallItem): void =>
    session.say(
      {
        kind: 'tick',
        item: item.id,
        says: sentenceWords(item.says, system).slice(0, 200),
        done: !standing.ticked[item.id],
      },
      now?.revision ?? 1,
    );
  return (
    <div className={classes.page}>
      <Head title={now?.plan.title ?? ''}>
        <Sent waiting={session.waiting} why={session.why} />
      </Head>
      <main className={classes.sheet}>
        {trouble.length ? <Trouble sentences={trouble} /> : null}
        {call ? (
          <h1>
            {items.length === 0
              ? 'Nothing to call yet: the plan has no camera'
              : open
                ? `${open} of ${items.length} still to look at`
                : 'All looked at: begin the take'}
          </h1>
        ) : null}
        {now && call?.devices.length ? (
          <Ask
            devices={call.devices}
            others={[
              ...now.plan.lights
                .filter((one) => one.lit && one.fixture.remote)
                .map((one) => ({ id: `lamp-${one.id}`.slice(0, 40), name: one.fixture.name })),
              ...now.plan.mics.map((one) => ({
                id: `mic-${one.id}`.slice(0, 40),
                name: one.gear.name,
              })),
            ]}
            onAsk={(forgot) =>
              askDevices(
                now.plan,
                standing.takeSince === null || standing.zero === null
                  ? 0
                  : Math.max(0, (Date.now() - session.ahead - standing.zero) / 1000),
                standing.takeSince === null
                  ? [...call.devices.map((one) => one.id), ...forgot]
                  : forgot,
              )
            }
          />
        ) : null}
        {call?.stops.map((stop) => (
          <section key={stop.at} className={classes.stop}>
            <h2>{stop.at}</h2>
            {stop.items.map((item) => (
              <button
                key={item.id}
                type="button"
                role="checkbox"
                aria-checked={standing.ticked[item.id] ?? false}
                className={classes.item}
                onClick={() => tick(item)}
              >
                <svg width="34" height="42" viewBox="0 0 34 42" aria-hidden="true">
                  <path
                    d="M17 0v19"
                    strokeDasharray={standing.ticked[item.id] ? undefined : '3 3'}
                  />
                  <path d="M17 41l-7.6-12.6a8.4 8.4 0 1 1 15.2 0z" />
                </svg>
                <span>
                  <Sentence pieces={item.says} />
                </span>
              </button>
            ))}
          </section>
        ))}
        {call && items.length ? (
          <p className={classes.next}>
            <Button component={Link} to={`/bench/${planId}/session`} size="lg" fullWidth>
              To the take
            </Button>
          </p>
        ) : null}
      </main>
      <Foot planId={planId} />
    </div>
  );
}

interface AskProps {
  devices: readonly CalledDevice[];
  onAsk: (forgot: readonly string[]) => Promise<BenchTells>;
  /** Remote lamps and microphones: what else can be forgotten. */
  others: readonly { id: string; name: string }[];
}

/** What devices tell by themselves; who does not roll is said first. */
function Ask({ devices, others, onAsk }: AskProps) {
  const [told, setTold] = useState<BenchTells | null>(null);
  const [trouble, setTrouble] = useState<string[]>([]);
  const [forgot, setForgot] = useState('');
  const cameras = devices.filter((one) => one.kind === 'camera');
  if (!cameras.length) return null;
  const ask = async (): Promise<void> => {
    try {
      setTold(await onAsk(forgot ? [forgot] : []));
      setTrouble([]);
    } catch (error) {
      setTrouble(sentencesOf(error));
    }
  };
  const still = told?.devices.filter((one) => !one.rolling) ?? [];
  const otherwise = told?.lamps.filter((one) => one.level_percent !== one.planned_percent) ?? [];
  return (
    <section className={classes.ask} aria-label="What the cameras tell">
      {trouble.length ? <Trouble sentences={trouble} /> : null}
      {told ? (
        <p className={still.length ? classes.notRolling : classes.rolling} role="status">
          {still.length
            ? `Not rolling: ${still.map((one) => one.name).join(', ')}`
            : 'Every camera rolls'}
        </p>
      ) : null}
      {told?.lamps.length ? (
        <p className={otherwise.length ? classes.notRolling : classes.tells}>
          {otherwise.length
            ? otherwise
                .map(
                  (one) =>
                    `${one.name} ${one.level_percent ? `is at ${one.level_percent} %` : 'is off'}, planned ${one.planned_percent} %`,
                )
                .join('; ')
            : `${told.lamps.length === 1 ? 'The remote lamp is' : 'The remote lamps are'} as planned`}
        </p>
      ) : null}
      {told?.mics.map((one) => (
        <p key={one.id} className={one.level_db === null ? classes.notRolling : classes.tells}>
          {one.level_db === null
            ? `${one.name} hears nothing: is it on?`
            : `${one.name} hears ${one.hears} at ${exactWords(one.level_db, 1)} dB, planned ${exactWords(one.planned_db, 1)} dB`}
        </p>
      ))}
      {told?.devices.map((one) => (
        <p key={one.id} className={classes.tells}>
          <b>{one.name}</b> {one.rolling ? 'rolls' : 'stands still'}
          {one.card_left === null ? '' : `, card ${Math.round(one.card_left * 100)} % free`}
          {one.battery_left === null ? '' : `, battery ${Math.round(one.battery_left * 100)} %`}
          {one.rolling && one.stops_in_s !== null
            ? `, stops in ${spanWords(Math.floor(one.stops_in_s))}`
            : ''}
        </p>
      ))}
      <Button variant="default" size="md" fullWidth onClick={() => void ask()}>
        {told ? 'Ask the cameras again' : 'Ask the cameras'}
      </Button>
      <label className={classes.tryIt}>
        The devices of this bench are stand-ins. Forgotten:{' '}
        <select value={forgot} onChange={(event) => setForgot(event.currentTarget.value)}>
          <option value="">none</option>
          {[...cameras, ...others].map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
    </section>
  );
}
