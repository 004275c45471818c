// What was read off tests and is on its way to the server: kept in this browser's own memory until it has arrived and no
// longer, sent one batch after the other, each reading once however often it is sent.
import { useSyncExternalStore } from "react";
import { answer, api, gymHere, type Schemas, waits } from "../../api/client";

export type Reading = Schemas["ReadingIn"];
type Op = { take: Reading } | { undo: { person: number; key: string } };
interface State {
  /** Still to be sent, the oldest first. */
  waiting: Op[];
  /** Everything taken since the page was opened, the newest last. */
  taken: Reading[];
  /** Readings that the server would not keep, and why. */
  refused: { key: string; why: string }[];
  away: boolean;
}

const AGAIN_MS = 2_500;
const AT_ONCE = 100;
const place = () => `measured:${gymHere()}`;
let state: State = recovered();
let sending = false;
let timer = 0;
const listeners = new Set<() => void>();

function recovered(): State {
  const waiting = JSON.parse(localStorage.getItem(place()) ?? "[]") as Op[];
  return { waiting, taken: [], refused: [], away: false };
}

function to(next: Partial<State>): void {
  state = { ...state, ...next };
  if (state.waiting.length === 0) localStorage.removeItem(place());
  else localStorage.setItem(place(), JSON.stringify(state.waiting));
  for (const listener of listeners) listener();
}

export function useReadings(): State {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
  );
}

/** Keep a reading, and send it. */
export function takeReading(reading: Reading): void {
  to({ taken: [...state.taken, reading], waiting: [...state.waiting, { take: reading }] });
  void send();
}

/** Take the newest reading back; what it was, for going back to its place. */
export function undoReading(): Reading | null {
  const last = state.taken.at(-1);
  if (!last) return null;
  const undo = { undo: { person: last.person, key: last.key } };
  to({
    taken: state.taken.slice(0, -1),
    waiting: [...state.waiting, undo],
    refused: state.refused.filter((one) => one.key !== last.key),
  });
  void send();
  return last;
}

/** Begin anew; what waits is still sent. */
export function forgetTaken(): void {
  to({ taken: [], refused: [] });
}

async function send(): Promise<void> {
  if (sending || state.waiting.length === 0) return;
  sending = true;
  window.clearTimeout(timer);
  try {
    while (state.waiting.length > 0) await sendNext();
    to({ away: false });
  } catch (problem) {
    if (waits(problem)) {
      to({ away: true });
      timer = window.setTimeout(() => void send(), AGAIN_MS);
    } else {
      const why = problem instanceof Error ? problem.message : "That did not work.";
      const [first] = state.waiting;
      const keys = first && "take" in first ? batch().map((one) => one.key) : [];
      to({
        waiting: state.waiting.slice(Math.max(1, keys.length)),
        refused: [...state.refused, ...keys.map((key) => ({ key, why }))],
      });
      window.setTimeout(() => void send(), 0);
    }
  } finally {
    sending = false;
  }
}

/** Readings at the head of the line, up to the first that is taken back. */
function batch(): Reading[] {
  const end = state.waiting.findIndex((op) => "undo" in op);
  return state.waiting
    .slice(0, end < 0 ? AT_ONCE : Math.min(end, AT_ONCE))
    .flatMap((op) => ("take" in op ? [op.take] : []));
}

async function sendNext(): Promise<void> {
  const [first] = state.waiting;
  if (first && "undo" in first) {
    const { person, key } = first.undo;
    await answer(
      api.DELETE("/api/measure/{person_id}/{key}", { params: { path: { person_id: person, key } } }),
    );
    to({ waiting: state.waiting.slice(1) });
    return;
  }
  const readings = batch();
  const found = await answer(api.POST("/api/measure", { body: { readings } }));
  to({ waiting: state.waiting.slice(readings.length), refused: [...state.refused, ...found.refused] });
}

window.addEventListener("online", () => void send());
void send();
