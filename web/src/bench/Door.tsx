/** The door to the local network: opened on purpose, with a code for one device, and closed again. */
import { Button } from '@mantine/core';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { sentencesOf } from '../api/client';
import type { BenchDoor } from '../api/types';
import { Trouble } from '../ui/Trouble';
import classes from './bench.module.css';
import { freshCode, getDoor, noCode, sendAway, swingDoor } from './requests';

const LOOK_MS = 3000;

export function Door() {
  const queries = useQueryClient();
  const door = useQuery({ queryKey: ['door'], queryFn: getDoor, refetchInterval: LOOK_MS });
  const act = useMutation({
    mutationFn: (work: () => Promise<BenchDoor>) => work(),
    onSuccess: (found) => queries.setQueryData(['door'], found),
  });
  const now = door.data;
  if (!now) return null;
  return (
    <section className={classes.door} aria-label="The door to the local network">
      <h2>{now.open ? 'Open to your network' : 'A phone beside the work'}</h2>
      {act.isError ? <Trouble sentences={sentencesOf(act.error)} /> : null}
      {now.open ? <Opened door={now} onAct={(work) => act.mutate(work)} /> : null}
      {now.open ? null : (
        <p>
          Steeple serves this machine alone. Open it, and a phone on the same network can show the
          card, check frames, call the roll and run the session, once it has typed a code.
        </p>
      )}
      <p className={classes.caution}>
        What goes over the network is not encrypted. Open it on a network of your own, not in a café
        or a hall, and close it afterwards.
      </p>
      <Button
        variant={now.open ? 'default' : 'filled'}
        loading={act.isPending}
        onClick={() => act.mutate(() => swingDoor(!now.open))}
      >
        {now.open ? 'Close it' : 'Open it to the local network'}
      </Button>
      <Devices door={now} onAct={(work) => act.mutate(work)} />
    </section>
  );
}

interface Props {
  door: BenchDoor;
  onAct: (work: () => Promise<BenchDoor>) => void;
}

function Opened({ door, onAct }: Props) {
  const [first, ...others] = door.addresses;
  if (!first) {
    return <p>This machine is on no network now. Join one: its address appears here by itself.</p>;
  }
  return (
    <>
      <p>
        Open <b className={classes.address}>{first.url}</b> on the phone
        {door.code ? ', or point its camera at the square:' : '.'}
      </p>
      {door.code ? (
        <div className={classes.code}>
          {first.square ? <img src={first.square} alt="Square code of the address" /> : null}
          <div>
            <span>Code for one device</span>
            <b>{door.code.replace(/(.{4})/, '$1 ')}</b>
            <span>
              until{' '}
              {new Date(door.code_expires_at).toLocaleTimeString([], {
                hour: '2-digit',
                minute: '2-digit',
              })}
            </span>
            <Button size="compact-sm" variant="default" onClick={() => onAct(noCode)}>
              Withdraw the code
            </Button>
          </div>
        </div>
      ) : (
        <p>
          {door.guessed_at ? 'The code was withdrawn, because it was guessed at. ' : ''}
          <Button size="compact-sm" variant="default" onClick={() => onAct(freshCode)}>
            A code for one more device
          </Button>
        </p>
      )}
      {others.length ? (
        <p className={classes.says}>Also at {others.map((one) => one.url).join(', ')}</p>
      ) : null}
    </>
  );
}

const dayOf = (at: string): string =>
  new Date(at).toLocaleString([], {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  });

function Devices({ door, onAct }: Props) {
  if (!door.devices.length) return null;
  return (
    <>
      <h3>Paired</h3>
      <ul className={classes.devices}>
        {door.devices.map((one) => (
          <li key={one.id}>
            <span>
              <b>{one.name}</b>, last heard {dayOf(one.seen_at)} from {one.seen_from}
            </span>
            <Button
              size="compact-sm"
              variant="default"
              aria-label={`Send ${one.name} away`}
              onClick={() => onAct(() => sendAway(one.id))}
            >
              Send it away
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}
