// What keeps a coach's edits: one saver a row (a session, a person, the gym), outside any screen, so that leaving a
// screen loses nothing. It sends only what changed, with the version it was made on; keeps what is not saved yet over a
// reload; merges what others changed elsewhere; and asks when both changed the same.
import { ApiProblem, away } from "../api/client";
import { hasEnded } from "../api/signIn";

const WAIT_MS = 500; // after the last change
const AGAIN_MS = 2500; // after an answer that did not come
const TRIES = 4; // when others save in between

export interface Row {
  version: number;
}

/** How rows of one kind are saved. */
export interface Kind<R extends Row, Full extends object> {
  /** What is saved is called in this tab's memory. */
  place: (row: R) => string;
  /** Every field that is saved, in a coach's words. */
  words: Record<keyof Full & string, string>;
  /** A pair of a value that is a record, where its name and what it holds need words. */
  pair?: (field: string, name: string, value: unknown) => string;
  send: (row: R, changed: Partial<Full> & Row) => Promise<R>;
}

export type State<R, Full> =
  | { kind: "clean"; saved: boolean }
  | { kind: "saving" }
  | { kind: "waiting" }
  | { kind: "refused"; why: string; field: string }
  | { kind: "conflict"; fields: (keyof Full & string)[]; mine: Full; theirs: R };

interface Kept<Full> {
  version: number;
  base: Partial<Full>;
  mine: Partial<Full>;
}

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
/** A row's edits on their way to the server. */
export class Saver<R extends Row, Full extends object> {
  state: State<R, Full> = { kind: "clean", saved: false };
  wanted: Full;
  private base: Full;
  private version: number;
  private timer: number | undefined;
  private running: Promise<void> | null = null;
  private listeners = new Set<() => void>();
  /** Called with what somebody else changed, to show it. */
  onTheirs: (theirs: Partial<Full>) => void = () => {};
  onStored: (row: R) => void = () => {};

  constructor(
    readonly kind: Kind<R, Full>,
    private readonly row: R,
  ) {
    this.base = this.wanted = this.fieldsOf(row);
    this.version = row.version;
    this.recover();
  }

  private get names(): (keyof Full & string)[] {
    return Object.keys(this.kind.words) as (keyof Full & string)[];
  }
  private fieldsOf(of: R | Full): Full {
    return this.part(of as Full, this.names) as Full;
  }
  private part(of: Full, names: (keyof Full & string)[]): Partial<Full> {
    return Object.fromEntries(names.map((name) => [name, of[name]])) as Partial<Full>;
  }
  private changed(from: Full, to: Full): (keyof Full & string)[] {
    return this.names.filter((name) => !same(from[name], to[name]));
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  snapshot = (): State<R, Full> => this.state;

  /** The draft as it stands on the page. */
  want(draft: Full): void {
    if (this.changed(this.wanted, draft).length === 0) return;
    this.wanted = draft;
    this.keep();
    if (this.state.kind === "conflict") return;
    this.go(this.state.kind === "clean" && this.state.saved);
  }

  /** A newer row came from the server by another way: what it changes is shown, unless both changed it. */
  saw(row: R): void {
    if (row.version > this.version && !this.running && this.state.kind !== "conflict") this.merge(row);
  }

  /** Save now what waits; done when nothing is under way. Rejects when it cannot be saved. */
  async flush(): Promise<void> {
    window.clearTimeout(this.timer);
    if (this.running) await this.running;
    for (let tries = 0; tries < TRIES && this.dirty && this.state.kind !== "conflict"; tries++) {
      window.clearTimeout(this.timer);
      await this.send();
    }
    if (this.dirty) throw new Error(this.words() || "There are changes that are not saved yet.");
  }

  /** Save what waits although the page is going away; nobody hears the answer. */
  leave(): void {
    if (this.dirty && this.state.kind !== "conflict" && !this.running) void this.send();
  }

  get dirty(): boolean {
    return this.changed(this.base, this.wanted).length > 0;
  }

  /** The coach chose, for the fields that both changed. */
  choose(whose: "mine" | "theirs"): void {
    if (this.state.kind !== "conflict") return;
    const { fields, theirs } = this.state;
    const stands = this.fieldsOf(theirs);
    const mine = this.part(this.wanted, this.changed(this.base, this.wanted));
    const keep = whose === "mine" ? mine : omit(mine, fields);
    this.base = stands;
    this.version = theirs.version;
    this.wanted = { ...stands, ...keep };
    this.state = { kind: "clean", saved: false };
    this.onTheirs(this.wanted);
    this.keep();
    this.go();
  }

  words(): string {
    const state = this.state;
    if (state.kind === "saving") return "Saving";
    if (state.kind === "waiting") return "Not saved yet; it is tried again by itself";
    if (state.kind === "refused") return `Not saved: ${state.why}`;
    if (state.kind === "conflict") return "Not saved: changed in two places";
    return state.saved ? "Saved" : "";
  }

  private to(state: State<R, Full>): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
  /** On to saving what differs, or to rest. */
  private go(saved = false): void {
    window.clearTimeout(this.timer);
    this.to(this.dirty ? { kind: "saving" } : { kind: "clean", saved });
    if (this.dirty) this.timer = window.setTimeout(() => void this.send(), WAIT_MS);
  }

  private send(): Promise<void> {
    if (this.running) return this.running;
    const sent = this.wanted;
    const names = this.changed(this.base, sent);
    if (names.length === 0) return Promise.resolve();
    const body = { ...this.part(sent, names), version: this.version };
    this.to({ kind: "saving" });
    this.running = this.kind
      .send(this.row, body)
      .then((stored) => {
        this.version = stored.version;
        this.base = { ...this.fieldsOf(stored), ...this.part(sent, names) };
        this.keep();
        this.onStored(stored);
        this.go(true);
      })
      .catch((problem: unknown) => this.failed(problem))
      .finally(() => {
        this.running = null;
      });
    return this.running;
  }

  private failed(problem: unknown): void {
    const known = problem instanceof ApiProblem ? problem : null;
    const stands = (known?.body as { stands?: R } | null)?.stands;
    const why = problem instanceof Error ? problem.message : "";
    if (known?.status === 409 && stands) this.merge(stands);
    else if (known && !away(known)) this.to({ kind: "refused", why, field: known.field });
    else {
      this.to({ kind: "waiting" });
      this.timer = window.setTimeout(() => void this.send(), AGAIN_MS);
    }
  }

  /** What they changed comes in; what I changed stays; what both changed is asked. */
  private merge(theirs: R): void {
    const stands = this.fieldsOf(theirs);
    const mine = this.changed(this.base, this.wanted);
    const both = mine.filter(
      (name) => !same(this.base[name], stands[name]) && !same(this.wanted[name], stands[name]),
    );
    if (both.length > 0) {
      window.clearTimeout(this.timer);
      this.to({ kind: "conflict", fields: both, mine: this.wanted, theirs });
      return;
    }
    const shown = this.changed(this.wanted, { ...stands, ...this.part(this.wanted, mine) });
    this.base = stands;
    this.version = theirs.version;
    this.wanted = { ...stands, ...this.part(this.wanted, mine) };
    if (shown.length > 0) this.onTheirs(this.part(this.wanted, shown));
    this.keep();
    this.go();
  }

  private get place(): string {
    return `unsaved:${this.kind.place(this.row)}`;
  }
  /** What is not saved stays in this tab's own memory, over a reload and a lost network. */
  private keep(): void {
    const names = this.changed(this.base, this.wanted);
    if (names.length === 0) {
      sessionStorage.removeItem(this.place);
      return;
    }
    const kept: Kept<Full> = {
      version: this.version,
      base: this.part(this.base, names),
      mine: this.part(this.wanted, names),
    };
    sessionStorage.setItem(this.place, JSON.stringify(kept));
  }
  private recover(): void {
    const kept = JSON.parse(sessionStorage.getItem(this.place) ?? "null") as Kept<Full> | null;
    if (!kept) return;
    const theirs = this.row;
    this.base = { ...this.base, ...(kept.version === theirs.version ? {} : kept.base) };
    this.wanted = { ...this.wanted, ...kept.mine };
    if (kept.version === theirs.version) this.go();
    else this.merge(theirs);
  }
}

function omit<Full extends object>(from: Partial<Full>, names: string[]): Partial<Full> {
  return Object.fromEntries(Object.entries(from).filter(([name]) => !names.includes(name))) as Partial<Full>;
}

// biome-ignore lint/suspicious/noExplicitAny: rows of every kind, which only their own screens look into
const savers = new Map<string, Saver<any, any>>();

/** The one saver of a row. One that has nothing to save any more is made anew from what the server says. */
export function saverOf<R extends Row, Full extends object>(kind: Kind<R, Full>, row: R): Saver<R, Full> {
  const place = kind.place(row);
  const known = savers.get(place);
  if (known?.dirty) return known;
  const made = new Saver(kind, row);
  savers.set(place, made);
  return made;
}

/** What waits of one place, saved; before anything that acts on what is saved of it. */
export async function placeSaved(place: string): Promise<void> {
  await savers.get(place)?.flush();
}

/** The same of every place. */
export async function allSaved(): Promise<void> {
  await Promise.all([...savers.values()].map((saver) => saver.flush()));
}

/** What may be lost with this tab. */
export const anyUnsaved = (): boolean => [...savers.values()].some(({ dirty }) => dirty);

const STUCK = ["waiting", "refused", "conflict"];
window.addEventListener("pagehide", () => {
  for (const saver of savers.values()) saver.leave();
});
window.addEventListener("beforeunload", (event) => {
  const stuck = [...savers.values()].some(
    ({ state, dirty }) => STUCK.includes(state.kind) || (dirty && hasEnded()),
  );
  if (stuck) event.preventDefault();
});
