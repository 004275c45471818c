// Numbers as a coach says them.

/** 125 -> "2:05" */
export function clock(seconds: number): string {
  return `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, "0")}`;
}

/** 47.5 -> "47.5", 40 -> "40" */
export function number(value: number): string {
  return Number.isInteger(value) ? String(value) : String(Math.round(value * 100) / 100);
}

export function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}

/** A score in plain words: how much of a session hangs on it. */
export function amount(score: number): string {
  if (score >= 0.75) return "very much";
  if (score >= 0.5) return "a lot";
  if (score >= 0.25) return "some";
  return "a little";
}

export function weekday(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString("en-GB", { weekday: "short" });
}

export function longDate(date: string): string {
  return new Date(`${date}T12:00:00`).toLocaleDateString("en-GB", {
    weekday: "long",
    day: "numeric",
    month: "long",
  });
}

/** The clock of an instant in a gym's own time zone, wherever the reader is. */
export function hour(instant: string, timeZone: string): string {
  return new Date(instant).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit", timeZone });
}

/** The day of an instant in a gym's own time zone. */
/** A day and a time, as short as it can be told: "Tue 3, 19:00". */
export const when = (instant: string, timeZone: string): string =>
  `${day(instant, timeZone, { weekday: "short", day: "numeric" })}, ${hour(instant, timeZone)}`;

export function day(instant: string, timeZone: string, options: Intl.DateTimeFormatOptions): string {
  return new Date(instant).toLocaleDateString("en-GB", { ...options, timeZone });
}

/** Today's date in a time zone, as 2026-12-02. */
export function today(timeZone: string): string {
  return new Intl.DateTimeFormat("en-CA", { timeZone }).format(new Date());
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** "a, b and c" */
export function list(words: string[]): string {
  return words.length < 2 ? words.join("") : `${words.slice(0, -1).join(", ")} and ${words.at(-1)}`;
}

/** Words as a sentence begins. */
export const sentence = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** What ends a session after training. */
export const finishWords = (position: string) =>
  `Finish with one clean, slow repetition, nothing in the hands: ${position.toLowerCase()}.`;

const KG_PER_LB = 0.45359237; // exact, by definition

/** A load kept in kilograms, in the unit it is shown in; to a tenth. */
export const fromKg = (kg: number, unit: "kg" | "lb") =>
  Math.round((unit === "kg" ? kg : kg / KG_PER_LB) * 10) / 10;
export const toKg = (load: number, unit: "kg" | "lb") =>
  unit === "kg" ? load : Math.round(load * KG_PER_LB * 1000) / 1000;
