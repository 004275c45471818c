// What this device keeps for a member: which pages it has, and how a session felt until that has arrived.
import type { Schemas, Sheet } from "../api/client";

export type Felt = Schemas["FeltIn"]["felt"];
export interface KeptPage {
  token: string;
  title: string;
  starts_at: string;
  timezone: string;
}

const PAGES = "pages";
const MOST_PAGES = 20;
const felt = (token: string) => `felt:${token}`;

function read<T>(place: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(place) ?? "null") as T | null;
  } catch {
    return null;
  }
}

export const keptPages = (): KeptPage[] => read<KeptPage[]>(PAGES) ?? [];

/** Note that a page was open here, newest class first; or, without a sheet, that it is gone. */
export function notePage(token: string, sheet: Sheet | null): void {
  const others = keptPages().filter((one) => one.token !== token);
  const { title, starts_at, timezone } = sheet ?? { title: "", starts_at: "", timezone: "" };
  const all = sheet ? [...others, { token, title, starts_at, timezone }] : others;
  all.sort((a, b) => b.starts_at.localeCompare(a.starts_at));
  localStorage.setItem(PAGES, JSON.stringify(all.slice(0, MOST_PAGES)));
}

export const waitingFelt = (token: string) => read<Felt>(felt(token));
export function keepFelt(token: string, how: Felt): void {
  localStorage.setItem(felt(token), JSON.stringify(how));
}

/** Send what waits; whether nothing waits any more. Another choice made meanwhile stays. */
export async function sendFelt(token: string): Promise<boolean> {
  const how = waitingFelt(token);
  if (how === null) return true;
  try {
    const response = await fetch(`/api/sheets/${token}/felt`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify({ felt: how }),
      keepalive: true,
    });
    if (response.status >= 500 || response.status === 429) return false;
    if (waitingFelt(token) === how) localStorage.removeItem(felt(token));
    return waitingFelt(token) === null;
  } catch {
    return false;
  }
}
