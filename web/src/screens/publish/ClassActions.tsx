import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { createPortal } from "react-dom";
import { answer, api, type Schemas } from "../../api/client";
import { Field } from "../../parts/Field";
import { day, hour, plural } from "../../parts/words";

type Data = Schemas["PublishOut"];

/** A class that members have: moved, cancelled, brought to mind again; and the code for the wall. */
export function ClassActions({ data }: { data: Data }) {
  const client = useQueryClient();
  const [open, setOpen] = useState<"move" | "cancel" | "wall" | null>(null);
  const [starts, setStarts] = useState(hour(data.starts_at, data.timezone));
  const path = { class_id: data.class_id };
  const onSuccess = (next: Data) => {
    setOpen(null);
    client.setQueryData(["publish", data.class_id], next);
    for (const key of ["week", "would-change", "rule", "sending"])
      void client.invalidateQueries({ queryKey: [key] });
  };
  const move = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/classes/{class_id}/move", { params: { path }, body: { starts } })),
    onSuccess,
  });
  const cancel = useMutation({
    mutationFn: () => answer(api.POST("/api/classes/{class_id}/cancel", { params: { path } })),
    onSuccess,
  });
  const back = useMutation({
    mutationFn: () => answer(api.POST("/api/classes/{class_id}/bring-back", { params: { path } })),
    onSuccess,
  });
  const nudge = useMutation({
    mutationFn: () => answer(api.POST("/api/classes/{class_id}/nudge", { params: { path } })),
    onSuccess,
  });
  if (data.version === null) return null;
  const unopened = data.deliveries.filter((one) => !one.opened).length;
  const told = plural(data.deliveries.length, "person is told", "people are told");
  const error = move.error ?? cancel.error ?? back.error ?? nudge.error;
  if (data.cancelled)
    return (
      <div className="mt-3 border-t border-rule pt-3">
        <p className="font-semibold text-hold">This class is cancelled, and its people are told.</p>
        <button type="button" className="plain-action mt-2 min-h-10" onClick={() => back.mutate()}>
          It takes place after all
        </button>
      </div>
    );
  return (
    <div className="mt-3 border-t border-rule pt-3 text-[15px]">
      <div className="flex flex-wrap gap-2">
        {unopened > 0 && (
          <button type="button" className="plain-action min-h-10" onClick={() => nudge.mutate()}>
            Remind the {unopened} who did not open it
          </button>
        )}
        <button type="button" className="plain-action min-h-10" onClick={() => setOpen("move")}>
          Move class
        </button>
        <button type="button" className="plain-action min-h-10" onClick={() => setOpen("cancel")}>
          Cancel class
        </button>
        <button type="button" className="plain-action min-h-10" onClick={() => setOpen("wall")}>
          Code for the wall
        </button>
      </div>
      {nudge.isSuccess && (
        <p role="status" className="mt-2 font-semibold">
          Those who did not open it are reminded, once for this version.
        </p>
      )}
      {open === "move" && (
        <form
          className="mt-2 flex flex-wrap items-end gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            move.mutate();
          }}
        >
          <Field
            label="Starts at"
            type="time"
            value={starts}
            onValue={setStarts}
            required
            wrong={move.error?.message}
          />
          <button type="submit" className="action min-h-10" disabled={move.isPending}>
            Move it; {told}
          </button>
          <Leave onLeave={() => setOpen(null)} />
        </form>
      )}
      {open === "cancel" && (
        <div className="mt-2 flex flex-wrap items-center gap-3">
          <button
            type="button"
            className="action min-h-10"
            disabled={cancel.isPending}
            onClick={() => cancel.mutate()}
          >
            Cancel it; {told}
          </button>
          <Leave onLeave={() => setOpen(null)} />
        </div>
      )}
      {open === "wall" && (
        <div className="mt-2">
          <p>It leads to this class’s prep, and to nothing of anybody’s own.</p>
          <img
            className="mt-2 h-44 w-44 bg-sheet"
            src={`/api/classes/${data.class_id}/wall.svg`}
            alt={`A code that leads to ${data.wall}`}
          />
          <a className="inline-block py-2 underline underline-offset-2" href={data.wall}>
            Open what it leads to
          </a>{" "}
          <button type="button" className="plain-action min-h-10" onClick={() => window.print()}>
            Print it
          </button>{" "}
          <Leave onLeave={() => setOpen(null)} />
          <WallPaper data={data} />
        </div>
      )}
      {error && !move.error && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {error.message}
        </p>
      )}
    </div>
  );
}

/** The code on a sheet of its own, large enough to be read from where people stand. */
function WallPaper({ data }: { data: Data }) {
  return createPortal(
    <div className="wall-paper hidden text-center text-black" aria-hidden>
      <p className="display text-[40pt]">{data.title}</p>
      <p className="text-[20pt]">
        {day(data.starts_at, data.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
        {hour(data.starts_at, data.timezone)}
      </p>
      <img className="mx-auto mt-8 h-[14cm] w-[14cm]" src={`/api/classes/${data.class_id}/wall.svg`} alt="" />
      <p className="mt-6 text-[20pt]">Today’s prep, on your phone</p>
    </div>,
    document.body,
  );
}

function Leave({ onLeave }: { onLeave: () => void }) {
  return (
    <button type="button" className="plain-action min-h-10" onClick={onLeave}>
      Leave it
    </button>
  );
}
