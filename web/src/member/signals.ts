// What a member notices without looking: sound, vibration, and a screen that stays on.
import { useEffect } from "react";

export type Signal = "go" | "change" | "tick" | "done";
/** Beeps: when each begins, how long it is, in seconds; and how high, in Hz. */
const BEEPS: Record<Signal, { at: number; long: number; pitch: number }[]> = {
  tick: [{ at: 0, long: 0.08, pitch: 660 }],
  go: [{ at: 0, long: 0.5, pitch: 1040 }],
  change: [
    { at: 0, long: 0.16, pitch: 660 },
    { at: 0.24, long: 0.16, pitch: 660 },
  ],
  done: [
    { at: 0, long: 0.2, pitch: 780 },
    { at: 0.26, long: 0.2, pitch: 920 },
    { at: 0.52, long: 0.6, pitch: 1040 },
  ],
};
const BUZZ_MS: Record<Signal, number[]> = {
  tick: [],
  go: [400],
  change: [150, 90, 150],
  done: [200, 90, 200, 90, 500],
};
const SILENT = "silent";
let context: AudioContext | undefined;

export const isSilent = (): boolean => localStorage.getItem(SILENT) === "1";
export function setSilent(silent: boolean): void {
  if (silent) localStorage.setItem(SILENT, "1");
  else localStorage.removeItem(SILENT);
}

/** To be called while something is pressed: before that no page may make a sound. */
export function wakeSound(): void {
  context ??= typeof AudioContext === "undefined" ? undefined : new AudioContext();
  void context?.resume().catch(() => undefined);
}

export function give(signal: Signal): void {
  const buzz = BUZZ_MS[signal];
  if (buzz.length > 0) navigator.vibrate?.(buzz);
  if (isSilent() || context?.state !== "running") return;
  for (const { at, long, pitch } of BEEPS[signal]) beep(context, context.currentTime + at, long, pitch);
}

function beep(on: AudioContext, at: number, long: number, pitch: number): void {
  const tone = on.createOscillator();
  const loudness = on.createGain();
  tone.frequency.value = pitch;
  loudness.gain.setValueAtTime(0.0001, at);
  loudness.gain.exponentialRampToValueAtTime(0.4, at + 0.02);
  loudness.gain.exponentialRampToValueAtTime(0.0001, at + long);
  tone.connect(loudness).connect(on.destination);
  tone.start(at);
  tone.stop(at + long);
}

/** Keep the screen on while something runs. A phone that was locked gives it up; it is asked for again. */
export function useScreenOn(running: boolean): void {
  useEffect(() => {
    if (!running || !("wakeLock" in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    let over = false;
    const ask = async () => {
      if (document.visibilityState !== "visible") return;
      try {
        lock = await navigator.wakeLock.request("screen");
        if (over) await lock.release();
      } catch {
        // a phone that saves its battery refuses; the clock goes on all the same
      }
    };
    void ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      over = true;
      document.removeEventListener("visibilitychange", ask);
      void lock?.release().catch(() => undefined);
    };
  }, [running]);
}
