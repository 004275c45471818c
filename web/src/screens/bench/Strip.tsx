import type { Demand } from "../../api/client";

const WIDTH = 132;
const HEIGHT = 36;
const DOT = 3.6;
const BARS_FROM = 3; // where the bars of unmeasured people start
const TENTH = 1.2816; // standard deviations from the middle to the 10th and the 90th percentile
const EDGE_DEG = 40; // what lies further from what is needed stands at the edge

type Standing = Demand["people"][number];

/** Everybody by what they have beyond what they themselves need: the line is just enough, left of it is missing. A dot is
 * somebody measured, filled when they are stopped; a bar is somebody nobody measured, from the 10th to the 90th of adults like them. */
export function Strip({ demand }: { demand: Demand }) {
  const measured = demand.people.filter((one) => one.measured).sort((a, b) => inHand(a) - inHand(b));
  const unmeasured = demand.people.filter((one) => !one.measured).sort((a, b) => inHand(a) - inHand(b));
  const ends = [
    ...measured.map(inHand),
    ...unmeasured.flatMap((one) => [inHand(one) - spread(one), inHand(one) + spread(one)]),
    0,
  ].map((deg) => Math.max(-EDGE_DEG, Math.min(EDGE_DEG, deg)));
  const low = Math.min(...ends) - 3;
  const span = Math.max(...ends) + 3 - low;
  const x = (deg: number) => 5 + ((Math.max(-EDGE_DEG, Math.min(EDGE_DEG, deg)) - low) / span) * (WIDTH - 10);
  const step = Math.min(3, 20 / Math.max(1, unmeasured.length));
  const stacked: number[] = [];
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-[36px] w-full max-w-[220px]"
      role="img"
      aria-label={said(demand)}
    >
      <line x1="0" x2={WIDTH} y1={HEIGHT - 3} y2={HEIGHT - 3} stroke="var(--color-rule)" />
      {unmeasured.map((one, index) => (
        <line
          // biome-ignore lint/suspicious/noArrayIndexKey: bars have no id and keep their order
          key={index}
          x1={x(inHand(one) - spread(one))}
          x2={x(inHand(one) + spread(one))}
          y1={BARS_FROM + index * step}
          y2={BARS_FROM + index * step}
          stroke="var(--color-dust)"
          strokeWidth={Math.min(1.6, step * 0.6)}
        />
      ))}
      {measured.map((one, index) => {
        const place = x(inHand(one));
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
            stroke="var(--color-reach)"
            strokeWidth="1.3"
          />
        );
      })}
      <line x1={x(0)} x2={x(0)} y1="1" y2={HEIGHT - 1} stroke="var(--color-ink)" strokeWidth="1.8" />
    </svg>
  );
}

function inHand(one: Standing): number {
  return one.range_deg - one.required_deg;
}

function spread(one: Standing): number {
  return one.spread_deg * TENTH;
}

/** "about 4 of 14 stopped"; exact where everybody was measured. */
export function stopped(demand: Demand): string {
  if (demand.short === 0) return `none of ${demand.people.length} stopped`;
  const about = demand.people.some((one) => !one.measured) ? "about " : "";
  return `${about}${demand.short} of ${demand.people.length} stopped`;
}

function said(demand: Demand): string {
  const unmeasured = demand.people.filter((one) => !one.measured).length;
  const guessed = unmeasured ? `; ${unmeasured} not measured, shown by what adults like them have` : "";
  return `${stopped(demand)} by ${demand.name.toLowerCase()}${guessed}`;
}
