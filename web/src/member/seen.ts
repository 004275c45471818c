// That the page is on this device, that somebody looked at it, and whether the server has another one by now.
import type { Sheet } from "../api/client";

const LOOKED_MS = 2_000; // before them for so long, and touched: then it was opened
const TOUCHES = ["pointerdown", "keydown", "wheel", "touchmove"] as const;

const report = (token: string, stamp: string, touched: boolean) =>
  void fetch(`/api/sheets/${token}/opened`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ stamp, touched }),
    keepalive: true,
  }).catch(() => undefined);

/** Say that the page is here, and once somebody has it before them, that it was opened. */
export function reportSeen(token: string, stamp: string): void {
  report(token, stamp, false);
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
    report(token, stamp, true);
  }, 250);
}

/** The page as the server has it now, when it is another one than this; null when it is the same or unknown. */
export async function newerThan(token: string, stamp: string): Promise<Sheet | null> {
  const response = await fetch(`/api/sheets/${token}`).catch(() => null);
  if (!response?.ok) return null;
  const sheet = (await response.json()) as Sheet;
  return sheet.stamp === stamp ? null : sheet;
}
