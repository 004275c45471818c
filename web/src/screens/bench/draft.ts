// What a coach is working on, with undo and redo. Every change is one step; typing counts as one step until it pauses.
import { useCallback, useReducer } from "react";
import type { Full } from "../../saving/session";

/** All a coach can set of a session. doses: a drill's dose, counted from 0; breaks: minutes of the stop before a later
 * part, by the part's place. */
export type Draft = Full;

interface History {
  past: Draft[];
  now: Draft;
  future: Draft[];
  typedAt: number;
}
type Change = { do: "change"; to: Partial<Draft>; typing: boolean } | { do: "undo" } | { do: "redo" };
const PAUSE_MS = 900;
const MOST_STEPS = 200;

function reduce(history: History, change: Change): History {
  const { past, now, future, typedAt } = history;
  if (change.do === "undo") {
    const before = past[past.length - 1];
    return before ? { past: past.slice(0, -1), now: before, future: [now, ...future], typedAt: 0 } : history;
  }
  if (change.do === "redo") {
    const [after, ...rest] = future;
    return after ? { past: [...past, now], now: after, future: rest, typedAt: 0 } : history;
  }
  const at = Date.now();
  const next = { ...now, ...change.to };
  if (change.typing && at - typedAt < PAUSE_MS) return { past, now: next, future: [], typedAt: at };
  return { past: [...past, now].slice(-MOST_STEPS), now: next, future: [], typedAt: change.typing ? at : 0 };
}

/** start: what stands when the screen opens. */
export function useDraft(start: Draft) {
  const [history, dispatch] = useReducer(
    reduce,
    start,
    (now): History => ({ past: [], future: [], typedAt: 0, now }),
  );
  const change = useCallback(
    (to: Partial<Draft>, typing = false) => dispatch({ do: "change", to, typing }),
    [],
  );
  const undo = useCallback(() => dispatch({ do: "undo" }), []);
  const redo = useCallback(() => dispatch({ do: "redo" }), []);
  return {
    draft: history.now,
    change,
    undo,
    redo,
    canUndo: history.past.length > 0,
    canRedo: history.future.length > 0,
  };
}
