// What is pressed here: done on this device at once by the clock's own rule, then told to the server. Without a network it stays, and is told
// as soon as there is one; when somebody else moved the clock meanwhile, the coach is asked whether it holds.
import { after, type Command, type CommandKind, type Go, momentAt, type Outcome, type State } from "./clock";

export type Did = Outcome | "asked";

interface Kept {
  run: number;
  /** The version there was when the first of them was pressed. */
  since: number;
  commands: Command[];
}

export interface Told {
  state: State | null;
  outcomes: Did[];
}

/** Tells the server; throws while nobody answers. */
export type Tell = (run: number, commands: Command[], alone_since: number | null) => Promise<Told>;

const PLACE = "floor-presses";
const AGAIN_MS = 1_000;

const KEYS: Record<string, CommandKind> = {
  ArrowRight: "skip",
  ArrowLeft: "back",
  "+": "more",
  "=": "more",
  a: "again",
};

/** What a key asks of the clock, beside Space. */
export const kindOf = (key: string): CommandKind | undefined =>
  KEYS[key.length === 1 ? key.toLowerCase() : key];

export const newPressKey = (): string => crypto.randomUUID();

function read(): Kept | null {
  try {
    return JSON.parse(localStorage.getItem(PLACE) ?? "null") as Kept | null;
  } catch {
    return null;
  }
}

/** The presses of one device. ``changed`` is told the state as it stands here, and when something is asked of the coach. */
export class Presses {
  private kept: Kept | null = read();
  private sending = false;
  private timer = 0;
  /** Whether nobody answers: what is pressed then is done alone. */
  private alone = false;

  constructor(
    private readonly tell: Tell,
    private readonly changed: (told: Told | null) => void,
  ) {
    if (this.kept) this.alone = true;
    void this.send();
  }

  /** The state with what waits here on top. */
  over(run: number, gos: Go[], state: State): State {
    if (!this.kept || this.kept.run !== run || state.version !== this.kept.since) return state;
    return this.kept.commands.reduce((now, command) => after(gos, now, command).state, state);
  }

  /** Press something now; what it did here. */
  press(run: number, gos: Go[], state: State, kind: CommandKind, now_ms: number): Outcome {
    const stands = this.over(run, gos, state);
    const at_ms = Math.round(now_ms);
    const go = gos[momentAt(gos, stands, at_ms).place]?.key ?? "";
    const command: Command = { key: newPressKey(), kind, go, version: stands.version, at_ms };
    const { outcome } = after(gos, stands, command);
    if (outcome !== "done") return outcome;
    if (this.kept?.run === run) this.kept.commands.push(command);
    else this.kept = { run, since: state.version, commands: [command] };
    this.keep();
    this.changed(null);
    void this.send();
    return outcome;
  }

  get waiting(): CommandKind[] {
    return this.kept?.commands.map((one) => one.kind) ?? [];
  }

  /** Whether the server was just heard: then what waits is told; else what is pressed from now on is done alone. */
  heard(online: boolean): void {
    if (!online) this.alone = true;
    else if (!this.kept) this.alone = false;
    else void this.send();
  }

  stop(): void {
    window.clearTimeout(this.timer);
  }

  private keep(): void {
    if (this.kept) localStorage.setItem(PLACE, JSON.stringify(this.kept));
    else localStorage.removeItem(PLACE);
  }

  private async send(): Promise<void> {
    if (this.sending || !this.kept) return;
    this.sending = true;
    window.clearTimeout(this.timer);
    const { run, since, commands } = this.kept;
    const sent = [...commands];
    try {
      const told = await this.tell(run, sent, this.alone ? since : null);
      const left = this.kept?.commands.slice(sent.length) ?? [];
      this.kept = left.length > 0 && told.state ? { run, since: told.state.version, commands: left } : null;
      this.alone = false;
      this.keep();
      this.changed(told);
    } catch (error) {
      if (error instanceof Gone) {
        this.kept = null;
        this.keep();
        this.changed(null);
      } else {
        this.alone = true;
        this.changed(null);
        this.timer = window.setTimeout(() => void this.send(), AGAIN_MS);
      }
    } finally {
      this.sending = false;
    }
    if (this.kept && !this.alone) void this.send();
  }
}

/** The run is not there any more: nothing that waits for it can be told. */
export class Gone extends Error {}
