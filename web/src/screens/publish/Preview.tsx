import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { previewQuery } from "../../api/queries";
import { MemberPage } from "../../member/MemberPage";
import { Trouble, Waiting } from "../../parts/Trouble";
import { sentence } from "../../parts/words";

/** A member's page as they would see it, and what they do instead of what is not for them. */
export function Preview({
  classId,
  personId,
  ready,
}: {
  classId: number;
  personId: number | null;
  ready: boolean;
}) {
  const page = useQuery({ ...previewQuery(classId, personId ?? 0), enabled: personId !== null && ready });
  return (
    <aside aria-label="Preview" className="min-w-0 self-start lg:sticky lg:top-4">
      <p className="quiet mb-2">As {page.data?.name ?? "a member"} will see it</p>
      {personId !== null &&
        page.data?.barred.map((one) => (
          <ChooseInstead
            key={`${personId}-${one.movement}`}
            classId={classId}
            personId={personId}
            who={page.data.name}
            barred={one}
          />
        ))}
      <section
        className="h-[calc(100dvh-130px)] min-h-[320px] overflow-y-auto rounded-[28px] border-[6px] border-slate-deep bg-paper"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
        tabIndex={0}
        aria-label="The member's page"
      >
        {page.error ? (
          <Trouble error={page.error} />
        ) : page.data ? (
          <MemberPage sheet={page.data} preview />
        ) : (
          <Waiting what={ready ? "Working out this member’s page" : "Nothing to show yet"} />
        )}
      </section>
    </aside>
  );
}

/** What this member does instead of a lift that is not for them. It is refused when it is not for them either. */
function ChooseInstead({
  classId,
  personId,
  who,
  barred,
}: {
  classId: number;
  personId: number;
  who: string;
  barred: Schemas["Barred"];
}) {
  const client = useQueryClient();
  const [text, setText] = useState(barred.instead);
  const choose = useMutation({
    mutationFn: () =>
      answer(
        api.PUT("/api/classes/{class_id}/instead/{person_id}", {
          params: { path: { class_id: classId, person_id: personId } },
          body: { movement: barred.movement, text },
        }),
      ),
    onSuccess: (chosen) => {
      setText(chosen.text);
      for (const key of ["preview", "publish", "week"]) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  const id = `instead-${barred.movement}`;
  return (
    <form
      className="mb-3 rounded-xl border border-hold bg-sheet p-3"
      onSubmit={(event) => {
        event.preventDefault();
        choose.mutate();
      }}
    >
      <label className="text-[15px]" htmlFor={id}>
        <strong>{sentence(barred.name)}</strong> is not for {who} ({barred.why.join(", ").toLowerCase()}).
        Instead:
      </label>
      <div className="mt-1.5 flex gap-2">
        <input
          id={id}
          className="field min-w-0 flex-1 !py-1.5"
          value={text}
          maxLength={120}
          placeholder="as on the board: 12 ring rows"
          aria-invalid={!!choose.error}
          onChange={(event) => setText(event.target.value)}
        />
        <button
          type="submit"
          className="plain-action"
          disabled={choose.isPending || text.trim() === barred.instead}
        >
          Choose
        </button>
      </div>
      {choose.error && (
        <p role="alert" className="mt-1.5 text-[15px] text-hold">
          {choose.error.message}
        </p>
      )}
    </form>
  );
}
