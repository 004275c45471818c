import { type FormEvent, useState } from "react";
import { api, type Schemas } from "../../api/client";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";
import { Remove } from "./Remove";

/** What was written down about them; coaches' private notes are marked, and never shown to the person. */
export function Notes({ person }: { person: Person }) {
  const [text, setText] = useState("");
  const [isPrivate, setPrivate] = useState(false);
  const add = usePersonChange(person.id, (body: Schemas["NoteIn"]) =>
    api.POST("/api/people/{person_id}/notes", { params: { path: { person_id: person.id } }, body }),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate({ text, private: isPrivate }, { onSuccess: () => setText("") });
  };
  if (person.notes.length === 0 && !person.may_edit) return null;
  return (
    <section aria-label="Notes">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Notes</h2>
      <ul>
        {person.notes.map((one) => (
          <li key={one.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span className="break-words">
              {one.private && (
                <b className="mr-1 rounded bg-ink px-1.5 text-[13px] text-chalk">coaches only</b>
              )}
              {one.text}
              <span className="quiet block">
                {one.by} {one.at.slice(0, 10)}
              </span>
            </span>
            {person.may_edit && <Remove person={person} kind="notes" id={one.id} what="this note" />}
          </li>
        ))}
      </ul>
      {person.may_edit && (
        <form onSubmit={submit} aria-label="A note" className="mt-2">
          <textarea
            className="field w-full"
            rows={2}
            maxLength={1000}
            aria-label="Note"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <div className="mt-1 flex items-center justify-between">
            <label className="flex min-h-10 items-center gap-2 text-[15px]">
              <input
                type="checkbox"
                checked={isPrivate}
                onChange={(event) => setPrivate(event.target.checked)}
              />
              For coaches only
            </label>
            <button type="submit" className="plain-action" disabled={add.isPending || !text.trim()}>
              Write it down
            </button>
          </div>
          {add.error && (
            <p role="alert" className="font-semibold text-hold">
              {add.error.message}
            </p>
          )}
        </form>
      )}
    </section>
  );
}

const SCREEN: Record<string, string> = {
  people: "the list of people",
  person: "this page",
  measure: "measuring",
  roster: "a roster",
  bench: "the Bench of a class",
  preview: "a preview",
  sheet: "a prep that was sent",
  export: "an export",
  lab: "the lab",
  publish: "what was said of a class",
  sending: "what hurts whom",
};

/** Who looked and who changed something: for the person and the owner. */
export function Trail({ person }: { person: Person }) {
  if (!person.looks || !person.changes) return null;
  return (
    <details className="mt-8">
      <summary className="cursor-pointer py-2 font-semibold">Who looked, and who changed something</summary>
      <div className="grid grid-cols-2 gap-8 max-md:grid-cols-1">
        <ul aria-label="Looks">
          {person.looks.length === 0 && <li className="quiet">Nobody else looked yet.</li>}
          {person.looks.map((one) => (
            <li key={`${one.day}${one.by}${one.screen}`} className="border-b border-rule py-1 text-[15px]">
              {one.day}: {one.by}, {SCREEN[one.screen] ?? one.screen}
            </li>
          ))}
        </ul>
        <ul aria-label="Changes">
          {person.changes.length === 0 && <li className="quiet">Nothing was changed yet.</li>}
          {person.changes.map((one) => (
            <li key={`${one.at}${one.what}`} className="border-b border-rule py-1 text-[15px]">
              {one.at.slice(0, 10)}: {one.what}, {one.by || "nobody any more"}
            </li>
          ))}
        </ul>
      </div>
    </details>
  );
}
