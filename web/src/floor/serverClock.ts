// The server's clock, kept on this device without its own date, which may be wrong by minutes: the milliseconds since the page began
// (they never jump) and an offset, the one of eight asks that took least. It is asked again every minute; a small difference is walked
// off, so that no second is shown twice, a large one is taken at once.

const ASKS = 8;
const EVERY_MS = 60_000;
const BETWEEN_MS = 60;
const JUMP_MS = 1_000; // a difference over this is a device that slept
const SLEW = 0.02; // of the time that passes: 20 ms a second
const SOON_MS = 5_000; // after an ask that nobody answered

interface Sample {
  delay: number;
  offset: number;
}

let offset: number | null = null;
let wanted = 0;
let walked = 0; // when the offset was last brought nearer
let timer = 0;
let users = 0;
const listeners = new Set<() => void>();

/** Of several asks the one that took least: what is unknown of it is at most half of that. */
export function best(samples: Sample[]): Sample | undefined {
  return samples.reduce<Sample | undefined>(
    (least, one) => (least === undefined || one.delay < least.delay ? one : least),
    undefined,
  );
}

/** The server's clock now, in milliseconds; null before it was heard once. */
export function serverNow(): number | null {
  if (offset === null) return null;
  const now = performance.now();
  const apart = wanted - offset;
  if (Math.abs(apart) > JUMP_MS) offset = wanted;
  else {
    const most = (now - walked) * SLEW;
    offset += Math.max(-most, Math.min(most, apart));
  }
  walked = now;
  return now + offset;
}

async function askOnce(): Promise<Sample> {
  const sent = performance.now();
  const response = await fetch("/api/floor/time", { cache: "no-store" });
  const arrived = performance.now();
  const { ms } = (await response.json()) as { ms: number };
  return { delay: arrived - sent, offset: ms - (sent + arrived) / 2 };
}

async function measure(): Promise<void> {
  window.clearTimeout(timer);
  const samples: Sample[] = [];
  for (let ask = 0; ask < ASKS; ask += 1) {
    try {
      samples.push(await askOnce());
    } catch {
      break;
    }
    await new Promise((done) => window.setTimeout(done, BETWEEN_MS));
  }
  const found = best(samples);
  if (found) {
    wanted = found.offset;
    if (offset === null) {
      offset = wanted;
      walked = performance.now();
    }
    for (const listener of listeners) listener();
  }
  if (users > 0) timer = window.setTimeout(() => void measure(), found ? EVERY_MS : SOON_MS);
}

const woken = () => {
  if (document.visibilityState === "visible") void measure();
};

/** Keep the clock while somebody looks at it; ``heard`` is called at every measurement. */
export function keepClock(heard: () => void): () => void {
  listeners.add(heard);
  users += 1;
  if (users === 1) {
    void measure();
    document.addEventListener("visibilitychange", woken);
    window.addEventListener("online", woken);
  }
  return () => {
    listeners.delete(heard);
    users -= 1;
    if (users > 0) return;
    window.clearTimeout(timer);
    document.removeEventListener("visibilitychange", woken);
    window.removeEventListener("online", woken);
  };
}

/** A first guess from an answer that says what the server's clock was: better than nothing until the asks are back. */
export function guessFrom(at_ms: number): void {
  if (offset !== null) return;
  offset = at_ms - performance.now();
  wanted = offset;
  walked = performance.now();
}
