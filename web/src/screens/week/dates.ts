/** A date so many days on, as 2026-12-02. */
export function shifted(date: string, by: number): string {
  const day = new Date(`${date}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + by);
  return day.toISOString().slice(0, 10);
}
