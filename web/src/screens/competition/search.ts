export const TABS = ["day", "events", "heats"] as const;
export type Tab = (typeof TABS)[number];
export interface CompetitionSearch {
  tab?: Tab;
  athlete?: string;
  heat?: string;
}

export function competitionSearch(search: Record<string, unknown>): CompetitionSearch {
  const tab = TABS.find((one) => one === search.tab);
  const text = (value: unknown) => (["string", "number"].includes(typeof value) ? String(value) : undefined);
  const athlete = text(search.athlete);
  const heat = text(search.heat);
  return { ...(tab ? { tab } : {}), ...(athlete ? { athlete } : {}), ...(heat ? { heat } : {}) };
}
