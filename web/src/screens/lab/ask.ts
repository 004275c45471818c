// What the lab is asked: a shape, a body, and ranges typed over it.
import type { Schemas } from "../../api/client";

export type Ask = Required<
  Pick<
    Schemas["LabIn"],
    | "family"
    | "bar"
    | "single_leg"
    | "load_share"
    | "depth_deg"
    | "stance_cm"
    | "heel_mm"
    | "step_length_m"
    | "box_height_m"
    | "bar_height_m"
    | "chest_cm"
    | "shoulders_cm"
    | "wedge_deg"
    | "knee_most_deg"
    | "beside"
    | "from_knee"
    | "arms_back_deg"
    | "lean_deg"
    | "forearms"
    | "rear_knee_m"
    | "rear_foot_m"
    | "hands_m"
    | "chest_m"
    | "hands_cm"
    | "short_cm"
  >
> & {
  ranges: Record<string, number>;
  lengths_m: Record<string, number>;
  person_id: number | null;
  class_id: number | null;
};

export const BARS: [Ask["bar"], string][] = [
  ["none", "air"],
  ["goblet", "goblet"],
  ["front", "front"],
  ["back", "back"],
  ["overhead", "overhead"],
];
export const LOAD_OF: Record<Ask["bar"], number> = {
  none: 0,
  goblet: 0.25,
  front: 0.8,
  back: 0.9,
  overhead: 0.5,
};

/** Joints that can be dragged sideways, per family, and the range each stands for. */
export const HANDLES: Record<Ask["family"], Record<string, string>> = {
  squat: { ankle: "ankle.dorsiflexion", hip: "hip.flexion", shoulder: "shoulder.flexion" },
  lunge: { hip: "hip.extension" },
  hinge: { hip: "hip.flexion-straight-knee" },
  bow: { hip: "hip.flexion-straight-knee" },
  hang: { shoulder: "shoulder.flexion", hip: "hip.extension" },
  "l-hang": { hip: "hip.flexion-straight-knee" },
  fold: { hip: "hip.flexion-straight-knee" },
  row: { shoulder: "shoulder.extension" },
  "head-down": { wrist: "wrist.extension" },
  plank: { wrist: "wrist.extension" },
  "step-up": { hip: "hip.flexion" },
  "toes-to-bar": { hip: "hip.flexion-straight-knee" },
  "push-up": { wrist: "wrist.extension", shoulder: "shoulder.extension" },
  dip: { shoulder: "shoulder.extension" },
  lockout: { shoulder: "shoulder.flexion" },
  handstand: { shoulder: "shoulder.flexion", hip: "hip.extension", wrist: "wrist.extension" },
};

export const FAMILY_NAMES: [Ask["family"], string][] = [
  ["lunge", "lunge"],
  ["step-up", "step-up"],
  ["hinge", "pull off the floor"],
  ["bow", "bow"],
  ["hang", "hang and kip"],
  ["l-hang", "hang with level legs"],
  ["toes-to-bar", "toes at the bar"],
  ["fold", "fold over the legs"],
  ["plank", "plank"],
  ["push-up", "push-up"],
  ["row", "end of a row"],
  ["head-down", "head on the floor"],
  ["handstand", "handstand"],
  ["dip", "dip"],
  ["lockout", "overhead lockout"],
];

const PLAIN: Ask = {
  family: "squat",
  bar: "none",
  single_leg: false,
  load_share: 0,
  depth_deg: 100,
  stance_cm: 42,
  heel_mm: 0,
  step_length_m: 1.05,
  box_height_m: 0.5,
  bar_height_m: 0.225,
  chest_cm: 0,
  shoulders_cm: 0,
  wedge_deg: 0,
  knee_most_deg: 165,
  beside: false,
  from_knee: false,
  arms_back_deg: 0,
  lean_deg: 75,
  forearms: false,
  rear_knee_m: 0,
  rear_foot_m: 0,
  hands_m: 0,
  chest_m: 0,
  hands_cm: 10,
  short_cm: 0,
  ranges: {},
  lengths_m: {},
  person_id: null,
  class_id: null,
};

export interface LabSearch {
  position?: string;
  person?: number;
  class?: number;
  /** The session whose Bench opened it, and the demand to come back to. */
  from?: number;
  point?: string;
  /** What was changed since it was opened. */
  with?: Partial<Ask>;
}

/** The lab as an address opens it: a position's own shape, a body, and what was changed since. */
export function openWith(start: Schemas["LabStart"], search: LabSearch): Ask {
  const position = start.positions.find((one) => one.id === search.position);
  const shape = position ? shapeOf(position) : { bar: "front" as const, load_share: LOAD_OF.front };
  return {
    ...PLAIN,
    ...shape,
    person_id: search.person ?? null,
    class_id: search.class ?? null,
    ...search.with,
  };
}

function shapeOf(position: Schemas["LabPosition"]): Partial<Ask> {
  const { id: _id, name: _name, ...shape } = position;
  return shape;
}

/** What an ask has that its address would not open with. */
export function changedSince(start: Schemas["LabStart"], search: LabSearch, ask: Ask): Partial<Ask> {
  const first = openWith(start, { ...search, with: undefined });
  const changed = Object.entries(ask).filter(
    ([name, value]) => JSON.stringify(value) !== JSON.stringify(first[name as keyof Ask]),
  );
  return Object.fromEntries(changed);
}

/** The changes of an address, as far as they are what the lab can be asked. */
export function changesOf(raw: unknown): Partial<Ask> | undefined {
  if (typeof raw !== "object" || raw === null) return undefined;
  const known = Object.entries(raw).filter(
    ([name, value]) =>
      name in PLAIN &&
      (value === null || typeof value === typeof PLAIN[name as keyof Ask] || typeof value === "number"),
  );
  return known.length ? Object.fromEntries(known) : undefined;
}
