import type { Schemas } from "../../api/client";

const WIDE = 116;
const TALL = 50;
const EDGE = 6;
const LIKELY_Z = 1.2816; // 10 to 90 %

/** One person at one demand: where their range lies, and what is needed of it. */
export function DotStrip({
  column,
  cell,
  name,
}: {
  column: Schemas["Column"];
  cell: Schemas["Cell"] | undefined;
  name: string;
}) {
  if (!cell) return <span className="quiet">not asked</span>;
  const x = (degrees: number) => {
    const share = (degrees - column.low_deg) / (column.high_deg - column.low_deg);
    return EDGE + Math.max(0, Math.min(1, share)) * (WIDE - 2 * EDGE);
  };
  const middle = TALL / 2;
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${TALL}`}
      className="block w-full max-w-[116px] min-w-[76px]"
      role="img"
      aria-label={said(column.name, name, cell)}
    >
      <line x1={EDGE} x2={WIDE - EDGE} y1={middle} y2={middle} stroke="var(--color-rule)" strokeWidth={1.5} />
      <line
        x1={x(cell.least_deg)}
        x2={x(cell.least_deg)}
        y1={middle - 12}
        y2={middle + 12}
        stroke="var(--color-hold)"
        strokeWidth={2.5}
      />
      <line
        x1={x(cell.comfortable_deg)}
        x2={x(cell.comfortable_deg)}
        y1={middle - 9}
        y2={middle + 9}
        stroke="var(--color-hold)"
        strokeWidth={1.5}
        strokeDasharray="2.5 2.5"
      />
      {cell.measured ? (
        <circle
          cx={x(cell.has_deg)}
          cy={middle}
          r={5.5}
          fill={cell.short ? "var(--color-reach)" : "var(--color-sheet)"}
          stroke="var(--color-reach)"
          strokeWidth={2}
        />
      ) : (
        <rect
          x={x(cell.has_deg - LIKELY_Z * cell.spread_deg)}
          width={Math.max(
            2,
            x(cell.has_deg + LIKELY_Z * cell.spread_deg) - x(cell.has_deg - LIKELY_Z * cell.spread_deg),
          )}
          y={middle - 4}
          height={8}
          rx={4}
          fill="var(--color-reach)"
          opacity={0.28}
        />
      )}
      {(["left", "right"] as const).map((side) => {
        const degrees = side === "left" ? cell.left_deg : cell.right_deg;
        return degrees === null ? null : (
          <text
            key={side}
            x={x(degrees)}
            y={side === "left" ? 11 : TALL - 2}
            fontSize={13}
            textAnchor="middle"
            fill="var(--color-dust)"
          >
            {side === "left" ? "L" : "R"}
          </text>
        );
      })}
    </svg>
  );
}

function said(demand: string, name: string, cell: Schemas["Cell"]): string {
  const has = cell.measured
    ? `has ${Math.round(cell.has_deg)}`
    : `not measured, likely ${Math.round(cell.has_deg)}`;
  return `${name}, ${demand}: ${has}, needs ${Math.round(cell.least_deg)} degrees, comfort ${Math.round(cell.comfortable_deg)}${cell.short ? ", short" : ""}`;
}
