import { Fragment, useState } from "react";
import type { Sheet } from "../api/client";
import { sentence } from "../parts/words";

/** The board as the coach wrote it: what this member does stands out, what is for others can be called up, and what is not for
 * them says so at its line. */
export function AsWritten({ sheet }: { sheet: Sheet }) {
  const [all, setAll] = useState(false);
  const others = sheet.board.filter((one) => one.kind === "other").length;
  const shown = all ? sheet.board : sheet.board.filter((one) => one.kind !== "other");
  const there = new Set(shown.map((one) => one.line));
  return (
    <section className="mt-4" aria-label="What's on">
      {sheet.division && <p className="quiet">You do: {sheet.division}</p>}
      <div className="mt-1 space-y-0.5">
        {shown.map((one) => (
          <Fragment key={one.line}>
            {one.text.trim() ? <Line line={one} /> : <div className="h-3" />}
            {sheet.barred
              .filter((barred) => barred.line === one.line)
              .map((barred) => (
                <NotForYou key={barred.movement} barred={barred} />
              ))}
          </Fragment>
        ))}
      </div>
      {sheet.barred
        .filter((barred) => !there.has(barred.line))
        .map((barred) => (
          <NotForYou key={barred.movement} barred={barred} />
        ))}
      {others > 0 && (
        <button
          type="button"
          className="quiet min-h-10 py-2 underline underline-offset-2"
          aria-expanded={all}
          onClick={() => setAll(!all)}
        >
          {all ? "Only what you do" : "The whole board, with what others do"}
        </button>
      )}
    </section>
  );
}

const LOOK: Record<Sheet["board"][number]["kind"], string> = {
  mine: "font-semibold",
  other: "text-dust",
  unread: "",
  words: "",
};

function Line({ line }: { line: Sheet["board"][number] }) {
  return (
    <p className={`whitespace-pre-wrap [overflow-wrap:anywhere] [tab-size:3] ${LOOK[line.kind]}`}>
      {line.text}
      {line.kind === "other" && <span className="sr-only"> (for others)</span>}
      {line.kind === "unread" && <em className="quiet"> as on the board</em>}
    </p>
  );
}

function NotForYou({ barred }: { barred: Sheet["barred"][number] }) {
  return (
    <p className="my-1 border-l-[4px] border-hold pl-3 text-[16px]">
      <strong>{sentence(barred.name)} is not for you as written</strong>
      {barred.why.length > 0 && ` (${barred.why.join(", ").toLowerCase()})`}.{" "}
      {barred.instead ? (
        <>
          Instead: <strong>{barred.instead}</strong>.
        </>
      ) : (
        "Ask your coach what to do instead."
      )}
    </p>
  );
}
