// What a go is called, who it is for, what comes next: in words, from the order.
import { number } from "../parts/words";
import type { Moment } from "./clock";
import type { Go, Item, Order } from "./useFloor";

const SECTIONS: [RegExp, string][] = [
  [/^prep$/, "Prep"],
  [/^part-/, "Workout"],
  [/^stop-/, "Stop"],
  [/^cool-down$/, "Cool-down"],
];

/** The sections of an order, each once, with what they are called. */
export function sectionsOf(order: Order): { key: string; name: string }[] {
  const keys = [...new Set(order.gos.map((go) => go.section))];
  return keys.map((key) => ({ key, name: sectionName(order, key) }));
}

function sectionName(order: Order, key: string): string {
  const part = order.gos.find((go) => go.section === key && go.kind === "part");
  if (part) return partName(part);
  return SECTIONS.find(([pattern]) => pattern.test(key))?.[1] ?? key;
}

/** "A" -> "Part A"; a name of its own stays. */
export const partName = (go: Go): string => (go.name.length <= 2 ? `Part ${go.name}` : go.name);

export const itemOf = (order: Order, go: Go | undefined): Item | undefined =>
  go && go.item !== null && go.item !== undefined ? order.items[go.item] : undefined;

/** First names, with as many letters of the rest as it takes to tell two apart. */
export function shortNames(order: Order): Map<number, string> {
  const short = new Map<number, string>();
  for (const member of order.members) {
    const [first = member.name, ...rest] = member.name.split(" ");
    const alike = order.members.filter((one) => one.name.split(" ")[0] === first);
    const last = rest.at(-1) ?? "";
    const letters = [1, 2, 3, 40].find((count) => {
      const said = last.slice(0, count);
      return alike.filter((one) => (one.name.split(" ").at(-1) ?? "").startsWith(said)).length === 1;
    });
    short.set(member.id, alike.length > 1 && last ? `${first} ${last.slice(0, letters ?? 40)}` : first);
  }
  return short;
}

export const namesOf = (ids: readonly number[], short: Map<number, string>): string =>
  ids
    .map((id) => short.get(id))
    .filter(Boolean)
    .join(", ");

/** What a go says in one line. */
export function goWords(order: Order, go: Go | undefined): string {
  if (!go) return "Done";
  const item = itemOf(order, go);
  if (go.kind === "stations") return go.round === 1 ? "Stations" : "Everybody one station on";
  if (go.kind === "change" && go.stations.length > 0) return "Move one station on";
  if (go.kind === "change" && !item) return `To the bar: ${go.name}`;
  if (go.kind === "ramp") return `${capital(go.name)}, set ${go.round} of ${go.rounds}`;
  if (go.kind === "part") return partName(go);
  return item ? item.name : go.name;
}

/** The next drill after the one that is on. */
export function nextDrill(order: Order, moment: Moment): Go | undefined {
  const on = order.gos[moment.place];
  return order.gos
    .slice(moment.place + 1)
    .find((go) => go.kind !== "change" && (go.kind !== "drill" || go.item !== on?.item));
}

/** What has to be fetched for the drill that comes and is not in the hands already; in a change-over, for the one it leads to. */
export function fetchFor(order: Order, moment: Moment): string[] {
  const go = order.gos[moment.place];
  const changing = go?.kind === "change";
  const before = changing ? order.gos.slice(0, moment.place).findLast((one) => one.kind !== "change") : go;
  const here = itemOf(order, before)?.kit_names ?? [];
  const comes = itemOf(order, changing ? go : nextDrill(order, moment))?.kit_names ?? [];
  return comes.filter((name) => !here.includes(name));
}

/** What one is to do now inside a go that repeats: which of how many, and the word for it. */
export function beatNow(go: Go, in_ms: number): { word: string; of: string } | null {
  const { beat } = go;
  if (!beat) return null;
  const in_s = in_ms / 1000;
  const turn = Math.min(beat.count - 1, Math.floor(in_s / beat.every_s));
  const on = in_s - turn * beat.every_s < beat.on_s;
  const of = beat.count > 1 ? `${turn + 1} of ${beat.count}` : "";
  switch (beat.kind) {
    case "rep":
      return { word: `Rep ${turn + 1}`, of: `of ${beat.count}` };
    case "burst":
      return { word: on ? "Fast" : "Rest", of };
    case "breath":
      return { word: on ? "Breathe in" : "Breathe out", of };
    case "hold":
      return { word: on ? "Hold" : "Let go", of };
    case "pause":
      return { word: on ? "Move" : "Pause", of: "" };
  }
}

export function capital(word: string): string {
  return word.charAt(0).toUpperCase() + word.slice(1);
}

/** 15, 2.5 -> "15 + 2.5"; nothing on -> "empty bar". */
export const platesWords = (plates: readonly number[]): string =>
  plates.length > 0 ? plates.map(number).join(" + ") : "empty bar";

/** Seconds as a clock shows them: rounded up, so that 0 is the end. */
export function leftWords(left_ms: number): string {
  const seconds = Math.ceil(Math.abs(left_ms) / 1000 - (left_ms < 0 ? 1 : 0));
  const whole = Math.max(0, seconds);
  if (whole < 100 && left_ms >= 0) return String(whole);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, "0")}`;
}
