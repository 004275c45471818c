// Moves on their way to the server: kept on the device until they have arrived, in order, each under its own name so
// that one which is sent twice moves once. One that meets another's move is asked about, never laid over it.
import { ApiProblem, answer, api, type Schemas, waits } from "../../api/client";
import { newKey } from "../../saving/key";

export type Move = Schemas["DayMoveIn"];
export interface Waiting {
  move: Move;
  says: string;
}
export interface Asked extends Waiting {
  stands: { heat: string; starts_at: number }[];
}
export interface Shown {
  waiting: Waiting[];
  asked: Asked | null;
  refused: string;
  away: boolean;
}

const AGAIN_MS = 3000;

/** What waits to be moved in one competition. */
export class Queue {
  shown: Shown = { waiting: [], asked: null, refused: "", away: false };
  onDone: (day: Schemas["DayOut"]) => void = () => {};
  private listeners = new Set<() => void>();
  private running = false;
  /** By heat, where this device's last move put it, and the version of the competition its screen had then. */
  private made = new Map<string, { to_at: number; version: number }>();
  private seen = 0;
  private timer: number | undefined;

  constructor(private readonly id: number) {
    this.to({ waiting: kept(this.place) });
    window.addEventListener("online", () => void this.go());
    void this.go();
  }

  private get place(): string {
    return `moves-${this.id}`;
  }
  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  snapshot = (): Shown => this.shown;

  add(move: Omit<Move, "key">, says: string): void {
    this.to({ waiting: [...this.shown.waiting, { move: { ...move, key: newKey() }, says }], refused: "" });
    void this.go();
  }

  /** When a heat starts with what this device has moved, whether that waits or has arrived; once the screen has a newer competition,
   * that says it. */
  startsOf(heat: string, stands_at: number, version: number): number {
    this.seen = version;
    const made = this.made.get(heat);
    const moved_at = made?.version === version ? made.to_at : stands_at;
    const mine = this.shown.waiting
      .flatMap((one) => one.move.shifts ?? [])
      .filter((one) => one.heat === heat);
    return mine.at(-1)?.to_at ?? moved_at;
  }

  /** Two moved the same heats: set mine over what stands, or leave it. */
  choose(whose: "mine" | "theirs"): void {
    const { asked } = this.shown;
    if (!asked) return;
    const stands = new Map(asked.stands.map((one) => [one.heat, one.starts_at]));
    const shifts = (asked.move.shifts ?? []).map((one) => ({
      ...one,
      saw_at: stands.get(one.heat) ?? one.saw_at,
    }));
    const again = { ...asked, move: { ...asked.move, shifts, key: newKey() } };
    this.to({ asked: null, waiting: whose === "mine" ? [again, ...this.shown.waiting] : this.shown.waiting });
    void this.go();
  }

  private to(change: Partial<Shown>): void {
    this.shown = { ...this.shown, ...change };
    const waits = this.shown.asked ? [this.shown.asked, ...this.shown.waiting] : this.shown.waiting;
    const lines = waits.map(({ move, says }) => ({ move, says }));
    if (lines.length) localStorage.setItem(this.place, JSON.stringify(lines));
    else localStorage.removeItem(this.place);
    for (const listener of this.listeners) listener();
  }

  private async go(): Promise<void> {
    window.clearTimeout(this.timer);
    if (this.running) return;
    this.running = true;
    while (this.shown.waiting.length && !this.shown.asked && (await this.send())) {}
    this.running = false;
    if (this.shown.waiting.length && !this.shown.asked)
      this.timer = window.setTimeout(() => void this.go(), AGAIN_MS);
  }

  /** The first that waits; whether the next may follow. */
  private async send(): Promise<boolean> {
    const first = this.shown.waiting[0];
    if (!first) return false;
    const rest = () => this.shown.waiting.filter((one) => one !== first);
    try {
      const path = { competition_id: this.id };
      const day = await answer(
        api.POST("/api/competitions/{competition_id}/moves", { params: { path }, body: first.move }),
      );
      for (const { heat, to_at } of first.move.shifts ?? [])
        this.made.set(heat, { to_at, version: this.seen });
      this.to({ waiting: rest(), away: false });
      this.onDone(day);
      return true;
    } catch (error) {
      if (waits(error)) {
        this.to({ away: true });
        return false;
      }
      const problem = error instanceof ApiProblem ? error : null;
      const stands = (problem?.body as { stands?: Asked["stands"] } | null)?.stands;
      if (problem?.status === 409 && stands)
        this.to({ waiting: rest(), asked: { ...first, stands }, away: false });
      else
        this.to({
          waiting: rest(),
          refused: `${first.says}: ${problem?.message ?? "that did not work."}`,
          away: false,
        });
      return true;
    }
  }
}

function kept(place: string): Waiting[] {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(place) ?? "[]");
    return Array.isArray(found) ? (found as Waiting[]) : [];
  } catch {
    return [];
  }
}

const queues = new Map<number, Queue>();
export function queueOf(id: number): Queue {
  const found = queues.get(id) ?? new Queue(id);
  queues.set(id, found);
  return found;
}
