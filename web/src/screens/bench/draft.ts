// What a coach is working on, with undo and redo. Every change is one step, of the fields it touched; typing is one step
// until it pauses. Steps are kept in this tab's own memory, so that they are there again after a reload.
import { useCallback, useEffect, useReducer } from "react";
import { same } from "../../saving/saver";
import type { Full } from "../../saving/session";

/** All a coach can set of a session. doses: a drill's dose, counted from 0; breaks: minutes of the stop before a later
 * part, by the part's place. */
export type Draft = Full;

interface Step {
  from: Partial<Draft>;
  to: Partial<Draft>;
}
interface Steps {
  now: Draft;
  past: Step[];
  future: Step[];
}
type History = Steps & { typedAt: number };
type Change =
  | { do: "change"; to: Partial<Draft>; typing: boolean }
  | { do: "theirs"; theirs: Partial<Draft> }
  | { do: "undo" }
  | { do: "redo" };
type Field = keyof Draft;

const PAUSE_MS = 900;
const MOST_STEPS = 200;
const KEPT_LETTERS = 400_000; // a tab's memory is small, and holds what is not saved yet as well

const part = (of: Partial<Draft>, fields: Field[]): Partial<Draft> =>
  Object.fromEntries(fields.filter((field) => field in of).map((field) => [field, of[field]]));
const differing = (a: Partial<Draft>, b: Partial<Draft>): Field[] =>
  (Object.keys(b) as Field[]).filter((field) => !same(a[field], b[field]));

/** Steps of what only I changed: a field that somebody else set since cannot be taken back any more. */
function without(steps: Step[], fields: Field[]): Step[] {
  if (fields.length === 0) return steps;
  return steps
    .map(({ from, to }) => {
      const left = (Object.keys(to) as Field[]).filter((field) => !fields.includes(field));
      return { from: part(from, left), to: part(to, left) };
    })
    .filter(({ to }) => Object.keys(to).length > 0);
}

function changed(history: History, to: Partial<Draft>, typing: boolean): History {
  const { now, past, typedAt } = history;
  const fields = differing(now, to);
  if (fields.length === 0) return history;
  const next = { ...now, ...to };
  const at = Date.now();
  const last = past.at(-1);
  if (typing && last && at - typedAt < PAUSE_MS) {
    const longer = { from: { ...part(now, fields), ...last.from }, to: { ...last.to, ...part(to, fields) } };
    return { past: [...past.slice(0, -1), longer], now: next, future: [], typedAt: at };
  }
  const step = { from: part(now, fields), to: part(to, fields) };
  return { past: [...past, step].slice(-MOST_STEPS), now: next, future: [], typedAt: typing ? at : 0 };
}

function reduce(history: History, change: Change): History {
  const { past, now, future } = history;
  if (change.do === "change") return changed(history, change.to, change.typing);
  if (change.do === "theirs") {
    const fields = differing(now, change.theirs);
    return {
      now: { ...now, ...change.theirs },
      past: without(past, fields),
      future: without(future, fields),
      typedAt: 0,
    };
  }
  const step = change.do === "undo" ? past.at(-1) : future[0];
  if (!step) return history;
  if (change.do === "undo")
    return {
      past: past.slice(0, -1),
      now: { ...now, ...step.from },
      future: [step, ...future],
      typedAt: 0,
    };
  return { past: [...past, step], now: { ...now, ...step.to }, future: future.slice(1), typedAt: 0 };
}

const place = (id: number) => `undo:${id}`;

/** The steps of before a reload, where they still lead to what stands. */
function recovered({ id, start }: { id: number; start: Draft }): History {
  const kept = JSON.parse(sessionStorage.getItem(place(id)) ?? "null") as Steps | null;
  if (!kept) return { past: [], future: [], typedAt: 0, now: start };
  const since = differing(kept.now, start);
  return { past: without(kept.past, since), future: without(kept.future, since), typedAt: 0, now: start };
}

function keep(id: number, { now, past, future }: Steps): void {
  let steps = past;
  let kept = JSON.stringify({ now, past: steps, future });
  while (kept.length > KEPT_LETTERS && steps.length > 0) {
    steps = steps.slice(Math.ceil(steps.length / 2));
    kept = JSON.stringify({ now, past: steps, future });
  }
  if (past.length + future.length === 0 || kept.length > KEPT_LETTERS) sessionStorage.removeItem(place(id));
  else sessionStorage.setItem(place(id), kept);
}

/** id: of the session. start: what stands when the screen opens. */
export function useDraft(id: number, start: Draft) {
  const [history, dispatch] = useReducer(reduce, { id, start }, recovered);
  const { now, past, future } = history;
  useEffect(() => keep(id, { now, past, future }), [id, now, past, future]);
  const change = useCallback(
    (to: Partial<Draft>, typing = false) => dispatch({ do: "change", to, typing }),
    [],
  );
  const showTheirs = useCallback((theirs: Partial<Draft>) => dispatch({ do: "theirs", theirs }), []);
  const undo = useCallback(() => dispatch({ do: "undo" }), []);
  const redo = useCallback(() => dispatch({ do: "redo" }), []);
  return {
    draft: now,
    change,
    showTheirs,
    undo,
    redo,
    canUndo: past.length > 0,
    canRedo: future.length > 0,
  };
}
