import type { Schemas } from "../../api/client";
import { number } from "../../parts/words";

type Range = Schemas["RangeOf"];
type Visit = Schemas["Visit"];
export interface Need {
  day: string;
  title: string;
  least: number;
  comfortable: number;
}

const WIDE = 460;
const TALL = 104;
const ROOM = { left: 40, right: 14, top: 8, bottom: 20 };
const LEAST_MONTHS = 6;
const MONTH_MS = 2_629_800_000;
const STYLE = {
  left: { dash: undefined, fill: "var(--color-reach)" },
  right: { dash: "5 4", fill: "var(--color-sheet)" },
  both: { dash: undefined, fill: "var(--color-reach)" },
};
type Side = keyof typeof STYLE;

/** One range over months: each test inside its error, what adults like them have, and what is coming as a line. */
export function RangeStrip({ range, needs, today }: { range: Range; needs: Need[]; today: number }) {
  const times = range.visits.map((visit) => (visit.on ? Date.parse(visit.on) : today));
  const from = Math.min(today - LEAST_MONTHS * MONTH_MS, ...times);
  const values = [
    range.adults_deg - range.adults_sd_deg,
    range.adults_deg + range.adults_sd_deg,
    ...range.visits.flatMap((visit) => [visit.degrees - visit.error_deg, visit.degrees + visit.error_deg]),
    ...needs.map((need) => need.least),
  ];
  const low = Math.min(...values) - 2;
  const high = Math.max(...values) + 2;
  const x = (time: number) =>
    ROOM.left + ((time - from) / Math.max(1, today - from)) * (WIDE - ROOM.left - ROOM.right);
  const y = (degrees: number) =>
    ROOM.top + (1 - (degrees - low) / (high - low)) * (TALL - ROOM.top - ROOM.bottom);
  const top = y(range.adults_deg + range.adults_sd_deg);
  return (
    <svg viewBox={`0 0 ${WIDE} ${TALL}`} className="w-full" role="img" aria-label={said(range)}>
      <rect
        x={ROOM.left}
        width={WIDE - ROOM.left - ROOM.right}
        y={top}
        height={y(range.adults_deg - range.adults_sd_deg) - top}
        fill="var(--color-sand)"
      />
      {[range.adults_deg].map((mean) => (
        <line
          key="adults"
          x1={ROOM.left}
          x2={WIDE - ROOM.right}
          y1={y(mean)}
          y2={y(mean)}
          stroke="var(--color-rule)"
          strokeWidth={2}
        />
      ))}
      {[high - 2, low + 2].map((degrees) => (
        <text
          key={degrees}
          x={ROOM.left - 6}
          y={y(degrees) + 4}
          fontSize={13}
          textAnchor="end"
          fill="var(--color-dust)"
        >
          {Math.round(degrees)}°
        </text>
      ))}
      {(["left", "right", "both"] as Side[]).map((side) => (
        <Series
          key={side}
          visits={range.visits.filter((visit) => visit.side === side)}
          side={side}
          x={(visit) => x(visit.on ? Date.parse(visit.on) : today)}
          y={y}
        />
      ))}
      {needs.map((need) => (
        <line
          key={`${need.day}${need.least}`}
          x1={WIDE - ROOM.right - 70}
          x2={WIDE - ROOM.right}
          y1={y(need.least)}
          y2={y(need.least)}
          stroke="var(--color-hold)"
          strokeWidth={2.5}
        />
      ))}
      <text x={ROOM.left} y={TALL - 4} fontSize={13} fill="var(--color-dust)">
        {new Date(from).toLocaleDateString("en-GB", { month: "short", year: "numeric" })}
      </text>
      <text x={WIDE - ROOM.right} y={TALL - 4} fontSize={13} textAnchor="end" fill="var(--color-dust)">
        today
      </text>
    </svg>
  );
}

interface SeriesProps {
  visits: Visit[];
  side: Side;
  x: (visit: Visit) => number;
  y: (degrees: number) => number;
}

/** One side's tests, oldest first, joined, each with its error as an upright line. */
function Series({ visits, side, x, y }: SeriesProps) {
  const style = STYLE[side];
  const nudge = side === "left" ? -3 : side === "right" ? 3 : 0;
  const points = visits.map((visit) => [x(visit) + nudge, y(visit.degrees)] as const);
  return (
    <g>
      {visits.map((visit, index) => (
        <line
          // biome-ignore lint/suspicious/noArrayIndexKey: tests keep their order
          key={index}
          x1={points[index]?.[0]}
          x2={points[index]?.[0]}
          y1={y(visit.degrees - visit.error_deg)}
          y2={y(visit.degrees + visit.error_deg)}
          stroke="var(--color-reach)"
          strokeWidth={7}
          strokeLinecap="round"
          opacity={0.22}
        />
      ))}
      <polyline
        points={points.map((point) => point.join(",")).join(" ")}
        fill="none"
        stroke="var(--color-reach)"
        strokeWidth={2}
        strokeDasharray={style.dash}
      />
      {points.map(([cx, cy], index) => (
        <circle
          // biome-ignore lint/suspicious/noArrayIndexKey: tests keep their order
          key={index}
          cx={cx}
          cy={cy}
          r={4}
          fill={style.fill}
          stroke="var(--color-reach)"
          strokeWidth={2}
        />
      ))}
    </g>
  );
}

/** The newest of each side in words. */
export function newest(range: Range): { side: Side; degrees: number; on: string }[] {
  return (["left", "right", "both"] as Side[]).flatMap((side) => {
    const last = range.visits.filter((visit) => visit.side === side).at(-1);
    return last ? [{ side, degrees: last.degrees, on: last.on }] : [];
  });
}

function said(range: Range): string {
  const sides = newest(range).map((one) => `${one.side} ${number(one.degrees)} degrees`);
  const adults = `adults like them ${number(range.adults_deg)}`;
  return `${range.name}: ${sides.join(", ")}; ${adults}`;
}
