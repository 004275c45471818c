import { useState } from "react";
import { KIND_COLOUR, Mark } from "../../parts/Mark";
import { weekday } from "../../parts/words";
import { type Day, runDays, type Strand } from "./strands";

const DAY_WIDE = 100; // of the drawing; it is stretched over the days
const TALL = 34;
const THIN = 0.7;
const LEAST_FULL = 0.5; // a light week is drawn light

interface Props {
  strands: Strand[];
  days: Day[];
  today: string;
}

/** Every demand a strand across the week, thicker on the day that asks for it. Pointing at one tells the words that ask. */
export function Loom({ strands, days, today }: Props) {
  const [lit, setLit] = useState<string | null>(null);
  if (strands.length === 0) return null;
  const full = Math.max(LEAST_FULL, ...strands.flatMap((one) => one.scores));
  return (
    <section aria-label="What the week asks" className="relative mt-2 phone:hidden">
      <div aria-hidden className="pointer-events-none absolute inset-0 grid week-grid">
        <span />
        {days.map((day) => (
          <span key={day.date} className={`mx-auto w-px ${day.date === today ? "bg-dust" : "bg-rule"}`} />
        ))}
      </div>
      <ul>
        {strands.map((strand) => (
          <li key={strand.id} className="relative">
            <button
              type="button"
              className={`week-grid grid w-full items-center text-left touch:min-h-10 ${lit === strand.id ? "bg-sheet/80" : ""}`}
              aria-describedby={lit === strand.id ? `words-${strand.id}` : undefined}
              onPointerEnter={() => setLit(strand.id)}
              onPointerLeave={() => setLit(null)}
              onFocus={() => setLit(strand.id)}
              onBlur={() => setLit(null)}
            >
              <span className="flex items-center gap-1.5 py-1 pr-2 pl-5 text-[14px] leading-tight narrow:pl-2">
                <Mark kind={strand.kind} size={16} title={strand.kind} />
                {strand.name}
              </span>
              <Line strand={strand} full={full} />
              <span className="sr-only">{said(strand, days)}</span>
            </button>
            {lit === strand.id && <Words strand={strand} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One strand, drawn over all days. */
function Line({ strand, full }: { strand: Strand; full: number }) {
  const wide = strand.scores.length * DAY_WIDE;
  const run = strand.run;
  return (
    <span className="relative block" style={{ gridColumn: `2 / span ${strand.scores.length}` }}>
      <svg
        viewBox={`0 0 ${wide} ${TALL}`}
        preserveAspectRatio="none"
        className="block h-[34px] w-full"
        aria-hidden
      >
        <path d={outline(strand.scores, full)} fill={KIND_COLOUR[strand.kind]} opacity={0.88} />
      </svg>
      {run && (
        <span
          aria-hidden
          className="absolute bottom-0 border-b-2 border-dotted border-ink"
          style={{
            left: `${((run.from + 0.5) / strand.scores.length) * 100}%`,
            width: `${((run.to - run.from) / strand.scores.length) * 100}%`,
          }}
        >
          <span className="absolute right-0 bottom-[-9px] translate-x-full bg-paper pl-1 text-[13px] whitespace-nowrap text-dust">
            {runDays(run)} days
          </span>
        </span>
      )}
    </span>
  );
}

/** A line that swells to each day's height at its middle. */
function outline(scores: number[], full: number): string {
  const half = (score: number) => Math.max(THIN, ((score / full) * (TALL - 4)) / 2);
  const middle = TALL / 2;
  const ends = [0, ...scores, 0].map((score, place) => ({
    x: place === 0 ? 0 : place > scores.length ? scores.length * DAY_WIDE : (place - 0.5) * DAY_WIDE,
    high: half(place === 0 || place > scores.length ? 0 : score),
  }));
  const side = (sign: 1 | -1, all: typeof ends) =>
    all.slice(1).map((to, place) => {
      const from = all[place] ?? to;
      const bend = (to.x - from.x) / 2;
      const [y0, y1] = [middle + sign * from.high, middle + sign * to.high];
      return `C ${from.x + bend} ${y0} ${to.x - bend} ${y1} ${to.x} ${y1}`;
    });
  const back = [...ends].reverse();
  return [
    `M 0 ${middle - THIN}`,
    ...side(-1, ends),
    `L ${ends.at(-1)?.x ?? 0} ${middle + THIN}`,
    ...side(1, back),
    "Z",
  ].join(" ");
}

/** Under each day the words of its boards that ask for it. */
function Words({ strand }: { strand: Strand }) {
  return (
    <div
      id={`words-${strand.id}`}
      role="tooltip"
      className="week-grid absolute top-full z-20 grid w-full border-b border-rule bg-sheet pb-1 shadow-sm"
    >
      <span />
      {strand.words.map((words, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: days, in order
        <span key={place} className="px-1 text-center text-[13px] leading-tight [overflow-wrap:anywhere]">
          {words.join(", ")}
        </span>
      ))}
    </div>
  );
}

function said(strand: Strand, days: Day[]): string {
  const asking = days
    .map((day, place) => ({ day, score: strand.scores[place] ?? 0 }))
    .filter(({ score }) => score > 0)
    .map(({ day, score }) => `${weekday(day.date)} ${score.toFixed(2)}`);
  const run = strand.run ? `; ${runDays(strand.run)} days running` : "";
  return `: ${asking.join(", ")}${run}`;
}
