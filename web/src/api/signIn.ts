// Whether the sign-in still stands. When it ends while a page is open, what was asked waits, the page offers to sign in
// again in place, and then everything that waited goes on.
import { useSyncExternalStore } from "react";

let someoneIn = false;
let ended = false;
let waiting: (() => void)[] = [];
const listeners = new Set<() => void>();

function tell(): void {
  for (const listener of listeners) listener();
}

/** Somebody is signed in on this page; from now on an ended sign-in is asked for in place. */
export function isIn(): void {
  someoneIn = true;
}

export const hasEnded = (): boolean => ended;

/** Resolves when somebody has signed in again; null where nobody was signed in before. */
export function signedInAgain(): Promise<void> | null {
  if (!someoneIn) return null;
  ended = true;
  tell();
  return new Promise((resolve) => waiting.push(resolve));
}

/** What waited goes on. */
export function carryOn(): void {
  ended = false;
  const waited = waiting;
  waiting = [];
  for (const resolve of waited) resolve();
  tell();
}

export function useEnded(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => ended,
  );
}
