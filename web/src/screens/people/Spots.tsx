import { type FormEvent, useState } from "react";
import { api, type Schemas } from "../../api/client";
import { Field } from "../../parts/Field";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";
import { Remove } from "./Remove";

/** Places that give trouble, and the standing entry for each: a drill before every session of a kind. */
export function Spots({ person, choices }: { person: Person; choices: Schemas["PersonChoices"] }) {
  const [adding, setAdding] = useState(false);
  const name = (list: { id: string; name: string }[], id: string) =>
    list.find((one) => one.id === id)?.name.toLowerCase() ?? id;
  if (person.spots.length === 0 && !person.may_edit) return null;
  return (
    <section aria-label="Problem spots">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Problem spots</h2>
      <ul>
        {person.spots.map((one) => (
          <li key={one.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span>
              <b>{one.name}</b>
              {one.side !== "both" && `, ${one.side}`}
              {one.note && <span className="block text-[15px]">{one.note}</span>}
              {one.drill_name && (
                <span className="quiet block">
                  Always {one.drill_name}{" "}
                  {one.when ? `on ${name(choices.patterns, one.when)} days` : "before class"}
                </span>
              )}
            </span>
            {person.may_edit && <Remove person={person} kind="spots" id={one.id} what={one.name} />}
          </li>
        ))}
      </ul>
      {person.may_edit &&
        (adding ? (
          <Add person={person} choices={choices} onDone={() => setAdding(false)} />
        ) : (
          <button type="button" className="plain-action mt-2" onClick={() => setAdding(true)}>
            Add a spot
          </button>
        ))}
    </section>
  );
}

const SIDES = ["both", "left", "right"] as const;

function Add({
  person,
  choices,
  onDone,
}: {
  person: Person;
  choices: Schemas["PersonChoices"];
  onDone: () => void;
}) {
  const [given, setGiven] = useState({
    motion: "",
    side: "both" as (typeof SIDES)[number],
    note: "",
    drill: "",
    when: "",
  });
  const add = usePersonChange(person.id, (body: Schemas["SpotIn"]) =>
    api.POST("/api/people/{person_id}/spots", { params: { path: { person_id: person.id } }, body }),
  );
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate(given, { onSuccess: onDone });
  };
  const pick = (
    label: string,
    field: "motion" | "drill" | "when",
    list: { id: string; name: string }[],
    none: string,
  ) => (
    <label className="block text-[15px] font-semibold">
      {label}
      <select
        className="field mt-1 w-full font-normal"
        required={field === "motion"}
        value={given[field]}
        onChange={(event) => setGiven({ ...given, [field]: event.target.value })}
      >
        <option value="">{none}</option>
        {list.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <form
      onSubmit={submit}
      aria-label="A spot"
      className="mt-3 space-y-3 rounded-lg border border-rule bg-sheet p-3"
    >
      {pick("Where", "motion", choices.motions, "Choose")}
      <label className="block text-[15px] font-semibold">
        Side
        <select
          className="field mt-1 w-full font-normal"
          value={given.side}
          onChange={(event) => setGiven({ ...given, side: event.target.value as (typeof SIDES)[number] })}
        >
          {SIDES.map((side) => (
            <option key={side}>{side}</option>
          ))}
        </select>
      </label>
      <Field
        label="Note"
        maxLength={200}
        value={given.note}
        onValue={(note) => setGiven({ ...given, note })}
      />
      {pick("Standing entry", "drill", choices.drills, "None")}
      {given.drill && pick("Before", "when", choices.patterns, "Every session")}
      {add.error && (
        <p role="alert" className="font-semibold text-hold">
          {add.error.message}
        </p>
      )}
      <div className="flex gap-3">
        <button type="submit" className="action" disabled={add.isPending}>
          Add it
        </button>
        <button type="button" className="plain-action" onClick={onDone}>
          Not now
        </button>
      </div>
    </form>
  );
}
