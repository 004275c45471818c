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

/** Note that a page was open here, newest class first; or, without one, that it is gone. */
export function notePage(token: string, page: Omit<KeptPage, "token"> | null): void {
  const others = keptPages().filter((one) => one.token !== token);
  const { title, starts_at, timezone } = page ?? { title: "", starts_at: "", timezone: "" };
  const all = page ? [...others, { token, title, starts_at, timezone }] : others;
  all.sort((a, b) => b.starts_at.localeCompare(a.starts_at));
  localStorage.setItem(PAGES, JSON.stringify(all.slice(0, MOST_PAGES)));
}

export const waitingSaid = (token: string): Said[] => waitingRows<Said>(saidPlace(token));

/** Keep something a member says until it has arrived; each has a name of its own, so that it arrives once. */
export function keepSaid(token: string, kind: Said["kind"], value: string, position = ""): void {
  const row: Said = { kind, value, position, key: newKey(), at: new Date().toISOString() };
  keepRow(saidPlace(token), row);
}

/** The newest of a kind (and position) that waits here; undefined when none does. */
export const lastSaid = (rows: Said[], kind: Said["kind"], position = ""): string | undefined =>
  rows.findLast((row) => row.kind === kind && (row.position ?? "") === position)?.value;

/** Send what waits; the page as the server has it then, null when it did not answer. */
export const sendSaid = (token: string): Promise<Sheet | null> =>
  sendRows<Sheet>(saidPlace(token), `/api/sheets/${token}/said`);

/** What waits at a place of this device. */
export const waitingRows = <Row extends { key: string }>(place: string): Row[] => read<Row[]>(place) ?? [];
export function keepRow<Row extends { key: string }>(place: string, row: Row): void {
  localStorage.setItem(place, JSON.stringify([...waitingRows<Row>(place), row]));
}

const AT_ONCE = 50;
/** Send what waits at a place; the answer, null when there was none. What was said meanwhile stays. */
export async function sendRows<Answer>(place: string, url: string): Promise<Answer | null> {
  const rows = waitingRows(place).slice(0, AT_ONCE);
  if (rows.length === 0) return null;
  const response = await fetch(url, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify({ rows }),
    keepalive: true,
  }).catch(() => null);
  if (!response || response.status >= 500 || response.status === 429) return null;
  const gone = new Set(rows.map((row) => row.key));
  const left = waitingRows(place).filter((row) => !gone.has(row.key));
  if (left.length > 0) localStorage.setItem(place, JSON.stringify(left));
  else localStorage.removeItem(place);
  return response.ok ? ((await response.json()) as Answer) : null;
}
