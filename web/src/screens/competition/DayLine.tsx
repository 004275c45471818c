import type { Schemas } from "../../api/client";
import { marksOf, type Scale } from "./scale";
import { clockAt, hundredths } from "./time";

export type Line = Schemas["AthleteLine"];
export type Chosen = { athlete: string; heat: string };

const CURVE_H = 30;
const BAR_H = 26;
/** How high and how dark a block of each kind of drill stands on the line. */
const DRILLS: Partial<Record<Schemas["Block"]["kind"], { height: number; shade: string }>> = {
  raise: { height: 9, shade: "bg-dust/40" },
  open: { height: 14, shade: "bg-dust/70" },
  prime: { height: 19, shade: "bg-dust" },
};

interface Props {
  lines: Line[];
  scale: Scale;
  zone: string;
  now: number;
  chosen: Chosen | null;
  onChoose: (chosen: Chosen) => void;
  /** Athletes whose line is another one than they have. */
  changed: Set<string>;
}

/** Every athlete's day as a line: what they do above it, how ready they are for what comes next below it. */
export function DayLine({ lines, scale, zone, now, chosen, onChoose, changed }: Props) {
  const marks = marksOf(scale, window.matchMedia("(max-width: 767px)").matches ? 0.15 : 0.055);
  const here = now > scale.from && now < scale.to ? scale.x(now) : null;
  return (
    <div className="day-line relative">
      <Axis marks={marks} scale={scale} zone={zone} />
      <ol>
        {lines.map((line) => (
          <li key={line.athlete} className="day-row border-t border-rule">
            <span className="min-w-0 py-1 pr-2">
              <span className="block text-[15px] leading-5 font-semibold [overflow-wrap:anywhere]">
                {line.name}
              </span>
              {changed.has(line.athlete) && (
                <span className="text-[13px] font-semibold text-hold">not sent</span>
              )}
            </span>
            <span className="relative block" style={{ height: BAR_H + CURVE_H + 8 }}>
              <Grid marks={marks} scale={scale} />
              <Curves line={line} scale={scale} />
              {line.heats.map((heat) => (
                <Preparing
                  key={heat.heat}
                  line={line}
                  heat={heat}
                  scale={scale}
                  zone={zone}
                  chosen={chosen?.athlete === line.athlete && chosen.heat === heat.heat}
                  onChoose={() => onChoose({ athlete: line.athlete, heat: heat.heat })}
                />
              ))}
            </span>
          </li>
        ))}
      </ol>
      {here !== null && (
        <span
          className="day-now pointer-events-none absolute inset-y-0 border-l-2 border-hold"
          style={{ "--x": here } as React.CSSProperties}
        >
          <span className="absolute top-0 left-1 bg-paper px-0.5 text-[13px] font-semibold text-hold">
            now
          </span>
        </span>
      )}
    </div>
  );
}

function Axis({ marks, scale, zone }: { marks: number[]; scale: Scale; zone: string }) {
  return (
    <div className="day-row h-7 text-[13px]" aria-hidden>
      <span />
      <span className="relative">
        {marks.map((at) => (
          <span
            key={at}
            className="absolute bottom-0.5 -translate-x-1/2 text-dust"
            style={{ left: `${scale.x(at) * 100}%` }}
          >
            {clockAt(at, zone)}
          </span>
        ))}
        {scale.stretches
          .filter((one) => one.folded)
          .map((one) => (
            <span
              key={one.from}
              className="absolute bottom-0.5 text-center text-dust"
              style={{ left: `${one.at * 100}%`, width: `${one.width * 100}%` }}
              title={`${Math.round((one.to - one.from) / 60)} min in which nobody does anything`}
            >
              ⋯
            </span>
          ))}
      </span>
    </div>
  );
}

function Grid({ marks, scale }: { marks: number[]; scale: Scale }) {
  return (
    <span aria-hidden>
      {marks.map((at) => (
        <span
          key={at}
          className="absolute inset-y-0 border-l border-rule/60"
          style={{ left: `${scale.x(at) * 100}%` }}
        />
      ))}
      {scale.stretches
        .filter((one) => one.folded)
        .map((one) => (
          <span
            key={one.from}
            className="absolute inset-y-0 bg-sand/60"
            style={{ left: `${one.at * 100}%`, width: `${one.width * 100}%` }}
          />
        ))}
    </span>
  );
}

/** How ready an athlete is for each next event: it fades while they wait, and is topped up by what they do. */
function Curves({ line, scale }: { line: Line; scale: Scale }) {
  const y = (ready: number) => CURVE_H * (1 - ready);
  return (
    <svg
      aria-hidden
      className="absolute inset-x-0 bottom-0 w-full"
      style={{ height: CURVE_H }}
      viewBox={`0 0 1000 ${CURVE_H}`}
      preserveAspectRatio="none"
    >
      {line.heats.map((heat) => {
        const points = heat.curve.map(
          ([at, ready]) => [scale.x(at as number) * 1000, y(ready as number)] as const,
        );
        const first = points[0];
        const last = points.at(-1);
        if (!first || !last) return null;
        const path = points.map(([x, up]) => `${x.toFixed(1)} ${up.toFixed(1)}`).join(" L ");
        return (
          <g key={heat.heat}>
            <path d={`M ${first[0]} ${CURVE_H} L ${path} L ${last[0]} ${CURVE_H} Z`} className="fill-sand" />
            <path
              d={`M ${path}`}
              fill="none"
              className="stroke-dust"
              strokeWidth="1.5"
              vectorEffect="non-scaling-stroke"
            />
          </g>
        );
      })}
    </svg>
  );
}

interface OneProps {
  line: Line;
  heat: Schemas["ForHeat"];
  scale: Scale;
  zone: string;
  chosen: boolean;
  onChoose: () => void;
}

function Preparing({ line, heat, scale, zone, chosen, onChoose }: OneProps) {
  const own = line.blocks.filter((block) => block.heat === heat.heat);
  const doing = own.filter((block) => block.drills.length > 0 || block.sets.length > 0);
  const from = Math.min(heat.check_in_at, ...doing.map((block) => block.starts_at));
  const [left, right] = [scale.x(from), scale.x(heat.ends_at)];
  const inside = (at: number) => `${((scale.x(at) - left) / (right - left || 1)) * 100}%`;
  const wide = (block: Schemas["Block"]) =>
    `${((scale.x(block.ends_at) - scale.x(block.starts_at)) / (right - left || 1)) * 100}%`;
  return (
    <>
      <button
        type="button"
        aria-pressed={chosen}
        aria-label={says(line, heat, own, zone)}
        className="absolute inset-y-0 z-10"
        style={{ left: `${left * 100}%`, width: `max(${(right - left) * 100}%, 24px)` }}
        onClick={onChoose}
      >
        <span
          aria-hidden
          className={`absolute inset-x-0 top-1 rounded-sm ${chosen ? "outline-2 outline-offset-2 outline-reach" : ""}`}
          style={{ height: BAR_H }}
        >
          <span className="absolute inset-x-0 bottom-0 border-b border-dust" />
          {own.map((block) => {
            const place = { left: inside(block.starts_at), width: wide(block) };
            if (block.kind === "ramp")
              return block.sets.map((set, number) => (
                <span
                  key={set.starts_at}
                  className="absolute bottom-0 w-[3px] bg-ink"
                  style={{
                    left: inside(set.starts_at),
                    height: 10 + ((number + 1) / block.sets.length) * 14,
                  }}
                />
              ));
            if (block.kind === "check-in")
              return (
                <span
                  key={block.kind}
                  className="absolute bottom-0 h-[26px] border-t border-dust bg-sheet"
                  style={place}
                />
              );
            if (block.kind === "event")
              return (
                <span
                  key={block.kind}
                  className="absolute bottom-0 flex h-[26px] items-center justify-center overflow-hidden bg-ink text-[13px] font-semibold text-chalk"
                  style={place}
                >
                  {heat.event === "final" ? "F" : heat.event}
                </span>
              );
            const drawn = DRILLS[block.kind];
            if (!drawn) return null;
            return (
              <span
                key={`${block.kind}-${block.starts_at}`}
                className={`absolute bottom-0 ${drawn.shade}`}
                style={{ ...place, height: drawn.height }}
              />
            );
          })}
        </span>
      </button>
      <span
        aria-hidden
        className={`pointer-events-none absolute bottom-0 z-10 -translate-x-1/2 bg-sheet/80 px-0.5 text-[13px] leading-4 font-semibold ${heat.missed ? "text-hold" : ""}`}
        style={{
          left: `${scale.x(heat.starts_at) * 100}%`,
          bottom: Math.min(CURVE_H - 14, CURVE_H * heat.ready),
        }}
      >
        {hundredths(heat.ready)}
      </span>
    </>
  );
}

function says(line: Line, heat: Schemas["ForHeat"], own: Schemas["Block"][], zone: string): string {
  const drills = own.find((block) => block.drills.length > 0);
  const ramp = own.find((block) => block.sets.length > 0);
  return [
    `${line.name}, ${heat.title}`,
    ...(drills ? [`prepare from ${clockAt(drills.starts_at, zone)}`] : []),
    ...(ramp ? [`first set ${clockAt(ramp.starts_at, zone)}`] : []),
    `check-in ${clockAt(heat.check_in_at, zone)}`,
    `starts ${clockAt(heat.starts_at, zone)}`,
    ...(heat.lane ? [`lane ${heat.lane}`] : []),
    `${hundredths(heat.ready)} of 100 ready`,
  ].join(", ");
}
