// The one clock of a class, as core/floor/clock.py has it: where it stands, and what a command does to it. It is here too
// because a screen without a network goes on by itself; a test holds the two against each other on random commands.
// Instants are milliseconds on the server's clock. This file knows nothing of a page.

export type CommandKind = "hold" | "go-on" | "skip" | "back" | "again" | "more" | "end";

export interface Go {
  key: string;
  kind: string;
  seconds: number;
  waits: boolean;
}

/** Where a run stands. go, began_ms: the go it was put to last, and the instant at which that began as if nobody had stopped it;
 * go is empty behind the last one; held_ms: what had passed since when it was stopped; more: seconds added to a go. */
export interface State {
  version: number;
  order: number;
  go: string;
  began_ms: number;
  held_ms: number | null;
  more: Record<string, number>;
  ended: boolean;
}

export interface Command {
  key: string;
  kind: CommandKind;
  go: string;
  version: number;
  at_ms: number;
}

/** place: of the go that is on, the number of gos when all are done. left_ms: below 0 where it waits over its time. */
export interface Moment {
  place: number;
  in_ms: number;
  left_ms: number;
}

export type Outcome = "done" | "same" | "overtaken";

export const MORE_S = 30;
const MOST_S = 3600;

export const secondsOf = (go: Go, more: State["more"]): number => go.seconds + (more[go.key] ?? 0);

export const elapsedMs = (state: State, at_ms: number): number => state.held_ms ?? at_ms - state.began_ms;

export function placeOf(gos: Go[], key: string): number {
  const place = gos.findIndex((go) => go.key === key);
  return place < 0 ? gos.length : place;
}

export function momentAt(gos: Go[], state: State, at_ms: number): Moment {
  let left_ms = elapsedMs(state, at_ms);
  for (let place = placeOf(gos, state.go); place < gos.length; place += 1) {
    const go = gos[place] as Go;
    const lasts_ms = secondsOf(go, state.more) * 1000;
    if (left_ms < lasts_ms || go.waits) return { place, in_ms: left_ms, left_ms: lasts_ms - left_ms };
    left_ms -= lasts_ms;
  }
  return { place: gos.length, in_ms: left_ms, left_ms: 0 };
}

const next = (state: State, changed: Partial<State>): State => ({
  ...state,
  version: state.version + 1,
  ...changed,
});

const jumped = (gos: Go[], state: State, place: number, at_ms: number): State =>
  next(state, { go: gos[place]?.key ?? "", began_ms: at_ms, held_ms: state.held_ms === null ? null : 0 });

function before(gos: Go[], place: number): number {
  for (let at = place - 1; at >= 0; at -= 1) if (gos[at]?.kind !== "change") return at;
  return 0;
}

/** What a command does. same: it was done before, or is so already; overtaken: the clock had gone on to something else. */
export function after(gos: Go[], state: State, command: Command): { state: State; outcome: Outcome } {
  const here = momentAt(gos, state, command.at_ms);
  const same = { state, outcome: "same" as const };
  const done = (changed: Partial<State>) => ({ state: next(state, changed), outcome: "done" as const });
  if (state.ended) return same;
  switch (command.kind) {
    case "hold":
      return state.held_ms === null ? done({ held_ms: elapsedMs(state, command.at_ms) }) : same;
    case "go-on":
      return state.held_ms === null ? same : done({ began_ms: command.at_ms - state.held_ms, held_ms: null });
    case "end":
      return done({ ended: true, held_ms: elapsedMs(state, command.at_ms) });
  }
  const go = gos[here.place];
  if (!go || go.key !== command.go) {
    const passed = command.kind === "skip" && gos.slice(0, here.place).some((one) => one.key === command.go);
    return { state, outcome: passed ? "same" : "overtaken" };
  }
  if (command.kind === "more") {
    if (secondsOf(go, state.more) + MORE_S > MOST_S) return { state, outcome: "overtaken" };
    return done({ more: { ...state.more, [go.key]: (state.more[go.key] ?? 0) + MORE_S } });
  }
  const places = { skip: here.place + 1, again: here.place, back: before(gos, here.place) };
  return { state: jumped(gos, state, places[command.kind], command.at_ms), outcome: "done" };
}
