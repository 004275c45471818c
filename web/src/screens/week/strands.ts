// What the week asks, as strands: one a demand, as thick on a day as that day's sessions ask for it.
import type { Kind, Schemas } from "../../api/client";
import { weekday } from "../../parts/words";

export type Day = Schemas["WeekDay"];
export type Session = Schemas["WeekSession"];

export interface Strand {
  id: string;
  name: string;
  kind: Kind;
  /** Of each day, 0 to 1: what its hardest session asks. */
  scores: number[];
  /** On each day's boards, the words that ask for it. */
  words: string[][];
  /** Of each day, whether it counts into a run. */
  counts: boolean[];
  /** The longest run of days on end that ask for it, as places of days; null for none worth a word. */
  run: { from: number; to: number } | null;
}

const SHOWN = 12;

/** least: how many days on end are worth a word. */
export function strandsOf(days: Day[], least: number): Strand[] {
  const strands = new Map<string, Strand>();
  for (const [place, day] of days.entries())
    for (const asked of day.sessions.flatMap((session) => session.asks)) {
      const strand = strands.get(asked.id) ?? {
        id: asked.id,
        name: asked.name,
        kind: asked.kind,
        scores: days.map(() => 0),
        words: days.map((): string[] => []),
        counts: days.map(() => false),
        run: null,
      };
      strand.scores[place] = Math.max(strand.scores[place] ?? 0, asked.score);
      strand.words[place] = [...new Set([...(strand.words[place] ?? []), ...asked.words])];
      strand.counts[place] = strand.counts[place] || asked.counts;
      strands.set(asked.id, strand);
    }
  return [...strands.values()]
    .map((strand) => ({ ...strand, run: longestRun(strand.counts, least) }))
    .sort((a, b) => total(b.scores) - total(a.scores))
    .slice(0, SHOWN);
}

function longestRun(counts: boolean[], least: number): Strand["run"] {
  let best: Strand["run"] = null;
  let from = 0;
  for (let place = 0; place <= counts.length; place++) {
    if (counts[place]) continue;
    const days = place - from;
    if (days >= least && days > (best ? best.to - best.from + 1 : 0)) best = { from, to: place - 1 };
    from = place + 1;
  }
  return best;
}

export const runDays = (run: NonNullable<Strand["run"]>) => run.to - run.from + 1;

/** The week with one session on another day: how the strands would answer. */
export function withMoved(days: Day[], session: Session, date: string): Day[] {
  return days.map((day) => {
    const others = day.sessions.filter((one) => one.id !== session.id);
    return { ...day, sessions: day.date === date ? [...others, session] : others };
  });
}

/** What the week leans on, and which day spares it. */
export function leaning(strands: Strand[], days: Day[]): string {
  const runs = strands.flatMap((one) => (one.run ? [{ ...one, run: one.run }] : []));
  const longest = Math.max(0, ...runs.map((one) => runDays(one.run)));
  const names = runs.filter((one) => runDays(one.run) === longest).map((one) => one.name.toLowerCase());
  if (names.length === 0) return "";
  const said = `${names.slice(0, 2).join(" and ")}${names.length > 2 ? ` and ${names.length - 2} more` : ""}`;
  const free = days
    .filter((_, place) => runs.every((one) => !one.counts[place]))
    .filter((day) => day.sessions.length > 0)
    .map((day) => weekday(day.date));
  const spares = free.length > 0 ? `; ${free.join(" and ")} ${free.length > 1 ? "spare" : "spares"} it` : "";
  return `The week leans on ${said}, ${longest} days running${spares}.`;
}

const total = (values: number[]): number => values.reduce((sum, one) => sum + one, 0);
