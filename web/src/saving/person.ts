// How what stands in a person's row is saved.
import { answer, api, type Schemas } from "../api/client";
import type { Kind } from "./saver";

export type Person = Schemas["PersonOut"];
export type PersonFields = Pick<
  Person,
  | "name"
  | "email"
  | "role"
  | "born"
  | "sex"
  | "height_m"
  | "mass_kg"
  | "lengths_m"
  | "division"
  | "adaptive"
  | "kit_at_home"
  | "unit"
  | "groups"
>;

export const PERSON: Kind<Person, PersonFields> = {
  place: ({ id }) => `person:${id}`,
  words: {
    name: "name",
    email: "address",
    role: "role",
    born: "year of birth",
    sex: "sex",
    height_m: "height",
    mass_kg: "body mass",
    lengths_m: "lengths by tape measure",
    division: "division",
    adaptive: "adaptations",
    kit_at_home: "kit at home",
    unit: "unit of loads",
    groups: "groups",
  },
  send: ({ id }, body) =>
    answer(
      api.PATCH("/api/people/{person_id}", { params: { path: { person_id: id } }, body, keepalive: true }),
    ),
};
