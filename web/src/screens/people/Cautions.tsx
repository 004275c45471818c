import { type FormEvent, useState } from "react";
import { ApiProblem, api, type Schemas } from "../../api/client";
import { Field } from "../../parts/Field";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";

/** What must not reach them, from when to when, and on whose word. */
export function Cautions({ person, choices }: { person: Person; choices: Schemas["PersonChoices"] }) {
  const [adding, setAdding] = useState(false);
  const end = usePersonChange(person.id, (id: number) =>
    api.PUT("/api/cautions/{caution_id}/end", {
      params: { path: { caution_id: id } },
      body: {},
    }),
  );
  return (
    <section aria-label="Cautions">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Cautions</h2>
      {person.cautions.length === 0 && <p className="mt-2">None is written down.</p>}
      <ul>
        {person.cautions.map((one) => (
          <li
            key={one.id}
            className={`flex items-baseline justify-between gap-3 border-b border-rule py-1.5 ${one.holds ? "" : "text-dust"}`}
          >
            <span>
              <b className={one.holds ? "text-hold" : ""}>{one.name}</b>
              {one.note && <span className="block text-[15px]">{one.note}</span>}
              <span className="quiet block">
                from {one.since}
                {one.until && ` to ${one.until}`}
                {one.by_word && `, on the word of ${one.by_word}`}
                {one.noted_by && `; written down by ${one.noted_by}`}
                {!one.holds && "; does not hold today"}
              </span>
            </span>
            {one.holds && person.may_edit && (
              <button
                type="button"
                className="plain-action shrink-0"
                aria-label={`End it: ${one.name}`}
                onClick={() => end.mutate(one.id)}
              >
                End it
              </button>
            )}
          </li>
        ))}
      </ul>
      {end.error && (
        <p role="alert" className="font-semibold text-hold">
          {end.error.message}
        </p>
      )}
      {adding ? (
        <Add person={person} choices={choices} onDone={() => setAdding(false)} />
      ) : (
        <button type="button" className="plain-action mt-2" onClick={() => setAdding(true)}>
          Write a caution down
        </button>
      )}
      <p className="quiet mt-2">
        A caution holds at once in every prep, swap, extra and homework. It is no diagnosis: what a licensed
        clinician says outranks it.
      </p>
    </section>
  );
}

function Add({
  person,
  choices,
  onDone,
}: {
  person: Person;
  choices: Schemas["PersonChoices"];
  onDone: () => void;
}) {
  const [given, setGiven] = useState({ caution: "", note: "", by_word: "", since: "", until: "" });
  const add = usePersonChange(person.id, (body: Schemas["CautionIn"]) =>
    api.POST("/api/people/{person_id}/cautions", { params: { path: { person_id: person.id } }, body }),
  );
  const problem = add.error instanceof ApiProblem ? add.error : null;
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  const chosen = choices.cautions.find((one) => one.id === given.caution);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate(
      {
        caution: given.caution,
        note: given.note,
        by_word: given.by_word,
        since: given.since || null,
        until: given.until || null,
      },
      { onSuccess: onDone },
    );
  };
  return (
    <form
      onSubmit={submit}
      aria-label="A caution"
      className="mt-3 space-y-3 rounded-lg border border-rule bg-sheet p-3"
    >
      <label className="block text-[15px] font-semibold">
        What has to be kept from them
        <select
          className="field mt-1 w-full font-normal"
          required
          value={given.caution}
          onChange={(event) => setGiven({ ...given, caution: event.target.value })}
        >
          <option value="">Choose</option>
          {choices.cautions.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
              {one.bundle ? " (several)" : ""}
            </option>
          ))}
        </select>
      </label>
      {chosen && <p className="quiet first-letter:uppercase">{chosen.changes}.</p>}
      <Field
        label="Note"
        maxLength={200}
        value={given.note}
        onValue={(note) => setGiven({ ...given, note })}
      />
      <Field
        label="On whose word"
        hint="A physio, a surgeon, their own."
        maxLength={80}
        value={given.by_word}
        onValue={(by_word) => setGiven({ ...given, by_word })}
      />
      <div className="grid grid-cols-2 gap-3">
        <Field
          label="From"
          hint="Today when left empty."
          type="date"
          value={given.since}
          onValue={(since) => setGiven({ ...given, since })}
          wrong={wrong("since")}
        />
        <Field
          label="Last day"
          hint="Open when left empty."
          type="date"
          value={given.until}
          onValue={(until) => setGiven({ ...given, until })}
          wrong={wrong("until")}
        />
      </div>
      {add.error && !["since", "until"].includes(problem?.field ?? "") && (
        <p role="alert" className="font-semibold text-hold">
          {add.error.message}
        </p>
      )}
      <div className="flex gap-3">
        <button type="submit" className="action" disabled={add.isPending}>
          Write it down
        </button>
        <button type="button" className="plain-action" onClick={onDone}>
          Not now
        </button>
      </div>
    </form>
  );
}
