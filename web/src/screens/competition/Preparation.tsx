import { X } from "lucide-react";
import type { Schemas } from "../../api/client";
import { Mark } from "../../parts/Mark";
import { number, percent } from "../../parts/words";
import type { Line } from "./DayLine";
import { clockAt, hundredths } from "./time";

interface Props {
  line: Line;
  heat: Schemas["ForHeat"];
  zone: string;
  coach: string;
  onClose: () => void;
}

/** One athlete before one heat: from which minute what, why so, and what it costs. */
export function Preparation({ line, heat, zone, coach, onClose }: Props) {
  const blocks = line.blocks.filter(
    (block) => block.heat === heat.heat && !["event", "after"].includes(block.kind),
  );
  return (
    <section
      aria-label={`${line.name}, ${heat.title}`}
      className="rounded-xl border border-rule bg-sheet p-4"
    >
      <div className="flex items-start gap-2">
        <h2 className="mr-auto text-[23px] [overflow-wrap:anywhere]">
          {line.name}
          <span className="block text-[19px] font-semibold text-dust">{heat.title}</span>
        </h2>
        <button type="button" className="plain-action no-print !px-2" aria-label="Close" onClick={onClose}>
          <X size={16} aria-hidden />
        </button>
      </div>
      <p className="mt-1 text-[15px]">
        Starts <strong>{clockAt(heat.starts_at, zone)}</strong>
        {heat.lane !== null && `, lane ${heat.lane}`}
        {heat.division && `, ${heat.division}`}
        {coach && `, with ${coach}`}
      </p>
      {heat.barred.map((one) => (
        <p key={one} className="mt-2 text-[15px] font-semibold text-hold">
          {one}
        </p>
      ))}
      {heat.missed && (
        <p className="mt-2 text-[15px] font-semibold text-hold">
          Not enough time for this weight: no step is made longer. Lift less, or start sooner.
        </p>
      )}
      <Ready heat={heat} />
      <ol className="mt-3">
        {blocks.map((block) => (
          <BlockRow key={`${block.kind}-${block.starts_at}`} block={block} heat={heat} zone={zone} />
        ))}
      </ol>
      <Reasons heat={heat} />
    </section>
  );
}

function Ready({ heat }: { heat: Schemas["ForHeat"] }) {
  return (
    <div className="mt-3 rounded-lg bg-paper p-3">
      <p className="text-[15px]">
        Ready at the start: <strong className="display text-[21px]">{hundredths(heat.ready)}</strong> of 100
        <span className="quiet"> ({hundredths(heat.found)} without this)</span>
      </p>
      <ul className="mt-1">
        {heat.by_demand.map((one) => (
          <li key={one.name} className="flex items-center gap-2 text-[14px] leading-6">
            <Mark kind={one.kind} size={14} />
            <span className="mr-auto min-w-0 truncate">{one.name}</span>
            <span className="h-1.5 w-20 bg-sand" aria-hidden>
              <span className="block h-full bg-dust" style={{ width: `${one.ready * 100}%` }} />
            </span>
            <span className="w-6 text-right">{hundredths(one.ready)}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}

function BlockRow({
  block,
  heat,
  zone,
}: {
  block: Schemas["Block"];
  heat: Schemas["ForHeat"];
  zone: string;
}) {
  const ramp = block.kind === "ramp";
  return (
    <li className="grid grid-cols-[52px_minmax(0,1fr)] gap-x-2 border-t border-rule py-1.5">
      <span className="display text-[18px]">{clockAt(block.starts_at, zone)}</span>
      <span className="min-w-0">
        <span className="block text-[15px] font-semibold">
          {ramp ? `Up to ${number(heat.opening)} ${heat.unit}, ${heat.lift}` : block.name}
          {ramp && heat.estimated && <span className="quiet font-normal"> (estimated)</span>}
        </span>
        {block.drills.map((drill) => (
          <span key={drill.starts_at} className="flex gap-2 text-[14px] leading-5">
            <span className="mr-auto min-w-0">
              {drill.name}
              {drill.standing && <span className="quiet"> (always)</span>}
            </span>
            <span className="shrink-0 text-dust">{drill.dose_words}</span>
          </span>
        ))}
        {block.sets.map((set) => (
          <span key={set.starts_at} className="flex gap-2 text-[14px] leading-5">
            <span className="w-10 text-dust">{clockAt(set.starts_at, zone)}</span>
            <span className="mr-auto">
              {number(set.load)} {set.unit} x {set.reps}
            </span>
            <span className="text-dust">
              {set.plates.length ? set.plates.map(number).join(" + ") : "empty bar"}
            </span>
          </span>
        ))}
      </span>
    </li>
  );
}

function Reasons({ heat }: { heat: Schemas["ForHeat"] }) {
  const low = heat.standards.filter((one) => !one.enough && one.least_deg > 0);
  const said: { key: string; words: string }[] = [
    ...heat.shoes.map((words) => ({ key: words, words: `On the feet: ${words}.` })),
    ...(heat.needless.length
      ? [
          {
            key: "needless",
            words: `Still ready from before, so not done again: ${heat.needless.join(", ")}.`,
          },
        ]
      : []),
    ...(heat.dropped.length ? [{ key: "dropped", words: `No time for: ${heat.dropped.join(", ")}.` }] : []),
    ...heat.swaps.map((one) => ({
      key: one.instead_of,
      words: `No ${one.missing.join(" or ") || "kit"} here: ${one.drill ? `${one.drill} instead of ${one.instead_of}` : `${one.instead_of} is left out`}.`,
    })),
    ...(heat.kit_cost > 0
      ? [
          {
            key: "cost",
            words: `What the warm-up area lacks costs ${percent(heat.kit_cost)} of what could be covered.`,
          },
        ]
      : []),
    ...heat.steps.map((one) => ({
      key: one.movement,
      words: `${one.movement}: ${one.steps} steps a lane of ${number(one.lane_m)} m, as the longest step that leaves something in hand is ${number(one.longest_m)} m.${one.opened_deg ? ` A hip that opens ${number(one.opened_deg)}° further makes it ${one.fewer}.` : ""}`,
    })),
    ...low.map((one) => ({
      key: `${one.position}-${one.motion}`,
      words: `${one.position} decides a repetition and takes ${number(one.least_deg)}° of ${one.motion.toLowerCase()}; ${one.measured ? "measured" : "assumed"} ${number(one.has_deg)}°, so ${one.in_hand_deg < 0 ? `${number(-one.in_hand_deg)}° are missing` : `only ${number(one.in_hand_deg)}° in hand`}.`,
    })),
    ...(heat.limits.length
      ? [{ key: "limits", words: `What gives out first: ${heat.limits.join(", ")}.` }]
      : []),
  ];
  if (said.length === 0) return null;
  return (
    <ul className="mt-3 space-y-1 border-t border-rule pt-2 text-[14px]">
      {said.map((one) => (
        <li key={one.key}>{one.words}</li>
      ))}
    </ul>
  );
}
