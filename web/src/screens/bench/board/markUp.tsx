// The text cut at what its words were read as. Marks change colour and underline only, never width, so nothing moves.
import type { ReactNode } from "react";
import type { Schemas } from "../../../api/client";

export interface Line {
  number: number;
  work: boolean;
  pieces: ReactNode[];
}

const LOOK: Record<string, string> = {
  movement: "underline decoration-chalk-dim decoration-2 underline-offset-4",
  assumed: "underline decoration-amber decoration-dotted decoration-2 underline-offset-4",
  unread: "rounded-sm bg-amber/20 text-amber outline-1 outline-dashed outline-amber",
  format: "text-[#a9d3e0]",
  heading: "text-[#a9d3e0]",
  division: "text-[#a9d3e0]",
  note: "text-chalk-dim",
};
export const PLAIN_ROLE: Record<string, string> = {
  movement: "movement",
  assumed: "assumed",
  unread: "not read",
  format: "format",
  heading: "heading",
  division: "division",
  note: "note",
  amount: "amount",
  load: "load",
  title: "name",
};

/** One entry a line of the text; every piece that was read carries what it was read as in data attributes.
 * ``readText`` is the text the marks belong to: a line typed since is shown plain until it has been read. */
export function markUp(text: string, workout: Schemas["Read"] | null | undefined, readText: string): Line[] {
  const readLines = readText.split("\n");
  const marks = new Map<number, Schemas["Mark"][]>();
  for (const mark of workout?.marks ?? []) marks.set(mark.line, [...(marks.get(mark.line) ?? []), mark]);
  const worked = new Set(workout?.parts.flatMap((part) => part.work.map((work) => work.line)));
  return text.split("\n").map((content, index) => {
    const own = (readLines[index] === content ? (marks.get(index + 1) ?? []) : []).sort(
      (a, b) => a.column - b.column || b.length - a.length,
    );
    const pieces: ReactNode[] = [];
    let from = 0;
    own.forEach((mark, place) => {
      const start = mark.column - 1;
      if (start < from || start >= content.length) return;
      pieces.push(content.slice(from, start));
      pieces.push(
        // biome-ignore lint/suspicious/noArrayIndexKey: marks have no id and are drawn whole
        <span key={place} data-role={mark.role} data-says={mark.says} className={LOOK[mark.role] ?? ""}>
          {content.slice(start, start + mark.length)}
        </span>,
      );
      from = start + mark.length;
    });
    pieces.push(content.slice(from) || (from === 0 ? "\u200b" : ""));
    return { number: index + 1, work: worked.has(index + 1), pieces };
  });
}
