// What keeps a coach's edits: one saver a session, outside any screen, so that leaving a screen loses nothing.
// It sends only what changed, with the version it was made on; keeps what is not saved yet over a reload; merges what
// others changed elsewhere; and asks when both changed the same.
import { ApiProblem, answer, api, away, type Schemas, type Session } from "../api/client";

export type Fields = Omit<Schemas["SessionPatch"], "version" | "title">;
export type Field = keyof Fields;
export type Full = { [name in Field]-?: NonNullable<Fields[name]> };

/** Everything that is saved, in a coach's words; a dial that is missing here does not compile. */
export const FIELD_WORD: Record<Field, string> = {
  text: "the board",
  minutes: "minutes",
  method: "method",
  pins: "drills kept",
  bans: "drills left out",
  order: "order of the drills",
  doses: "doses",
  breaks: "stops between parts",
  after_text: "what was done before",
  after_min: "minutes since it ended",
  cold: "cold room",
  hot: "hot day",
  locked: "lock",
};
const FIELDS = Object.keys(FIELD_WORD) as Field[];
const WAIT_MS = 500; // after the last change
const AGAIN_MS = 2500; // after an answer that did not come
const TRIES = 4; // when others save in between

export type State =
  | { kind: "clean"; saved: boolean }
  | { kind: "saving" }
  | { kind: "waiting" }
  | { kind: "refused"; why: string }
  | { kind: "conflict"; fields: Field[]; mine: Full; theirs: Session };

interface Kept {
  version: number;
  base: Partial<Full>;
  mine: Partial<Full>;
}

export const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
const changed = (from: Full, to: Full): Field[] => FIELDS.filter((name) => !same(from[name], to[name]));

export function fieldsOf(session: Session | Full): Full {
  return Object.fromEntries(FIELDS.map((name) => [name, session[name]])) as Full;
}
function part(of: Full, names: Field[]): Partial<Full> {
  return Object.fromEntries(names.map((name) => [name, of[name]])) as Partial<Full>;
}

/** A session's edits on their way to the server. */
export class Saver {
  state: State = { kind: "clean", saved: false };
  wanted: Full;
  private base: Full;
  private version: number;
  private timer: number | undefined;
  private running: Promise<void> | null = null;
  private listeners = new Set<() => void>();
  /** Called with what somebody else changed, to show it. */
  onTheirs: (theirs: Partial<Full>) => void = () => {};
  onStored: (session: Session) => void = () => {};

  constructor(private readonly session: Session) {
    this.base = this.wanted = fieldsOf(session);
    this.version = session.version;
    this.recover();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  snapshot = (): State => this.state;

  /** The draft as it stands on the page. */
  want(draft: Full): void {
    if (changed(this.wanted, draft).length === 0) return;
    this.wanted = draft;
    this.keep();
    if (this.state.kind === "conflict") return;
    this.go(this.state.kind === "clean" && this.state.saved);
  }

  /** A newer session came from the server by another way: what it changes is shown, unless both changed it. */
  saw(session: Session): void {
    if (session.version > this.version && !this.running && this.state.kind !== "conflict")
      this.merge(session);
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
    return changed(this.base, this.wanted).length > 0;
  }

  /** The coach chose, for the fields that both changed. */
  choose(whose: "mine" | "theirs"): void {
    if (this.state.kind !== "conflict") return;
    const { fields, theirs } = this.state;
    const stands = fieldsOf(theirs);
    const mine = part(this.wanted, changed(this.base, this.wanted));
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

  private to(state: State): void {
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
    const names = changed(this.base, sent);
    if (names.length === 0) return Promise.resolve();
    const body = { ...part(sent, names), version: this.version };
    this.to({ kind: "saving" });
    this.running = answer(
      api.PATCH("/api/sessions/{session_id}", {
        params: { path: { session_id: this.session.id } },
        body,
        keepalive: true, // it arrives also when the page goes away meanwhile
      }),
    )
      .then((stored) => {
        this.version = stored.version;
        this.base = { ...fieldsOf(stored), ...part(sent, names) };
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
    const stands = (known?.body as { stands?: Session } | null)?.stands;
    const why = problem instanceof Error ? problem.message : "";
    if (known?.status === 409 && stands) this.merge(stands);
    else if (known && !away(known)) this.to({ kind: "refused", why });
    else {
      this.to({ kind: "waiting" });
      this.timer = window.setTimeout(() => void this.send(), AGAIN_MS);
    }
  }

  /** What they changed comes in; what I changed stays; what both changed is asked. */
  private merge(theirs: Session): void {
    const stands = fieldsOf(theirs);
    const mine = changed(this.base, this.wanted);
    const both = mine.filter(
      (name) => !same(this.base[name], stands[name]) && !same(this.wanted[name], stands[name]),
    );
    if (both.length > 0) {
      window.clearTimeout(this.timer);
      this.to({ kind: "conflict", fields: both, mine: this.wanted, theirs });
      return;
    }
    const shown = changed(this.wanted, { ...stands, ...part(this.wanted, mine) });
    this.base = stands;
    this.version = theirs.version;
    this.wanted = { ...stands, ...part(this.wanted, mine) };
    if (shown.length > 0) this.onTheirs(part(this.wanted, shown));
    this.keep();
    this.go();
  }

  private get place(): string {
    return `unsaved:${this.session.id}`;
  }
  /** What is not saved stays in this tab's own memory, over a reload and a lost network. */
  private keep(): void {
    const names = changed(this.base, this.wanted);
    if (names.length === 0) {
      sessionStorage.removeItem(this.place);
      return;
    }
    const kept: Kept = {
      version: this.version,
      base: part(this.base, names),
      mine: part(this.wanted, names),
    };
    sessionStorage.setItem(this.place, JSON.stringify(kept));
  }
  private recover(): void {
    const kept = JSON.parse(sessionStorage.getItem(this.place) ?? "null") as Kept | null;
    if (!kept) return;
    const theirs = this.session;
    this.base = { ...this.base, ...(kept.version === theirs.version ? {} : kept.base) };
    this.wanted = { ...this.wanted, ...kept.mine };
    if (kept.version === theirs.version) this.go();
    else this.merge(theirs);
  }
}

function omit(from: Partial<Full>, names: Field[]): Partial<Full> {
  return Object.fromEntries(
    Object.entries(from).filter(([name]) => !names.includes(name as Field)),
  ) as Partial<Full>;
}

const savers = new Map<number, Saver>();

/** The one saver of a session. One that has nothing to save any more is made anew from what the server says. */
export function saverOf(session: Session): Saver {
  const known = savers.get(session.id);
  if (known?.dirty) return known;
  const made = new Saver(session);
  savers.set(session.id, made);
  return made;
}

/** What waits of one session, saved; before anything that acts on what is saved of it. */
export async function sessionSaved(id: number): Promise<void> {
  await savers.get(id)?.flush();
}

/** The same of every session. */
export async function allSaved(): Promise<void> {
  await Promise.all([...savers.values()].map((saver) => saver.flush()));
}

window.addEventListener("pagehide", () => {
  for (const saver of savers.values()) saver.leave();
});
window.addEventListener("beforeunload", (event) => {
  const stuck = [...savers.values()].some(
    ({ state }) => state.kind === "waiting" || state.kind === "refused" || state.kind === "conflict",
  );
  if (stuck) event.preventDefault();
});
