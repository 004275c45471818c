// How the gym's plan is saved.
import { answer, api, type Schemas } from "../api/client";
import type { Kind } from "./saver";

export type PlanRow = Schemas["PlanOut"];
export type GymPlan = Schemas["GymPlan"];
export type Piece = GymPlan["pieces"][number];

export const PLAN: Kind<PlanRow, { plan: GymPlan }> = {
  place: () => "gym-plan",
  words: { plan: "plan of the gym" },
  send: (_, { plan, version }) =>
    answer(api.PUT("/api/gym/plan", { body: { plan: plan as GymPlan, version }, keepalive: true })),
};
