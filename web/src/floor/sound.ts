// What the room hears, made here with no file: three counts and a tone at a start, two low ones at a change, one where sides change and at
// half time, a soft tick for what repeats. The same code sounds on a speaker and into a buffer, so that a test can look at it.
import { type Go, momentAt, type State, secondsOf } from "./clock";

export type Tone = "count" | "go" | "change" | "side" | "beat" | "done";

/** A tone and its instant on the server's clock. */
export interface Cue {
  at_ms: number;
  tone: Tone;
}

/** Of each tone: pieces by when they begin and how long they are, in seconds, their pitch in Hz and how loud. */
const PIECES: Record<Tone, { at: number; long: number; pitch: number; loud: number }[]> = {
  count: [{ at: 0, long: 0.09, pitch: 620, loud: 0.5 }],
  go: [{ at: 0, long: 0.55, pitch: 930, loud: 0.8 }],
  change: [
    { at: 0, long: 0.18, pitch: 470, loud: 0.8 },
    { at: 0.26, long: 0.18, pitch: 470, loud: 0.8 },
  ],
  side: [
    { at: 0, long: 0.12, pitch: 700, loud: 0.7 },
    { at: 0.16, long: 0.22, pitch: 930, loud: 0.7 },
  ],
  beat: [{ at: 0, long: 0.05, pitch: 1180, loud: 0.25 }],
  done: [
    { at: 0, long: 0.22, pitch: 620, loud: 0.8 },
    { at: 0.28, long: 0.22, pitch: 780, loud: 0.8 },
    { at: 0.56, long: 0.7, pitch: 930, loud: 0.8 },
  ],
};
const COUNTS = 3; // before every drill
export const AHEAD_MS = 1_000; // as far as anything is scheduled, so that a hold stops it
const WORKING = new Set(["drill", "stations", "ramp"]);

export interface SoundGo extends Go {
  side?: string | null;
  half_s?: number | null;
  beat?: { kind: string; every_s: number; on_s: number; count: number } | null;
}

/** All that sounds from an instant until another (the first counts, the second does not). */
export function cuesBetween(gos: SoundGo[], state: State, from_ms: number, until_ms: number): Cue[] {
  if (state.held_ms !== null || state.ended) return [];
  const here = momentAt(gos, state, from_ms);
  let begins_ms = from_ms - here.in_ms;
  const cues: Cue[] = [];
  for (let place = here.place; place < gos.length && begins_ms < until_ms; place += 1) {
    const go = gos[place] as SoundGo;
    cues.push(...cuesOf(gos, place, begins_ms, secondsOf(go, state.more) * 1000));
    if (go.waits) return inside(cues, from_ms, until_ms);
    begins_ms += secondsOf(go, state.more) * 1000;
  }
  if (begins_ms < until_ms) cues.push({ at_ms: begins_ms, tone: "done" });
  return inside(cues, from_ms, until_ms);
}

const inside = (cues: Cue[], from_ms: number, until_ms: number): Cue[] =>
  cues.filter((cue) => cue.at_ms >= from_ms && cue.at_ms < until_ms);

/** What one go sounds: its start, what repeats in it, half time, and the counts before the next. */
function cuesOf(gos: SoundGo[], place: number, begins_ms: number, lasts_ms: number): Cue[] {
  const go = gos[place] as SoundGo;
  const before = gos[place - 1];
  const next = gos[place + 1];
  const cues: Cue[] = [{ at_ms: begins_ms, tone: startTone(go, before) }];
  if (go.half_s) cues.push({ at_ms: begins_ms + go.half_s * 1000, tone: "side" });
  for (const at_s of beatsOf(go.beat)) cues.push({ at_ms: begins_ms + at_s * 1000, tone: "beat" });
  if (next && WORKING.has(next.kind) && !go.waits && lasts_ms >= 10_000)
    for (let count = COUNTS; count > 0; count -= 1)
      cues.push({ at_ms: begins_ms + lasts_ms - count * 1000, tone: "count" });
  return cues;
}

/** Seconds into a go at which something in it begins or lets go, its own start left out. */
function beatsOf(beat: SoundGo["beat"]): number[] {
  if (!beat || beat.kind === "pause") return [];
  const begins = Array.from({ length: beat.count }, (_, number) => number * beat.every_s);
  const lets = beat.on_s < beat.every_s ? begins.map((at_s) => at_s + beat.on_s) : [];
  return [...begins.slice(1), ...lets].sort((one, other) => one - other);
}

function startTone(go: SoundGo, before: SoundGo | undefined): Tone {
  if (go.kind === "change") return "change";
  if (go.side && before?.kind === "drill" && before.side && before.side !== go.side) return "side";
  return "go";
}

/** Put a tone on a speaker or into a buffer. when: on the context's own clock, in seconds. */
export function sound(on: BaseAudioContext, into: AudioNode, tone: Tone, when: number): OscillatorNode[] {
  return PIECES[tone].map(({ at, long, pitch, loud }) => {
    const source = on.createOscillator();
    const loudness = on.createGain();
    source.frequency.value = pitch;
    const begins = Math.max(0, when + at);
    loudness.gain.setValueAtTime(0.0001, begins);
    loudness.gain.exponentialRampToValueAtTime(loud, begins + 0.012);
    loudness.gain.setValueAtTime(loud, begins + long * 0.7);
    loudness.gain.exponentialRampToValueAtTime(0.0001, begins + long);
    source.connect(loudness).connect(into);
    source.start(begins);
    source.stop(begins + long);
    return source;
  });
}

const VOLUME = "floor-volume";
export const LOUDEST = 4;

/** How loud, 0 (off) to 4; kept on this device. */
export function keptVolume(): number {
  const kept = Number(localStorage.getItem(VOLUME) ?? 3);
  return Number.isInteger(kept) && kept >= 0 && kept <= LOUDEST ? kept : 3;
}
export const keepVolume = (volume: number): void => localStorage.setItem(VOLUME, String(volume));

/** A speaker that schedules at most a second ahead, and takes back what has not sounded when the clock is moved. */
export class Speaker {
  private context: AudioContext | null = null;
  private out: GainNode | null = null;
  private until_ms = 0;
  private planned: { at_ms: number; sources: OscillatorNode[] }[] = [];
  private last: State | null = null;

  /** Whether the browser holds sound back until somebody touches the page. */
  get heldBack(): boolean {
    return this.context !== null && this.context.state !== "running";
  }

  /** To be called at first, and whenever somebody touches the page. */
  wake(): void {
    if (typeof AudioContext === "undefined") return;
    if (!this.context) {
      this.context = new AudioContext();
      this.out = this.context.createGain();
      this.out.connect(this.context.destination);
      this.setVolume(keptVolume());
    }
    void this.context.resume().catch(() => undefined);
  }

  setVolume(volume: number): void {
    if (this.out) this.out.gain.value = (volume / LOUDEST) ** 2;
  }

  /** Plan what sounds within the next second. */
  plan(gos: SoundGo[], state: State, now_ms: number): void {
    const moved = this.last !== null && this.last !== state;
    this.last = state;
    if (moved) this.takeBack(now_ms);
    if (!this.context || !this.out || this.context.state !== "running") {
      this.until_ms = now_ms; // nothing is caught up on
      return;
    }
    const from_ms = Math.max(this.until_ms, now_ms - 100);
    const until_ms = now_ms + AHEAD_MS;
    if (until_ms <= from_ms) return;
    for (const cue of cuesBetween(gos, state, from_ms, until_ms)) {
      const when = this.context.currentTime + (cue.at_ms - now_ms) / 1000;
      this.planned.push({ at_ms: cue.at_ms, sources: sound(this.context, this.out, cue.tone, when) });
    }
    this.until_ms = until_ms;
    this.planned = this.planned.filter((one) => one.at_ms > now_ms - 2_000);
  }

  private takeBack(now_ms: number): void {
    for (const { at_ms, sources } of this.planned)
      if (at_ms > now_ms) for (const source of sources) source.disconnect();
    this.planned = this.planned.filter((one) => one.at_ms <= now_ms);
    this.until_ms = now_ms;
  }

  stop(): void {
    void this.context?.close().catch(() => undefined);
    this.context = null;
  }
}
