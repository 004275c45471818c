// Where a member stands in a list of drills: the clock is the world's, so that a locked phone, a reload or the Back key
// lose no second. What is kept is when the list began, nothing else.
import type { Schemas, Sheet } from "../api/client";

export type Step = Schemas["Step"];

/** A list that can be run: before class, in class, or a stop's, by its place. */
export type ListName = "extras" | "class" | `stop-${number}`;

export interface Run {
  list: ListName;
  stamp: string;
  /** Milliseconds since 1970 at which the list's clock was at nought, as if it had never been stopped. */
  begun: number;
  /** When it was stopped; null while it runs. */
  paused: number | null;
}

export const LEAD_S = 5; // to put the phone down; common practice

/** Where the clock is. place: the step that is done, or that comes after the change-over. */
export interface Moment {
  place: number;
  /** Whether the step is being done, is about to be, or all are done. */
  phase: "on" | "change" | "done";
  left_s: number;
}

export function begin(list: ListName, stamp: string, now: number): Run {
  return { list, stamp, begun: now + LEAD_S * 1000, paused: null };
}

/** Seconds since the list began; below nought before it. */
export const elapsed_s = (run: Run, now: number): number => ((run.paused ?? now) - run.begun) / 1000;

export function momentAt(steps: Step[], at_s: number): Moment {
  const place = steps.findIndex((step) => step.start_s + step.seconds > at_s);
  const step = steps[place];
  if (!step) return { place: steps.length, phase: "done", left_s: 0 };
  if (at_s < step.start_s) return { place, phase: "change", left_s: step.start_s - at_s };
  return { place, phase: "on", left_s: step.start_s + step.seconds - at_s };
}

/** The run with its clock at a step's start; the same when there is none. */
export function jumped(run: Run, steps: Step[], place: number, now: number): Run {
  const step = steps[place];
  const last = steps.at(-1);
  const to_s = step ? step.start_s : last ? last.start_s + last.seconds : 0;
  const stands = run.paused ?? now;
  return { ...run, begun: stands - to_s * 1000 };
}

/** Stopped, or going on from where it was stopped. */
export function turned(run: Run, now: number): Run {
  if (run.paused === null) return { ...run, paused: now };
  return { ...run, begun: run.begun + now - run.paused, paused: null };
}

/** What a list holds, and as the clock runs it. */
export function listOf(sheet: Sheet, list: ListName) {
  if (list === "extras") return { items: sheet.extras, steps: sheet.extra_steps };
  if (list === "class") return { items: sheet.items, steps: sheet.steps };
  const stop = sheet.breaks[Number(list.slice("stop-".length))];
  return { items: stop?.items ?? [], steps: stop?.steps ?? [] };
}

const place = (token: string) => `run:${token}`;

export function keepRun(token: string, run: Run | null): void {
  if (run) localStorage.setItem(place(token), JSON.stringify(run));
  else localStorage.removeItem(place(token));
}

/** A run that goes on: of this sheet as it stands, and not done yet. */
export function keptRun(token: string, sheet: Sheet, now: number): Run | null {
  const run = JSON.parse(localStorage.getItem(place(token)) ?? "null") as Run | null;
  if (!run || run.stamp !== sheet.stamp) return null;
  const { steps } = listOf(sheet, run.list);
  return momentAt(steps, elapsed_s(run, now)).phase === "done" ? null : run;
}
