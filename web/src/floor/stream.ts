// What a gym's floor says, as it changes: server-sent events, one stream for all tabs of a browser (the tab that holds a lock reads it and
// tells the others), and asking again while there is none.
import type { Schemas } from "../api/client";
import { guessFrom } from "./serverClock";

export type Floor = Schemas["Floor"];

const ASK_MS = 1_000; // between two asks while there is no stream
const SLOW_ASK_MS = 20_000; // while there is one, in case its word was lost
const LOCK = "chalk-floor";
const QUIET_MS = 40_000; // a stream without a sign of life is gone

export interface Heard {
  floor: Floor | null;
  /** Whether the server answers. */
  online: boolean;
  /** 401 and 403: this device sees the floor no more. */
  refused: boolean;
}

type Listen = (heard: Heard) => void;

/** Where the streams are: a port of this host, or a path. */
function addressOf(stream: string, gym: string): string {
  const base = stream.startsWith(":")
    ? `${window.location.protocol}//${window.location.hostname}${stream}`
    : stream;
  return `${base}/floor?gym=${encodeURIComponent(gym)}`;
}

/** Hear a gym's floor until the returned function is called. gym: its number, empty on a wall screen. */
export function hearFloor(gym: string, listen: Listen): { stop: () => void; ask: () => void } {
  let heard: Heard = { floor: null, online: true, refused: false };
  let source: EventSource | null = null;
  let stopped = false;
  let timer = 0;
  let lastWord = 0;
  let leading = false;
  let stream = "";
  const name = `${LOCK}-${gym}`;
  const others = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(name);
  const giveUp = new AbortController();

  const say = (next: Partial<Heard>) => {
    if (stopped) return;
    const newer = next.floor && (!heard.floor || next.floor.at_ms >= heard.floor.at_ms);
    heard = { ...heard, ...next, floor: newer ? (next.floor ?? null) : heard.floor };
    if (newer && next.floor) guessFrom(next.floor.at_ms);
    listen(heard);
  };

  const ask = async () => {
    window.clearTimeout(timer);
    try {
      const headers: Record<string, string> = gym ? { "X-Gym": gym } : {};
      const response = await fetch("/api/floor", { headers, cache: "no-store" });
      if (response.status === 401 || response.status === 403) say({ refused: true, online: true });
      else if (response.ok) {
        const found = (await response.json()) as Schemas["LiveFloor"];
        stream = found.stream;
        say({ floor: found.floor, online: true, refused: false });
        if (leading) open();
      } else say({ online: false });
    } catch {
      say({ online: false });
    }
    const alive = performance.now() - lastWord < QUIET_MS;
    if (!stopped) timer = window.setTimeout(() => void ask(), alive ? SLOW_ASK_MS : ASK_MS);
  };

  const open = () => {
    if (source || !stream || stopped || typeof EventSource === "undefined") return;
    source = new EventSource(addressOf(stream, gym), { withCredentials: true });
    source.onmessage = (event: MessageEvent<string>) => {
      lastWord = performance.now();
      const floor = JSON.parse(event.data) as Floor;
      others?.postMessage(floor);
      say({ floor, online: true, refused: false });
    };
    source.onerror = () => {
      lastWord = Number.NEGATIVE_INFINITY; // asked every second until it is back
      if (source?.readyState === EventSource.CLOSED) source = null; // the browser will not come back by itself
      window.clearTimeout(timer);
      if (!stopped) timer = window.setTimeout(() => void ask(), ASK_MS);
    };
  };

  if (others)
    others.onmessage = (event: MessageEvent<Floor>) => {
      lastWord = performance.now();
      say({ floor: event.data, online: true, refused: false });
    };
  const lead = async () => {
    leading = true;
    open();
    await new Promise<void>((done) => giveUp.signal.addEventListener("abort", () => done()));
  };
  if (navigator.locks)
    navigator.locks.request(name, { signal: giveUp.signal }, lead).catch(() => undefined); // ended while it waited
  else void lead();
  lastWord = Number.NEGATIVE_INFINITY;
  void ask();
  return {
    ask: () => void ask(),
    stop: () => {
      stopped = true;
      giveUp.abort();
      window.clearTimeout(timer);
      source?.close();
      others?.close();
    },
  };
}
