// What this device keeps for a member: which pages it has, and what they said until that has arrived.
import type { Schemas, Sheet } from "../api/client";
import { newKey } from "../saving/key";

export type Said = Schemas["SaidRow"];
export type Felt = "better" | "same" | "worse";
export interface KeptPage {
  token: string;
  title: string;
  starts_at: string;
  timezone: string;
}

const PAGES = "pages";
const MOST_PAGES = 20;
const saidPlace = (token: string) => `said:${token}`;

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

export const waitingSaid = (token: string): Said[] => read<Said[]>(saidPlace(token)) ?? [];

/** Keep something a member says until it has arrived; each has a name of its own, so that it arrives once. */
export function keepSaid(token: string, kind: Said["kind"], value: string): void {
  const row: Said = { kind, value, key: newKey(), at: new Date().toISOString() };
  localStorage.setItem(saidPlace(token), JSON.stringify([...waitingSaid(token), row]));
}

/** The newest of a kind that waits here; undefined when none does. */
export const lastSaid = (rows: Said[], kind: Said["kind"]): string | undefined =>
  rows.findLast((row) => row.kind === kind)?.value;

/** Send what waits; the page as the server has it then, null when it did not answer. What was said meanwhile stays. */
export async function sendSaid(token: string): Promise<Sheet | null> {
  const rows = waitingSaid(token);
  if (rows.length === 0) return null;
  const response = await fetch(`/api/sheets/${token}/said`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ rows: rows.slice(0, 50) }),
    keepalive: true,
  }).catch(() => null);
  if (!response || response.status >= 500 || response.status === 429) return null;
  const gone = new Set(rows.slice(0, 50).map((row) => row.key));
  const left = waitingSaid(token).filter((row) => !gone.has(row.key));
  if (left.length > 0) localStorage.setItem(saidPlace(token), JSON.stringify(left));
  else localStorage.removeItem(saidPlace(token));
  return response.ok ? ((await response.json()) as Sheet) : null;
}
