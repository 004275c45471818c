// The thread: words on the board -> position -> demand -> drill. Pointing at one end lights the others.
import type { Bench, Demand, Item } from "../api/client";

export type Point =
  | { at: "line"; line: number }
  | { at: "position"; id: string }
  | { at: "demand"; id: string }
  | { at: "drill"; id: string };

export interface Lit {
  lines: Set<number>;
  positions: Set<string>;
  demands: Set<string>;
  drills: Set<string>;
}

const STRONG = 0.45; // a term this close to the strongest of its demand belongs to the thread
const MOST_DEMANDS = 4; // pointed at from one line
const REASONS = 3; // first reasons of a drill

function strongTerms(demand: Demand) {
  const weights = demand.terms.map((term) => term.severity * term.exposure);
  const most = Math.max(...weights, 1e-9);
  return demand.terms.filter((_, index) => (weights[index] ?? 0) >= most * STRONG);
}

function servedBy(items: Item[], demands: Set<string>): Set<string> {
  return new Set(
    items
      .filter((item) => item.serves.slice(0, REASONS).some((one) => demands.has(one)))
      .map((item) => item.drill),
  );
}

/** Everything on the thread through one point. */
export function follow(bench: Bench | undefined, point: Point | null): Lit | null {
  if (!bench || !point) return null;
  const items = [...(bench.plan?.items ?? []), ...(bench.plan?.breaks ?? []).flatMap((one) => one.items)];
  const demands = new Set<string>();
  const lines = new Set<number>();
  const positions = new Set<string>();
  let drills = new Set<string>();
  if (point.at === "demand") demands.add(point.id);
  if (point.at === "drill") {
    drills.add(point.id);
    const item = items.find((one) => one.drill === point.id);
    for (const demand of item?.serves.slice(0, REASONS) ?? []) demands.add(demand);
  }
  if (point.at === "line" || point.at === "position") {
    const own = bench.demands
      .map((demand) => ({
        demand,
        weight: Math.max(
          0,
          ...strongTerms(demand)
            .filter((term) => (point.at === "line" ? term.line === point.line : term.position === point.id))
            .map((term) => term.severity * term.exposure),
        ),
      }))
      .filter((one) => one.weight > 0)
      .sort((a, b) => b.weight - a.weight)
      .slice(0, MOST_DEMANDS);
    for (const { demand } of own) demands.add(demand.id);
    if (point.at === "line") lines.add(point.line);
    else positions.add(point.id);
  }
  for (const demand of bench.demands) {
    if (!demands.has(demand.id)) continue;
    for (const term of strongTerms(demand)) {
      if (point.at === "line" && term.line !== point.line) continue;
      if (point.at === "position" && term.position !== point.id) continue;
      lines.add(term.line);
      positions.add(term.position);
    }
  }
  if (point.at !== "drill") drills = servedBy(items, demands);
  return { lines, positions, demands, drills };
}
