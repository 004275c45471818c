import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ApiProblem, api, type Schemas } from "../../api/client";
import { shelfQuery } from "../../api/queries";
import { Field } from "../../parts/Field";
import { fromKg, number, toKg } from "../../parts/words";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";
import { Remove } from "./Remove";

/** Bests of their lifts, in their unit: every percentage of a board is of these. */
export function Bests({ person }: { person: Person }) {
  const unit = person.unit || person.gym_unit;
  const counting = person.bests.filter((one) => one.counts);
  return (
    <section aria-label="Bests">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Bests</h2>
      {counting.length === 0 && (
        <p className="mt-2">None yet. A percentage on the board then stays a percentage.</p>
      )}
      <ul>
        {counting.map((one) => (
          <li key={one.id} className="flex items-baseline justify-between gap-3 border-b border-rule py-1.5">
            <span>
              {one.name}
              <span className="quiet block">
                {one.estimated && `estimated from ${one.reps} at ${number(fromKg(one.kg, unit))} ${unit}, `}
                {one.on}
              </span>
            </span>
            <span className="flex items-baseline gap-3">
              <b className="display text-[21px] whitespace-nowrap">
                {one.estimated && "about "}
                {number(fromKg(one.best_kg, unit))} {unit}
              </b>
              {(person.may_edit || person.mine) && (
                <Remove person={person} kind="bests" id={one.id} what={`the best of ${one.name}`} />
              )}
            </span>
          </li>
        ))}
      </ul>
      {(person.may_edit || person.mine) && <Add person={person} unit={unit} />}
    </section>
  );
}

function Add({ person, unit }: { person: Person; unit: "kg" | "lb" }) {
  const movements = useQuery(shelfQuery).data?.movements ?? [];
  const [given, setGiven] = useState({ movement: "", load: "", reps: "1", on: "" });
  const add = usePersonChange(person.id, (body: Schemas["BestIn"]) =>
    api.POST("/api/people/{person_id}/bests", { params: { path: { person_id: person.id } }, body }),
  );
  const problem = add.error instanceof ApiProblem ? add.error : null;
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const movement = movements.find((one) => one.name === given.movement)?.id ?? given.movement;
    const body = {
      movement,
      kg: toKg(Number(given.load), unit),
      reps: Number(given.reps),
      on: given.on || null,
    };
    add.mutate(body, { onSuccess: () => setGiven({ movement: "", load: "", reps: "1", on: "" }) });
  };
  return (
    <form
      onSubmit={submit}
      aria-label="A best"
      className="mt-3 grid grid-cols-[1fr_90px_70px] items-start gap-2"
    >
      <Field
        label="Lift"
        list="lifts"
        required
        value={given.movement}
        onValue={(movement) => setGiven({ ...given, movement })}
        wrong={wrong("movement")}
      />
      <datalist id="lifts">
        {movements.map((one) => (
          <option key={one.id} value={one.name} />
        ))}
      </datalist>
      <Field
        label={unit}
        type="number"
        step="0.5"
        min="0"
        required
        value={given.load}
        onValue={(load) => setGiven({ ...given, load })}
        wrong={wrong("kg")}
      />
      <Field
        label="Reps"
        type="number"
        min="1"
        max="12"
        required
        value={given.reps}
        onValue={(reps) => setGiven({ ...given, reps })}
        wrong={wrong("reps")}
      />
      <button type="submit" className="plain-action col-span-3 justify-self-start" disabled={add.isPending}>
        Write it down
      </button>
      {add.error && !["movement", "kg", "reps"].includes(problem?.field ?? "") && (
        <p role="alert" className="col-span-3 font-semibold text-hold">
          {add.error.message}
        </p>
      )}
    </form>
  );
}
