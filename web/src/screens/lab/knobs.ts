// The numbers of a shape that can be turned, by family.
import type { Ask } from "./ask";

type NumberField = {
  [field in keyof Ask]: Ask[field] extends number ? field : never;
}[keyof Ask];

export interface Knob {
  field: NumberField;
  label: string;
  unit: string;
  low: number;
  high: number;
  step: number;
}

const DEPTH = knob("depth_deg", "Depth (thigh from hanging)", "°", 60, 118, 1);
const STANCE = knob("stance_cm", "Stance, heel to heel", " cm", 20, 110, 1);
const HEEL = knob("heel_mm", "Raised heel", " mm", 0, 60, 1);
const LOAD = knob("load_share", "Load, share of bodyweight", "", 0, 2.5, 0.05);
const STEP = knob("step_length_m", "Step, heel to heel", " m", 0.3, 1.6, 0.01);
const BOX = knob("box_height_m", "Box", " m", 0.1, 0.8, 0.01);
const BAR = knob("bar_height_m", "Bar above the floor", " m", 0, 0.6, 0.005);
const CHEST = knob("chest_cm", "Chest ahead of the bar", " cm", 0, 40, 0.5);
const SHOULDERS = knob("shoulders_cm", "Shoulders ahead of the wrists", " cm", -20, 20, 0.5);
const WEDGE = knob("wedge_deg", "Wedge under the heel of the hand", "°", 0, 40, 1);

const KNOBS: Record<Ask["family"], Knob[]> = {
  squat: [DEPTH, STANCE, HEEL, LOAD],
  lunge: [STEP],
  "step-up": [BOX],
  hinge: [STANCE, BAR, LOAD],
  hang: [CHEST],
  "toes-to-bar": [],
  plank: [SHOULDERS, WEDGE],
  "push-up": [WEDGE],
  handstand: [WEDGE],
  dip: [],
  lockout: [],
};

/** The knobs of what is asked: no stance on one leg, no load where a squat has none. */
export function knobsOf(ask: Ask): Knob[] {
  return KNOBS[ask.family].filter((one) => {
    if (ask.family !== "squat") return true;
    return !(one === STANCE && ask.single_leg) && !(one === LOAD && ask.bar === "none");
  });
}

function knob(
  field: NumberField,
  label: string,
  unit: string,
  low: number,
  high: number,
  step: number,
): Knob {
  return { field, label, unit, low, high, step };
}
