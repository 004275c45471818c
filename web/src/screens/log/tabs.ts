export const LOG_TABS = ["weeks", "classes", "drills", "files"] as const;
export type LogTab = (typeof LOG_TABS)[number];
export const WEEKS = [6, 12, 26, 53];

export interface LogSearch {
  tab?: LogTab;
  weeks?: number;
}

export const logSearch = (search: Record<string, unknown>): LogSearch => ({
  ...(LOG_TABS.includes(search.tab as LogTab) ? { tab: search.tab as LogTab } : {}),
  ...(WEEKS.includes(Number(search.weeks)) ? { weeks: Number(search.weeks) } : {}),
});
