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
    | "bar_height_m"
    | "chest_cm"
    | "shoulders_cm"
    | "wedge_deg"
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
  hang: { shoulder: "shoulder.flexion", hip: "hip.extension" },
  plank: { wrist: "wrist.extension" },
  handstand: { shoulder: "shoulder.flexion", hip: "hip.extension", wrist: "wrist.extension" },
};

/** The lab as a link opens it. */
export function openWith(
  start: Schemas["LabStart"],
  search: { position?: string; person?: number; class?: number },
): Ask {
  const position = start.positions.find((one) => one.id === search.position);
  const bar = position?.bar ?? "front";
  return {
    family: position?.family ?? "squat",
    bar,
    single_leg: position?.single_leg ?? false,
    load_share: LOAD_OF[bar] ?? 0,
    depth_deg: 100,
    stance_cm: 42,
    heel_mm: 0,
    step_length_m: 0.9,
    bar_height_m: position?.bar_height_m ?? 0.225,
    chest_cm: position?.chest_cm ?? 0,
    shoulders_cm: 0,
    wedge_deg: 0,
    ranges: {},
    lengths_m: {},
    person_id: search.person ?? null,
    class_id: search.class ?? null,
  };
}
