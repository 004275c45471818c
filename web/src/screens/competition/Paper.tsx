import type { Schemas } from "../../api/client";
import { number } from "../../parts/words";
import type { Line } from "./DayLine";
import { clockAt } from "./time";
import type { Competition } from "./useCompetition";

interface Props {
  competition: Competition;
  lines: Line[];
  stretches: Schemas["Stretch"][];
  date: string;
}

/** On paper: the coach's sheet by the minute, then a pocket card for each athlete. */
export function Paper({ competition, lines, stretches, date }: Props) {
  const zone = competition.timezone;
  const rows = lines
    .flatMap((line) =>
      line.blocks
        .filter((block) => !["rest", "after", "wait"].includes(block.kind))
        .map((block) => ({ line, block })),
    )
    .sort((a, b) => a.block.starts_at - b.block.starts_at || a.line.name.localeCompare(b.line.name));
  const coach = (athlete: string, heat: string) =>
    stretches.find((one) => one.athlete === athlete && one.heat === heat)?.coach ?? "";
  return (
    <div className="hidden print:block">
      <h1 className="text-[24px]">
        {competition.name}, {date}
      </h1>
      <table className="mt-2 w-full border-collapse text-[10pt]">
        <thead>
          <tr className="border-b border-black text-left">
            <th className="w-14 pr-2">From</th>
            <th className="pr-2">Who</th>
            <th className="pr-2">What</th>
            <th>With</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ line, block }) => (
            <tr
              key={`${line.athlete}-${block.kind}-${block.starts_at}`}
              className="border-b border-rule align-top"
            >
              <td className="pr-2">{clockAt(block.starts_at, zone)}</td>
              <td className="pr-2">{line.name}</td>
              <td className="pr-2">{short(line, block)}</td>
              <td>{["ramp", "event"].includes(block.kind) ? coach(line.athlete, block.heat) : ""}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {lines.map((line) => (
        <Card key={line.athlete} competition={competition} line={line} date={date} />
      ))}
    </div>
  );
}

function short(line: Line, block: Schemas["Block"]): string {
  const heat = line.heats.find((one) => one.heat === block.heat);
  if (block.kind === "event") return `${heat?.title ?? ""}${heat?.lane ? `, lane ${heat.lane}` : ""}`;
  if (block.kind === "ramp")
    return `${block.sets.map((set) => `${number(set.load)} x ${set.reps}`).join(", ")} ${heat?.unit ?? ""}`;
  if (block.drills.length) return `${block.name}: ${block.drills.map((one) => one.name).join(", ")}`;
  return block.name;
}

function Card({ competition, line, date }: { competition: Competition; line: Line; date: string }) {
  const zone = competition.timezone;
  return (
    <section className="mt-6 [break-before:page]">
      <h2 className="text-[20px]">{line.name}</h2>
      <p className="text-[10pt]">
        {competition.name}, {date}
      </p>
      {line.heats.map((heat) => (
        <div key={heat.heat} className="mt-2 border-t border-black pt-1 text-[10pt]">
          <p className="font-semibold">
            {clockAt(heat.starts_at, zone)} {heat.title}
            {heat.lane !== null && `, lane ${heat.lane}`}; check-in {clockAt(heat.check_in_at, zone)}
          </p>
          {line.blocks
            .filter((block) => block.heat === heat.heat && (block.drills.length > 0 || block.sets.length > 0))
            .map((block) => (
              <p key={`${block.kind}-${block.starts_at}`}>
                {clockAt(block.starts_at, zone)}{" "}
                {block.sets.length
                  ? `bar: ${block.sets.map((set) => `${clockAt(set.starts_at, zone)} ${number(set.load)} x ${set.reps}`).join(", ")}`
                  : block.drills.map((one) => `${one.name} (${one.dose_words})`).join(", ")}
              </p>
            ))}
        </div>
      ))}
      <p className="mt-2 text-[9pt]">
        Prep is not treatment: what is sharp, radiating or numb goes to a licensed clinician.
      </p>
    </section>
  );
}
