// That the page is on this device, that somebody looked at it, and whether the server has another one by now.
import type { Sheet } from "../api/client";

const LOOKED_MS = 2_000; // before them for so long, and touched: then it was opened
const TOUCHES = ["pointerdown", "keydown", "wheel", "touchmove"] as const;
const openedPlace = (token: string) => `opened:${token}`;

async function report(token: string, stamp: string, touched: boolean): Promise<boolean> {
  const response = await fetch(`/api/sheets/${token}/opened`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ stamp, touched }),
    keepalive: true,
  }).catch(() => null);
  return response !== null && response.status < 500;
}

/** Say what was opened and is not said yet, with no network or with one. */
async function sendOpened(token: string): Promise<void> {
  const stamp = localStorage.getItem(openedPlace(token));
  if (stamp !== null && (await report(token, stamp, true))) localStorage.removeItem(openedPlace(token));
}

/** Say that the page is here, and once somebody has it before them, that it was opened. kept: a copy from last time. */
export function reportSeen(token: string, stamp: string, kept: boolean): void {
  if (!kept) void report(token, stamp, false).then(() => sendOpened(token));
  window.addEventListener("online", () => void sendOpened(token));
  let visible_ms = 0;
  let touched = false;
  let last = performance.now();
  const touch = () => {
    touched = true;
  };
  for (const kind of TOUCHES) window.addEventListener(kind, touch, { once: true, passive: true });
  const look = window.setInterval(() => {
    const now = performance.now();
    if (document.visibilityState === "visible") visible_ms += now - last;
    last = now;
    if (!touched || visible_ms < LOOKED_MS) return;
    window.clearInterval(look);
    localStorage.setItem(openedPlace(token), stamp);
    void sendOpened(token);
  }, 250);
}

/** The page as the server has it now, when it is another one than this; null when it is the same or unknown. */
export async function newerThan(token: string, stamp: string): Promise<Sheet | null> {
  const response = await fetch(`/api/sheets/${token}`).catch(() => null);
  if (!response?.ok) return null;
  const sheet = (await response.json()) as Sheet;
  return sheet.stamp === stamp ? null : sheet;
}
