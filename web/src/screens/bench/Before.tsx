import { Popover } from "radix-ui";
import { percent } from "../../parts/words";
import type { PrepProps } from "./shared";

/** What the room and the hour before bring: a cold room or a hot day, and an earlier workout that is still warm. */
export function Before({ draft, change, bench }: Pick<PrepProps, "draft" | "change" | "bench">) {
  const earlier = bench?.earlier;
  const said = [draft.cold ? "cold" : "", draft.hot ? "hot" : "", draft.after_text.trim() ? "warm" : ""]
    .filter(Boolean)
    .join(", ");
  const problem = bench?.problem?.field === "after" ? bench.problem.message : "";
  return (
    <Popover.Root>
      <Popover.Trigger className={`plain-action ${said ? "!border-ink font-semibold" : ""}`}>
        {said ? `Before: ${said}` : "Before it"}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          collisionPadding={12}
          className="z-50 w-[380px] rounded-xl border border-rule bg-sheet p-4 shadow-lg"
          aria-label="Before this session"
        >
          <p className="display text-[20px]">Before this session</p>
          <label className="mt-2 flex items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5 accent-slate-deep"
              checked={draft.cold}
              onChange={(event) => change({ cold: event.target.checked, hot: false })}
            />
            The room is cold: a longer raise
          </label>
          <label className="mt-2 flex items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5 accent-slate-deep"
              checked={draft.hot}
              onChange={(event) => change({ hot: event.target.checked, cold: false })}
            />
            The day is hot: half the raise
          </label>
          <label className="mt-3 block text-[14px] text-dust">
            What they have just done, as a board would say it
            <textarea
              className="field mt-1 block h-24 w-full text-ink"
              placeholder="5 rounds, 10 wall balls, 200 m row"
              value={draft.after_text}
              onChange={(event) => change({ after_text: event.target.value }, true)}
            />
          </label>
          <div className="mt-2 flex items-end justify-between gap-3">
            <label className="text-[14px] text-dust">
              minutes since it ended
              <input
                className="field mt-1 block w-24 text-ink"
                type="number"
                min={0}
                max={600}
                value={draft.after_min}
                onChange={(event) => {
                  const value = Number(event.target.value);
                  if (Number.isInteger(value) && value >= 0 && value <= 600) change({ after_min: value });
                }}
              />
            </label>
            {draft.after_text && (
              <button type="button" className="plain-action" onClick={() => change({ after_text: "" })}>
                Nothing was done
              </button>
            )}
          </div>
          {problem && (
            <p role="alert" className="mt-2 text-[14px] text-hold">
              {problem}
            </p>
          )}
          {earlier && (
            <div className="mt-2 text-[14px]" role="status">
              {earlier.movements.length > 0 && <p>Read: {earlier.movements.join(", ").toLowerCase()}.</p>}
              {earlier.unread.length > 0 && (
                <p className="font-semibold text-hold">Not read: {earlier.unread.join("; ")}.</p>
              )}
              {earlier.warm.length > 0 ? (
                <p className="text-dust">
                  Still warm:{" "}
                  {earlier.warm
                    .slice(0, 6)
                    .map((one) => `${one.name.toLowerCase()} ${percent(one.readiness)}`)
                    .join(", ")}
                  {earlier.warm.length > 6 && ` and ${earlier.warm.length - 6} more`}.
                </p>
              ) : (
                <p className="text-dust">Nothing of it is warm any more.</p>
              )}
            </div>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
