/** Requests of the bench: sessions, the roll call, the door. */
import { answer, client, inTime } from '../api/client';
import type {
  BenchDoor,
  BenchTells,
  MeasuredRow,
  Plan,
  RollCall,
  RollDrawing,
  SessionOfLog,
  ToldReply,
} from '../api/types';
import { type Told, withOffset } from './told';

/** So long a page waits for a tap to be taken before it sends it again. */
const TAP_MS = 6000;

export const tell = (
  session: string,
  plan_id: string,
  device: string,
  events: readonly Told[],
): Promise<ToldReply> =>
  answer(
    client.POST('/api/log/sessions/{session_id}/events', {
      params: { path: { session_id: session } },
      body: { plan_id, device, sent_at: withOffset(new Date()), events: [...events] as never },
      signal: AbortSignal.timeout(TAP_MS),
    }),
  );

/** Sessions of a plan that run, and how far this device's clock is before that of the log. */
export async function runningSessions(
  plan: string,
): Promise<{ sessions: SessionOfLog[]; ahead: number }> {
  const reply = await answer(
    client.GET('/api/log/sessions', {
      params: { query: { plan, running: true } },
      signal: inTime(),
    }),
  );
  return { sessions: reply.sessions, ahead: Date.now() - Date.parse(reply.now) };
}

export const getSession = (session_id: string): Promise<SessionOfLog> =>
  answer(
    client.GET('/api/log/sessions/{session_id}', {
      params: { path: { session_id } },
      signal: inTime(),
    }),
  );

export interface PlanNow {
  revision: number;
  plan: Plan;
}

export async function getPlanNow(plan_id: string): Promise<PlanNow> {
  const sheet = await answer(
    client.GET('/api/plans/{plan_id}', { params: { path: { plan_id } }, signal: inTime() }),
  );
  return { revision: sheet.revision, plan: sheet.plan };
}

export const getPlanAt = async (plan_id: string, number: number): Promise<PlanNow> => {
  const old = await answer(
    client.GET('/api/plans/{plan_id}/revisions/{number}', {
      params: { path: { plan_id, number } },
      signal: inTime(),
    }),
  );
  return { revision: old.revision, plan: old.plan };
};

export const getRoll = async (plan: Plan): Promise<RollDrawing | null> =>
  (await answer(client.POST('/api/glance', { body: { plan, step: 'roll', camera: 0 } }))).drawings
    .roll;

export const getCall = (plan: Plan): Promise<RollCall> =>
  answer(client.POST('/api/roll-call', { body: { plan } }));

export const askDevices = async (
  plan: Plan,
  at_s: number,
  forgot: readonly string[],
): Promise<BenchTells> =>
  answer(client.POST('/api/roll-call/stand-in', { body: { plan, at_s, forgot: [...forgot] } }));

/** What was measured of a plan beside what it predicted. */
export const getMeasured = async (plan: string): Promise<MeasuredRow[]> =>
  (await answer(client.GET('/api/log/compared', { params: { query: { plan } } }))).rows;

export const getDoor = (): Promise<BenchDoor> => answer(client.GET('/api/bench/door'));
export const swingDoor = (open: boolean): Promise<BenchDoor> =>
  answer(client.POST('/api/bench/door', { body: { open } }));
export const freshCode = (): Promise<BenchDoor> => answer(client.POST('/api/bench/codes'));
export const noCode = (): Promise<BenchDoor> => answer(client.DELETE('/api/bench/codes'));
export const sendAway = (device_id: string): Promise<BenchDoor> =>
  answer(client.DELETE('/api/bench/devices/{device_id}', { params: { path: { device_id } } }));
export const whoAmI = (): Promise<{ at_the_bench: boolean; name: string }> =>
  answer(client.GET('/api/bench/me'));
