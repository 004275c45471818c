import { useMutation, useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { movementsQuery, wordsQuery } from "../../api/queries";
import { FilePick } from "../../parts/FilePick";
import { Trouble, Waiting } from "../../parts/Trouble";
import { plural } from "../../parts/words";
import { useForget, useReread } from "../bench/board/words";

type Movement = Schemas["ShelfMovement"];

/** What this gym's boards can say: its own words and movements, and every movement that came with the shelf. */
export function Words() {
  const words = useQuery(wordsQuery);
  const movements = useQuery(movementsQuery);
  const error = words.error ?? movements.error;
  if (error)
    return (
      <Trouble
        error={error}
        again={() => {
          void words.refetch();
          void movements.refetch();
        }}
      />
    );
  if (!words.data || !movements.data) return <Waiting what="Opening the shelf" />;
  return (
    <div className="grid grid-cols-[440px_minmax(0,1fr)] gap-10 narrow:grid-cols-1">
      <div>
        <OwnWords words={words.data} />
        <OwnMovements movements={movements.data.filter((one) => one.own)} />
      </div>
      <Movements all={movements.data} />
    </div>
  );
}

function OwnWords({ words }: { words: Schemas["WordOut"][] }) {
  const forget = useForget();
  return (
    <section aria-label="Your words">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Your words</h2>
      {words.length === 0 && (
        <p className="py-3 text-[15px]">
          None yet. When the Bench cannot read a word, tell it what it means there, and it is remembered here.
        </p>
      )}
      <ul>
        {words.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
            <span>
              “{one.word}” <span className="text-dust">is</span>{" "}
              {one.movement ? one.name || "a movement that is gone" : "a note, no work"}
            </span>
            <button
              type="button"
              className="plain-action"
              disabled={forget.isPending}
              onClick={() => forget.mutate(one.id)}
              aria-label={`Forget ${one.word}`}
            >
              Forget
            </button>
          </li>
        ))}
      </ul>
      {forget.error && (
        <p role="alert" className="mt-2 text-hold">
          {forget.error.message}
        </p>
      )}
    </section>
  );
}

function OwnMovements({ movements }: { movements: Movement[] }) {
  const reread = useReread();
  const remove = useMutation({
    mutationFn: (slug: string) => answer(api.DELETE("/api/movements/{slug}", { params: { path: { slug } } })),
    onSuccess: reread,
  });
  const take = useMutation({
    mutationFn: async (text: string) => {
      const body = new FormData();
      body.set("file", new Blob([text], { type: "application/json" }), "movements.json");
      return answer(
        api.POST("/api/movements/file", {
          body: body as never,
          bodySerializer: (form: unknown) => form as FormData,
        }),
      );
    },
    onSuccess: reread,
  });
  const problem = remove.error ?? take.error;
  return (
    <section className="mt-7" aria-label="Your movements">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Your movements</h2>
      {movements.length === 0 && (
        <p className="py-3 text-[15px]">
          None yet. Make one on the Bench from a similar movement, or take a file another gym gave you.
        </p>
      )}
      <ul>
        {movements.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
            <span className="min-w-0">
              <span className="font-semibold">{one.name}</span>{" "}
              <span className="quiet">
                {one.positions.map((position) => position.name.toLowerCase()).join(", ")}
              </span>
            </span>
            <button
              type="button"
              className="plain-action"
              disabled={remove.isPending}
              onClick={() => remove.mutate(one.id)}
              aria-label={`Delete ${one.name}`}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3 flex items-start gap-3">
        <FilePick label="Take a file" accept=".json,application/json" onText={(text) => take.mutate(text)} />
        {movements.length > 0 && (
          <a className="plain-action" href="/api/movements/file" download>
            Save as a file
          </a>
        )}
      </div>
      {take.data && (
        <p role="status" className="mt-2 text-[15px]">
          {took(take.data)}
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-hold">
          {problem instanceof ApiProblem ? problem.message : "That did not work."}
        </p>
      )}
    </section>
  );
}

function took(done: Schemas["ImportOut"]): string {
  if (!done.added && !done.changed) return `Nothing changed: ${plural(done.same, "movement")} as before.`;
  return `${done.added} added, ${done.changed} changed, ${done.same} as before.`;
}

function Movements({ all }: { all: Movement[] }) {
  const [asked, setAsked] = useState("");
  const groups = useMemo(() => {
    const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
    const kept = all.filter((one) =>
      words.every((word) => [one.name, ...one.aliases].some((name) => name.toLowerCase().includes(word))),
    );
    const found = new Map<string, Movement[]>();
    for (const one of kept) found.set(one.family, [...(found.get(one.family) ?? []), one]);
    return [...found.entries()].sort(([a], [b]) => a.localeCompare(b));
  }, [all, asked]);
  return (
    <section aria-label="Movements">
      <div className="flex items-end justify-between border-b-2 border-ink pb-1">
        <h2 className="text-[23px]">{plural(all.length, "movement")} a board can name</h2>
        <label className="text-[14px]">
          <span className="sr-only">Find a movement</span>
          <input
            className="field !py-1.5"
            placeholder="Find a movement"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
          />
        </label>
      </div>
      {groups.length === 0 && <p className="py-4">No movement is called “{asked}”.</p>}
      {groups.map(([family, rows]) => (
        <div key={family} className="mt-3">
          <h3 className="text-[19px] text-dust">{family.replaceAll("-", " ")}</h3>
          <ul className="grid grid-cols-2 gap-x-8 phone:grid-cols-1">
            {rows.map((one) => (
              <li key={one.id} className="min-w-0 border-b border-rule py-1.5">
                <p className="font-semibold">{one.name}</p>
                <p className="truncate text-[13px] text-dust" title={one.aliases.join(", ")}>
                  {one.aliases.length
                    ? `also ${one.aliases.join(", ")}`
                    : one.positions.map((position) => position.name.toLowerCase()).join(", ")}
                </p>
              </li>
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}
