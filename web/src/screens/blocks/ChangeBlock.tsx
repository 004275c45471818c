import { useState } from "react";
import { api } from "../../api/client";
import { Field } from "../../parts/Field";
import type { Block, Change } from "./change";
import { WEEKDAYS } from "./words";

/** Another name or other days for a block; one that somebody changed meanwhile is refused, and says so. */
export function ChangeBlock({ block, change }: { block: Block; change: Change }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState(block.name);
  const [days, setDays] = useState(block.weekdays);
  if (!open)
    return (
      <button
        type="button"
        className="plain-action"
        onClick={() => {
          setName(block.name);
          setDays(block.weekdays);
          setOpen(true);
        }}
      >
        Change its days or name
      </button>
    );
  return (
    <form
      className="w-full max-w-xl rounded-xl border border-rule bg-sheet p-4"
      onSubmit={(event) => {
        event.preventDefault();
        change.mutate(
          () =>
            api.PATCH("/api/blocks/{block_id}", {
              params: { path: { block_id: block.id } },
              body: { version: block.version, name, weekdays: days },
            }),
          { onSuccess: () => setOpen(false) },
        );
      }}
    >
      <Field label="What you call it" value={name} onValue={setName} maxLength={80} />
      <fieldset className="mt-2">
        <legend className="text-[15px] font-semibold">Usual days</legend>
        <div className="mt-1 flex flex-wrap gap-1.5">
          {WEEKDAYS.map((one, place) => (
            <button
              key={one}
              type="button"
              aria-pressed={days.includes(place)}
              className={`min-h-10 min-w-12 rounded-lg border px-2 ${days.includes(place) ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
              onClick={() =>
                setDays(days.includes(place) ? days.filter((day) => day !== place) : [...days, place].sort())
              }
            >
              {one}
            </button>
          ))}
        </div>
      </fieldset>
      <p className="mt-3 flex gap-2">
        <button type="submit" className="action" disabled={change.isPending}>
          Keep it
        </button>
        <button type="button" className="plain-action" onClick={() => setOpen(false)}>
          Not now
        </button>
      </p>
    </form>
  );
}
