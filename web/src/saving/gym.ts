// How what is settled about the gym is saved.
import { answer, api, type Schemas } from "../api/client";
import type { Kind } from "./saver";

export type Gym = Schemas["GymOut"];
export type GymFields = Pick<Gym, "name" | "place" | "timezone" | "unit" | "method" | "minutes" | "times">;

export const GYM: Kind<Gym, GymFields> = {
  place: () => "gym",
  words: {
    name: "name",
    place: "place",
    timezone: "time zone",
    unit: "unit of loads",
    method: "usual method",
    minutes: "usual minutes",
    times: "class times",
  },
  send: (_, body) => answer(api.PATCH("/api/gym", { body, keepalive: true })),
};
