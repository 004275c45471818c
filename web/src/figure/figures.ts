// Figures are sent once: what is seen asks for its own by name, all that are asked for at one time in one go.
import { useEffect, useSyncExternalStore } from "react";
import type { Picture } from "../api/client";

const AGAIN_MS = 3_000;
const MOST = 100; // in one go
const known = new Map<string, Picture>();
const wanted = new Set<string>();
const listeners = new Set<() => void>();
let coming = false;

function soon(after: number): void {
  if (coming) return;
  coming = true;
  window.setTimeout(() => void fetchWanted(), after);
}

async function fetchWanted(): Promise<void> {
  const asked = [...wanted].sort().slice(0, MOST);
  try {
    const response = await fetch(`/api/figures?of=${encodeURIComponent(asked.join(","))}`);
    if (!response.ok) throw new Error(response.statusText);
    const found = (await response.json()) as Record<string, Picture>;
    for (const [name, picture] of Object.entries(found)) known.set(name, picture);
    for (const name of asked) wanted.delete(name); // one that is not there any more is not asked for again
    coming = false;
    if (wanted.size > 0) soon(0);
    for (const listener of listeners) listener();
  } catch {
    coming = false;
    soon(AGAIN_MS);
  }
}

/** Ask for figures before they are seen. */
export function wantFigures(names: string[]): void {
  for (const name of names) if (!known.has(name)) wanted.add(name);
  if (wanted.size > 0) soon(0);
}

/** A figure by its name, once it is here. */
export function useFigure(name: string): Picture | undefined {
  useEffect(() => wantFigures([name]), [name]);
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => known.get(name),
  );
}
