// First and second readings on their way to the server: kept on this device until they have arrived, each once.
import { useSyncExternalStore } from "react";
import { answer, api, gymHere, type Schemas, waits } from "../../api/client";

export type TrialReading = Schemas["TrialIn"];
interface State {
  waiting: TrialReading[];
  refused: { key: string; why: string }[];
  away: boolean;
  /** Counts what has arrived, so that lists are asked for anew. */
  arrived: number;
}

const AGAIN_MS = 2_500;
const AT_ONCE = 50;
const place = () => `trials:${gymHere()}`;
let state: State = {
  waiting: JSON.parse(localStorage.getItem(place()) ?? "[]") as TrialReading[],
  refused: [],
  away: false,
  arrived: 0,
};
let sending = false;
const listeners = new Set<() => void>();

function to(next: Partial<State>): void {
  state = { ...state, ...next };
  if (state.waiting.length === 0) localStorage.removeItem(place());
  else localStorage.setItem(place(), JSON.stringify(state.waiting));
  for (const listener of listeners) listener();
}

export const useTrialQueue = (): State =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => state,
  );

/** Keep a reading, and send it. */
export function takeTrial(reading: TrialReading): void {
  to({
    waiting: [...state.waiting, reading],
    refused: state.refused.filter((one) => one.key !== reading.key),
  });
  void send();
}

async function send(): Promise<void> {
  if (sending || state.waiting.length === 0) return;
  sending = true;
  try {
    while (state.waiting.length > 0) {
      const rows = state.waiting.slice(0, AT_ONCE);
      const found = await answer(api.POST("/api/trials", { body: { rows } }));
      to({
        waiting: state.waiting.slice(rows.length),
        refused: [...state.refused, ...found.refused],
        arrived: state.arrived + 1,
        away: false,
      });
    }
  } catch (problem) {
    if (waits(problem)) {
      to({ away: true });
      window.setTimeout(() => void send(), AGAIN_MS);
    } else {
      const why = problem instanceof Error ? problem.message : "That did not work.";
      const [first] = state.waiting;
      to({
        waiting: state.waiting.slice(1),
        refused: first ? [...state.refused, { key: first.key, why }] : state.refused,
      });
      window.setTimeout(() => void send(), 0);
    }
  } finally {
    sending = false;
  }
}

window.addEventListener("online", () => void send());
void send();
