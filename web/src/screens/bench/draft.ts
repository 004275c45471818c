// What a coach is working on, with undo and redo. Every change is one step; typing counts as one step until it pauses.
import { useCallback, useReducer } from "react";
import type { Session } from "../../api/client";

export interface Draft {
  text: string;
  minutes: number;
  method: string;
  pins: string[];
  bans: string[];
  order: string[];
  /** The coach's own choice of a drill's dose, counted from 0. */
  doses: Record<string, number>;
  /** Minutes of the stop before a later part, by the part's place. */
  breaks: Record<string, number>;
  after_text: string;
  after_min: number;
  cold: boolean;
  hot: boolean;
  locked: boolean;
}

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

export function useDraft(session: Session) {
  const [history, dispatch] = useReducer(
    reduce,
    session,
    (from): History => ({
      past: [],
      future: [],
      typedAt: 0,
      now: {
        text: from.text,
        minutes: from.minutes,
        method: from.method,
        pins: from.pins,
        bans: from.bans,
        order: from.order,
        doses: from.doses,
        breaks: from.breaks,
        after_text: from.after_text,
        after_min: from.after_min,
        cold: from.cold,
        hot: from.hot,
        locked: from.locked,
      },
    }),
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
