import type { Schemas } from "../../api/client";

export type Aim = Schemas["BlockLine"]["aim"];

export const AIM_NAMES: Record<Aim, string> = {
  range: "Range",
  jump: "Landing and jump",
  skill: "Skill and base",
  competition: "Before a competition",
};
export const AIM_SAID: Record<Aim, string> = {
  range:
    "Five minutes a muscle group and week at home, over three to five days, until two tests reach the goal.",
  jump: "Six weeks from two feet to one and turns; contacts counted with the class’s, 48 hours of rest between.",
  skill: "Every minute a few good repetitions, the rest easy; a tenth more each week, a lighter sixth.",
  competition: "Range counted back from the day: less in the last weeks, and nothing new in the last.",
};
export const WEEKDAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
export const USUAL_DAYS: Record<Aim, number[]> = {
  range: [0, 2, 4],
  jump: [0, 2, 4],
  skill: [1, 3],
  competition: [0, 2, 4],
};
