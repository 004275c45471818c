// The line of a class: who is asked what, in which order.
import type { Schemas } from "../../api/client";
import type { Reading } from "./readings";

export type Test = Schemas["TestOut"];
export type Measured = Schemas["Measured"];
export type Side = Reading["side"];
export interface Turn {
  test: Test;
  person: Measured;
  side: Side;
}

/** Every turn: a test for everybody, left then right, then the next; who must not do a test is passed over. */
export function turnsOf(tests: Test[], people: Measured[]): Turn[] {
  return tests.flatMap((test) =>
    people
      .filter((person) => !person.not_for.includes(test.id))
      .flatMap((person) => sidesOf(test).map((side) => ({ test, person, side }))),
  );
}

export const sidesOf = (test: Test): Side[] => (test.per_side ? ["left", "right"] : ["both"]);

/** The newest reading of the same test and side, before these. */
export const lastOf = ({ test, person, side }: Turn) =>
  person.last.find((one) => one.test === test.id && one.side === side) ?? null;

/** Why a number cannot be a reading; empty when it can. */
export function cannotBe(test: Test, value: number): string {
  if (!Number.isFinite(value)) return "A number is needed.";
  if (value < test.low || value > test.high)
    return `From ${test.low} to ${test.high} ${unitOf(test)} can be read.`;
  return "";
}

/** What a change says, beside the last reading. */
export function changeWords(test: Test, last: number | null, value: number): string {
  if (last === null) return "the first reading";
  const by = value - last;
  const clear = test.detectable > 0 ? Math.abs(by) > test.detectable : by !== 0;
  if (!clear) return "no clear change";
  return by > 0 !== test.falls ? "more range than last time" : "less range than last time";
}

export const surprises = (test: Test, last: number | null, value: number) =>
  last !== null && test.asked > 0 && Math.abs(value - last) > test.asked;

export const unitOf = (test: Test) => (test.reads === "cm" ? "cm" : test.reads === "deg" ? "°" : "");

export function valueWords(test: Test, value: number): string {
  if (test.reads === "held") return value >= 1 ? "held" : "not held";
  if (test.reads === "rung") return value >= 1 ? (test.rungs[value - 1] ?? String(value)) : "none yet";
  return `${value} ${unitOf(test)}`.replace(" °", "°");
}
