import type { Schemas } from "../../../api/client";
import { clock, number, plural } from "../../../parts/words";

const SHORT = 160; // letters of notes that are shown without asking

/** What the words came to: totals of the whole session for one person. */
export function ReadAs({ workout }: { workout: Schemas["Read"] }) {
  return (
    <div className="mt-4 border-t border-slate-line pt-3">
      <h3 className="text-[18px] text-chalk-dim">Read as, for one person</h3>
      {workout.parts.map((part, index) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts may share a name and keep their order
        <div key={index} className="mt-1.5 text-[14px]">
          <p className="text-chalk-dim">
            {part.name} · {formatWords(part.format)}
            {part.kind === "warm-up" || part.kind === "cool-down" ? ", asks nothing" : ""}
          </p>
          <ul>
            {part.work.map((work) => (
              <li
                key={`${work.line}-${work.column}-${work.movement}-${work.division}`}
                className="flex justify-between gap-3"
              >
                <span className="min-w-0">
                  {work.name}
                  {work.division && <em className="text-chalk-dim"> {work.division}</em>}
                  {beside(work) && <em className="text-chalk-dim"> {beside(work)}</em>}
                </span>
                <span className="shrink-0 text-right">{totals(work)}</span>
              </li>
            ))}
          </ul>
          <Notes notes={part.notes} />
        </div>
      ))}
    </div>
  );
}

/** A part's notes: a few as they stand, many folded under their number. */
function Notes({ notes }: { notes: string[] }) {
  const lines = notes.map((note, index) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: notes may say the same and keep their order
    <p key={index} className="text-chalk-dim italic">
      {note}
    </p>
  ));
  if (notes.join(" ").length <= SHORT) return lines;
  return (
    <details>
      <summary className="cursor-pointer text-chalk-dim">{plural(notes.length, "note")}</summary>
      {lines}
    </details>
  );
}

function formatWords(format: Schemas["Format"]): string {
  const about = format.estimated ? "about " : "";
  const between =
    format.rounds_range && format.rounds_range[0] !== format.rounds_range[1]
      ? ` (${format.rounds_range.join(" to ")})`
      : "";
  const pieces = [
    format.kind === "sets-x-reps" ? "sets and reps" : format.kind.replaceAll("-", " "),
    format.work_s ? `${format.work_s} s on, ${format.rest_s ?? 0} s off` : "",
    format.interval_s && format.interval_s !== 60 ? `every ${clock(format.interval_s)}` : "",
    format.minutes ? `${number(format.minutes)} min` : "",
    format.rounds && format.kind !== "sets-x-reps" ? `${about}${format.rounds} rounds${between}` : "",
    format.scheme.length
      ? `${format.scheme.slice(0, 8).join("-")}${format.ladder_step || format.scheme.length > 8 ? "…" : ""}`
      : "",
    format.repeat > 1 ? `${format.repeat} times` : "",
    format.team
      ? `teams of ${format.team}${format.share === "alternate" ? ", taking turns" : format.share ? ", shared" : ""}`
      : "",
    format.rest_s && !format.work_s ? `rest ${clock(format.rest_s)}` : "",
    format.cap_s ? `cap ${clock(format.cap_s)}` : "",
  ];
  return pieces.filter(Boolean).join(", ");
}

function beside(work: Schemas["Work"]): string {
  return [
    work.station ? `minute ${work.station}` : "",
    work.role ? "once" : "",
    work.synchro ? "together" : "",
    work.sides === 2 ? "both sides" : "",
    work.note ?? "",
  ]
    .filter(Boolean)
    .join(", ");
}

function totals(work: Schemas["Work"]): string {
  const about = work.reps_estimated ? "~" : "";
  const loads = work.loads.length
    ? `${work.implements > 1 ? `${work.implements} × ` : ""}${work.loads.map(number).join("/")} ${work.load_unit}`
    : "";
  const parts = [
    work.reps ? (work.reps_range ? `${work.reps_range.join("–")}` : `${about}${work.reps}`) : "",
    work.distance_m ? `${about}${number(work.distance_m)} m` : "",
    work.calories ? `${about}${work.calories} cal` : "",
    work.seconds ? `${about}${clock(work.seconds)}` : "",
    work.percents.length ? `${span(work.percents)} %` : "",
    work.rpe ? `RPE ${number(work.rpe)}` : "",
    work.bodyweight ? `${number(work.bodyweight)} × bodyweight` : "",
    loads,
    work.heights_m.length ? `${work.heights_m.map((height) => Math.round(height * 100)).join("/")} cm` : "",
  ];
  return parts.filter(Boolean).join(" · ");
}

function span(values: number[]): string {
  const low = Math.min(...values),
    high = Math.max(...values);
  return low === high ? number(low) : `${number(low)}–${number(high)}`;
}
