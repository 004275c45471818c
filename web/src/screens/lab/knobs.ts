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

const KNEES = knob("knee_most_deg", "Knees bend at most", "°", 5, 165, 1);
const ARMS_BACK = knob("arms_back_deg", "Arms draw the load back", "°", 0, 35, 1);
const FROM_KNEE = knob("bar_height_m", "Load above the knee", " m", -0.4, 0.6, 0.005);
const LEAN = knob("lean_deg", "Lean of the trunk", "°", 20, 95, 1);
const REAR_KNEE = knob("rear_knee_m", "Rear knee above the floor", " m", 0, 0.35, 0.01);
const REAR_FOOT = knob("rear_foot_m", "Bench under the rear foot", " m", 0, 0.6, 0.01);
const HANDS_UP = knob("hands_m", "Hands above the floor", " m", 0, 0.8, 0.01);
const CHEST_ON = knob("chest_m", "Chest on, above the floor", " m", 0, 0.8, 0.01);
const RIBS = knob("hands_cm", "Hands ahead of the trunk", " cm", 0, 25, 0.5);
const SHORT = knob("short_cm", "Hands short of the soles", " cm", 0, 60, 1);

const KNOBS: Record<Ask["family"], Knob[]> = {
  squat: [DEPTH, STANCE, HEEL, LOAD],
  lunge: [STEP, REAR_KNEE, REAR_FOOT],
  "step-up": [BOX],
  hinge: [STANCE, BAR, FROM_KNEE, KNEES, ARMS_BACK, LOAD],
  bow: [LEAN, KNEES, LOAD],
  "l-hang": [],
  fold: [SHORT],
  row: [RIBS],
  "head-down": [WEDGE],
  hang: [CHEST],
  "toes-to-bar": [],
  plank: [SHOULDERS, WEDGE],
  "push-up": [HANDS_UP, CHEST_ON, WEDGE],
  handstand: [WEDGE],
  dip: [],
  lockout: [],
};

/** The knobs of what is asked: no stance on one leg, no load where a squat has none, one height a hinge. */
export function knobsOf(ask: Ask): Knob[] {
  return KNOBS[ask.family].filter((one) => {
    if (ask.family === "hinge") return one !== (ask.from_knee ? BAR : FROM_KNEE);
    if (ask.family === "plank" && one === WEDGE) return !ask.forearms;
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
