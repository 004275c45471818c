// What the prep column and its rows share.
import type { Bench, Item, Plan, Schemas, Session } from "../../api/client";
import type { Lit, Point } from "../../thread/thread";
import type { Draft } from "./draft";
import { pinned } from "./pins";

export const PHASE_WORD: Record<Item["phase"], string> = {
  raise: "raise",
  release: "release",
  open: "open",
  "switch-on": "switch on",
  rehearse: "rehearse",
  settle: "settle",
};

/** How the clock of a method runs, in a few words; nothing for one drill after the other. */
export function paceWords(plan: Plan): string {
  if (plan.pace === "stations") return "one station after the other, on the clock";
  if (plan.pace === "supersets") return `pairs back to back, ${plan.rounds} rounds`;
  if (plan.pace === "flow") return `${plan.rounds} passes through all of it`;
  if (plan.pace === "every-minute") return `a minute each, ${plan.rounds} rounds`;
  return "";
}

/** Demands left out, the reason said once. */
export function leftOut(uncovered: Plan["uncovered"]): string {
  const reasons = new Map<string, string[]>();
  for (const one of uncovered) {
    reasons.set(one.why, [...(reasons.get(one.why) ?? []), one.name.toLowerCase()]);
  }
  return [...reasons]
    .map(
      ([why, names]) =>
        `${names.slice(0, 3).join(", ")}${names.length > 3 ? ` and ${names.length - 3} more` : ""}: ${why}`,
    )
    .join("; ");
}

/** Everything kept as it stands, doses and order too; or open again with what was kept by hand still kept. */
export function lockedDraft(draft: Draft, plan: Plan): Partial<Draft> {
  if (draft.locked) return { locked: false };
  return {
    locked: true,
    pins: plan.items.map(pinned),
    order: plan.items.map((one) => one.drill),
    doses: { ...draft.doses, ...Object.fromEntries(plan.items.map((one) => [one.drill, one.dose_option])) },
  };
}

/** Another method: what was kept by hand stays kept; a lock is opened, and what it held goes. */
export function withMethod(draft: Draft, method: string): Partial<Draft> {
  return draft.locked ? { method, locked: false, pins: [], order: [], doses: {} } : { method };
}

export interface PrepProps {
  session: Session;
  shelf: Schemas["Shelf"];
  draft: Draft;
  change: (to: Partial<Draft>, typing?: boolean) => void;
  bench: Bench | undefined;
  busy: boolean;
  classId: number | undefined;
  lit: Lit | null;
  onPoint: (point: Point | null) => void;
  onHold: (point: Point | null) => void;
}
