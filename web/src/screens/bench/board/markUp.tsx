// The text cut at what its words were read as. Marks change colour and underline only, never width, so nothing moves.
import type { ReactNode } from "react";
import type { Schemas } from "../../../api/client";

export interface Line {
  number: number;
  work: boolean;
  look: string;
  pieces: ReactNode[];
}

const LOOK: Record<string, string> = {
  movement: "underline decoration-chalk-dim decoration-2 underline-offset-4",
  assumed: "underline decoration-amber decoration-dotted decoration-2 underline-offset-4",
  unread: "rounded-sm bg-amber/20 text-amber outline-1 outline-dashed outline-amber",
  doubt: "underline decoration-doubt decoration-wavy decoration-2 underline-offset-4 text-doubt-soft",
  format: "text-[#a9d3e0]",
  heading: "text-[#a9d3e0]",
  division: "text-[#a9d3e0]",
  note: "text-chalk-dim",
};
export const PLAIN_ROLE: Record<string, string> = {
  movement: "movement",
  assumed: "assumed",
  unread: "not read",
  doubt: "doubted",
  format: "format",
  heading: "heading",
  division: "division",
  note: "note",
  amount: "amount",
  load: "load",
  title: "name",
};

/** How a whole line looks: a section's heading is a band, a line of notes stands back behind a rule. */
const LINE_LOOK: Record<string, string> = {
  heading: "bg-[#a9d3e0]/15",
  title: "bg-[#a9d3e0]/15",
  note: "shadow-[inset_2px_0_0_var(--color-slate-line)]",
};

/** One entry a line of the text; every piece that was read carries what it was read as in data attributes.
 * ``readText`` is the text the marks belong to: a line typed since is shown plain until it has been read. */
export function markUp(text: string, workout: Schemas["Read"] | null | undefined, readText: string): Line[] {
  const readLines = readText.split("\n");
  const marks = new Map<number, Schemas["Mark"][]>();
  for (const mark of workout?.marks ?? []) marks.set(mark.line, [...(marks.get(mark.line) ?? []), mark]);
  const doubted = new Map(workout?.doubts.map((doubt) => [`${doubt.line}-${doubt.column}`, doubt.what]));
  const worked = new Set(workout?.parts.flatMap((part) => part.work.map((work) => work.line)));
  return text.split("\n").map((content, index) => {
    const own = (readLines[index] === content ? (marks.get(index + 1) ?? []) : []).sort(
      (a, b) => a.column - b.column || b.length - a.length,
    );
    const roles = new Set(own.map((mark) => mark.role));
    const look =
      own[0]?.role === "heading" || !roles.has("movement") ? (LINE_LOOK[own[0]?.role ?? ""] ?? "") : "";
    const pieces: ReactNode[] = [];
    let from = 0;
    own.forEach((mark, place) => {
      const start = mark.column - 1;
      if (start < from || start >= content.length) return;
      pieces.push(content.slice(from, start));
      const doubt = doubted.get(`${index + 1}-${mark.column}`);
      const role = doubt ? "doubt" : mark.role;
      pieces.push(
        // biome-ignore lint/suspicious/noArrayIndexKey: marks have no id and are drawn whole
        <span key={place} data-role={role} data-says={doubt ?? mark.says} className={LOOK[role] ?? ""}>
          {content.slice(start, start + mark.length)}
        </span>,
      );
      from = start + mark.length;
    });
    pieces.push(content.slice(from) || (from === 0 ? "\u200b" : ""));
    return { number: index + 1, work: worked.has(index + 1), look, pieces };
  });
}
