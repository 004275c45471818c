import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Plus } from "lucide-react";
import { type FormEvent, useState } from "react";
import { answer, api } from "../../api/client";
import { weekday } from "../../parts/words";
import { newKey } from "../../saving/key";
import type { Day } from "./strands";

/** A new session on a day. Where another has the day's class times already, it asks before they stand there twice. */
export function AddSession({ day }: { day: Day }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const { date } = day;
  const [title, setTitle] = useState<string | null>(null);
  const [again, setAgain] = useState(false);
  const [key] = useState(newKey);
  const taken = day.sessions.find((one) => one.classes.length > 0);
  const add = useMutation({
    mutationFn: (name: string) =>
      answer(
        api.POST("/api/sessions", {
          params: { header: { "Idempotency-Key": key } },
          body: { date, title: name, text: "", with_classes: !taken || again },
        }),
      ),
    onSuccess: async (session) => {
      await client.invalidateQueries({ queryKey: ["week"] });
      await navigate({ to: "/session/$id", params: { id: String(session.id) } });
    },
  });
  if (title === null) {
    const empty = day.sessions.length === 0;
    return (
      <button
        type="button"
        className={`flex items-center gap-1 rounded-md px-1 text-left text-[14px] hover:bg-slate-line touch:min-h-10 ${empty ? "mt-1 py-1.5 text-chalk underline underline-offset-4" : "py-1 text-chalk-dim"}`}
        onClick={() => setTitle("")}
        aria-label={`Add a session on ${weekday(date)}`}
      >
        <Plus size={15} aria-hidden className="shrink-0" /> Add a session
      </button>
    );
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim()) add.mutate(title.trim());
  };
  return (
    <form onSubmit={submit} className="mt-1 rounded-lg bg-sheet p-2 text-ink">
      <label className="text-[13px] font-semibold" htmlFor={`title-${date}`}>
        Name
      </label>
      <input
        id={`title-${date}`}
        // biome-ignore lint/a11y/noAutofocus: the form opens on its one field, asked for by a press
        autoFocus
        className="field mt-1 w-full !px-2 !py-1"
        value={title}
        maxLength={120}
        onChange={(event) => setTitle(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setTitle(null)}
      />
      {taken && (
        <label className="mt-1 flex items-start gap-1.5 text-[13px] leading-tight">
          <input
            type="checkbox"
            className="mt-0.5"
            checked={again}
            onChange={(event) => setAgain(event.target.checked)}
          />
          <span>“{taken.title}” has this day’s class times. Give them to this one as well.</span>
        </label>
      )}
      {add.error && (
        <p role="alert" className="mt-1 text-[13px] text-hold">
          {add.error.message}
        </p>
      )}
      <button
        type="submit"
        className="action mt-2 w-full !px-2 !py-1 touch:min-h-10"
        disabled={!title.trim() || add.isPending}
      >
        Add
      </button>
    </form>
  );
}
