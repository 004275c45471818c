import type { Demand } from "../../api/client";

const WIDTH = 132;
const HEIGHT = 36;
const DOT = 3.6;

/** One dot a person at their range, the line at what is needed; filled dots fall short. Hollow grey ones are not measured. */
export function Strip({ demand }: { demand: Demand }) {
  const people = [...demand.people].sort((a, b) => a.range_deg - b.range_deg);
  const needed = demand.required_deg ?? 0;
  const values = [...people.map((one) => one.range_deg), needed];
  const low = Math.min(...values) - 4;
  const span = Math.max(...values) + 4 - low;
  const x = (deg: number) => 6 + ((deg - low) / span) * (WIDTH - 12);
  const stacked: number[] = [];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-[36px] w-full"
      role="img"
      aria-label={`${demand.short} of ${people.length} people have less than ${Math.round(needed)} degrees`}
    >
      <line x1="0" x2={WIDTH} y1={HEIGHT - 3} y2={HEIGHT - 3} stroke="var(--color-rule)" />
      {people.map((one, index) => {
        const place = x(one.range_deg);
        const level = stacked.filter((other) => Math.abs(other - place) < DOT * 1.9).length;
        stacked.push(place);
        return (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: dots have no id and keep their order
            key={index}
            cx={place}
            cy={HEIGHT - 8 - Math.min(3, level) * DOT * 1.9}
            r={DOT}
            fill={one.short ? "var(--color-reach)" : "var(--color-sheet)"}
            stroke={one.measured ? "var(--color-reach)" : "var(--color-dust)"}
            strokeWidth="1.3"
            strokeDasharray={one.measured ? undefined : "1.5 1.5"}
          />
        );
      })}
      <line
        x1={x(needed)}
        x2={x(needed)}
        y1="1"
        y2={HEIGHT - 1}
        stroke="var(--color-ink)"
        strokeWidth="1.8"
      />
    </svg>
  );
}
