// Weeks in a row: strands that thicken, and answers above and below a line.
import { shortDay } from "../../parts/RangeCourse";

const WEEK_WIDE = 40; // of the drawing; it is stretched over the weeks
const TALL = 30;
const THIN = 0.7;

/** One strand over weeks, as thick in each as its value says. */
export function WeekStrand({ values, full, words }: { values: number[]; full: number; words: string }) {
  const wide = values.length * WEEK_WIDE;
  const half = (value: number) => (value > 0 ? Math.max(THIN, (value / full) * (TALL / 2 - 1)) : THIN / 2);
  const x = (place: number) => (place + 0.5) * WEEK_WIDE;
  const first = half(values[0] ?? 0);
  const last = half(values.at(-1) ?? 0);
  const top = values.map((value, place) => `L${x(place)} ${TALL / 2 - half(value)}`).join("");
  const bottom = [...values]
    .map((value, place) => `L${x(place)} ${TALL / 2 + half(value)}`)
    .reverse()
    .join("");
  const outline = `M0 ${TALL / 2 - first}${top}L${wide} ${TALL / 2 - last}L${wide} ${TALL / 2 + last}${bottom}L0 ${TALL / 2 + first}Z`;
  return (
    <svg
      viewBox={`0 0 ${wide} ${TALL}`}
      preserveAspectRatio="none"
      className="block h-[30px] w-full"
      role="img"
      aria-label={words}
    >
      <path d={outline} className="fill-reach" opacity={0.88} />
    </svg>
  );
}

interface Answers {
  monday: string;
  better: number;
  same: number;
  worse: number;
}

const UP = 54;

/** Answers week by week: better above the line, the same hollow and worse filled below it. */
export function AnswerBars({ weeks }: { weeks: Answers[] }) {
  const most = Math.max(1, ...weeks.map((week) => Math.max(week.better, week.same + week.worse)));
  const wide = weeks.length * WEEK_WIDE;
  const tall = (count: number) => (count / most) * UP;
  return (
    <svg
      viewBox={`0 0 ${wide} ${2 * UP + 4}`}
      preserveAspectRatio="none"
      className="block h-[112px] w-full"
      role="img"
      aria-label="Answers week by week; the table has the numbers"
    >
      {weeks.map((week, place) => {
        const x = place * WEEK_WIDE + WEEK_WIDE * 0.22;
        const w = WEEK_WIDE * 0.56;
        return (
          <g key={week.monday}>
            <rect
              x={x}
              width={w}
              y={UP - tall(week.better)}
              height={tall(week.better)}
              className="fill-reach"
            />
            <rect
              x={x}
              width={w}
              y={UP + 2}
              height={tall(week.same)}
              className="fill-sand stroke-dust"
              vectorEffect="non-scaling-stroke"
            />
            <rect
              x={x}
              width={w}
              y={UP + 2 + tall(week.same)}
              height={tall(week.worse)}
              className="fill-hold"
            />
          </g>
        );
      })}
      <line
        x1={0}
        x2={wide}
        y1={UP + 1}
        y2={UP + 1}
        className="stroke-ink"
        vectorEffect="non-scaling-stroke"
      />
    </svg>
  );
}

/** A count a week as sticks on a line. */
export function WeekSticks({ values, words }: { values: number[]; words: string }) {
  const most = Math.max(1, ...values);
  const wide = values.length * WEEK_WIDE;
  return (
    <svg
      viewBox={`0 0 ${wide} 46`}
      preserveAspectRatio="none"
      className="block h-[46px] w-full"
      role="img"
      aria-label={words}
    >
      {values.map((value, place) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: weeks keep their order
          key={place}
          x={place * WEEK_WIDE + WEEK_WIDE * 0.3}
          width={WEEK_WIDE * 0.4}
          y={44 - (value / most) * 42}
          height={(value / most) * 42}
          className="fill-slate-line"
        />
      ))}
      <line x1={0} x2={wide} y1={45} y2={45} className="stroke-ink" vectorEffect="non-scaling-stroke" />
    </svg>
  );
}

/** Under a chart: the days its weeks begin on, as many as there is room for. */
export function WeekDays({ mondays }: { mondays: string[] }) {
  const every = Math.max(1, Math.ceil(mondays.length / 8));
  return (
    <div
      aria-hidden
      className="grid text-[13px] text-dust"
      style={{ gridTemplateColumns: `repeat(${mondays.length}, minmax(0, 1fr))` }}
    >
      {mondays.map((monday, place) => (
        <span
          key={monday}
          className={`text-center whitespace-nowrap ${(place / every) % 2 ? "max-md:invisible" : ""}`}
        >
          {place % every === 0 ? shortDay(monday) : ""}
        </span>
      ))}
    </div>
  );
}

/** What the bars of answers mean. */
export function AnswerKey() {
  const square = "mr-1 inline-block h-3 w-3 align-[-1px]";
  return (
    <p className="flex flex-wrap gap-x-4 text-[14px]">
      <span>
        <span className={`${square} bg-reach`} aria-hidden /> better, above the line
      </span>
      <span>
        <span className={`${square} border border-dust bg-sand`} aria-hidden /> the same, below it
      </span>
      <span>
        <span className={`${square} bg-hold`} aria-hidden /> worse, below that
      </span>
    </p>
  );
}
