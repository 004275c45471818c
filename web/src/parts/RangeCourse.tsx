import type { Schemas } from "../api/client";

type Area = Schemas["AreaOut"];

const WIDE = 320;
const TALL = 132;
const LEFT = 34;
const BOTTOM = 20;
const TOP = 20; // room for the goal's name over its line
const DAY_MS = 86_400_000;
const LEAST_DEG = 8; // of the scale: a few degrees are not blown up to a mountain

/** Tests of one range over weeks, each inside its error, with the goal; and the same as a table. */
export function RangeCourse({ area }: { area: Area }) {
  const tests = area.tests;
  const first = tests[0];
  const last = tests.at(-1);
  if (!first || !last) return <p className="quiet">No test of it yet.</p>;
  const from = Date.parse(first.on) - 3 * DAY_MS;
  const until = Math.max(Date.parse(last.on), Date.parse(first.on) + 21 * DAY_MS) + 3 * DAY_MS;
  const ends = tests.flatMap((one) => [one.degrees - one.error_deg, one.degrees + one.error_deg]);
  const goal = area.goal_deg ?? last.degrees;
  const low = Math.min(...ends, goal);
  const high = Math.max(...ends, goal, low + LEAST_DEG);
  const x = (on: string) => LEFT + ((Date.parse(on) - from) / (until - from)) * (WIDE - LEFT - 6);
  const y = (deg: number) => TOP + ((high - deg) / (high - low || 1)) * (TALL - BOTTOM - TOP);
  const path = (at: (one: (typeof tests)[number]) => number) =>
    tests.map((one, place) => `${place ? "L" : "M"}${x(one.on)} ${y(at(one))}`).join("");
  const band = `${path((one) => one.degrees + one.error_deg)}${[...tests]
    .reverse()
    .map((one) => `L${x(one.on)} ${y(one.degrees - one.error_deg)}`)
    .join("")}Z`;
  return (
    <figure>
      <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="block h-auto w-full max-w-[380px]" role="img">
        <title>{`${area.name}: ${tests.length} tests, ${Math.round(first.degrees)} to ${Math.round(last.degrees)} degrees`}</title>
        {tests.length > 1 && <path d={band} className="fill-reach/15" />}
        <line
          x1={LEFT}
          x2={WIDE - 6}
          y1={y(goal)}
          y2={y(goal)}
          className="stroke-ink"
          strokeDasharray="2 4"
        />
        <text x={WIDE - 6} y={y(goal) - 4} textAnchor="end" fontSize="13" className="fill-ink">
          goal {Math.round(goal)}°
        </text>
        {[high, low].map((deg) => (
          <text key={deg} x={LEFT - 6} y={y(deg) + 5} textAnchor="end" fontSize="13" className="fill-dust">
            {Math.round(deg)}°
          </text>
        ))}
        {tests.length > 1 && (
          <path d={path((one) => one.degrees)} fill="none" className="stroke-reach" strokeWidth="1.5" />
        )}
        {tests.map((one) => (
          <g key={one.on}>
            <line
              x1={x(one.on)}
              x2={x(one.on)}
              y1={y(one.degrees - one.error_deg)}
              y2={y(one.degrees + one.error_deg)}
              className="stroke-reach"
              strokeWidth="1.5"
            />
            <circle
              cx={x(one.on)}
              cy={y(one.degrees)}
              r="4"
              className={one.selected ? "fill-sheet stroke-reach" : "fill-reach stroke-reach"}
              strokeWidth="1.5"
            />
          </g>
        ))}
        <text x={LEFT} y={TALL - 4} fontSize="13" className="fill-dust">
          {shortDay(first.on)}
        </text>
        {first.on !== last.on && (
          <text
            x={Math.max(x(last.on), LEFT + 120)}
            y={TALL - 4}
            textAnchor="end"
            fontSize="13"
            className="fill-dust"
          >
            {shortDay(last.on)}
          </text>
        )}
      </svg>
      <details className="text-[15px]">
        <summary className="min-h-10 cursor-pointer py-2">As a table</summary>
        <table className="w-full max-w-[520px]">
          <thead>
            <tr>
              <th className="text-left font-semibold">Day</th>
              <th className="text-right font-semibold">Degrees</th>
              <th className="text-right font-semibold">May be off by</th>
            </tr>
          </thead>
          <tbody>
            {tests.map((one) => (
              <tr key={one.on} className="border-t border-rule">
                <td>
                  {shortDay(one.on)}
                  {one.selected && (
                    <span className="quiet"> (chose them; does not count as a first test)</span>
                  )}
                </td>
                <td className="text-right">{one.degrees}</td>
                <td className="text-right">{one.error_deg}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}

export const shortDay = (on: string) =>
  new Date(`${on.slice(0, 10)}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });
