import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { Field } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { useTitle } from "../../parts/title";
import { longDate, plural } from "../../parts/words";
import { newKey } from "../../saving/key";
import { competitionsQuery } from "./useCompetition";

/** The gym's competitions: those to come, then those that are over. */
export function Competitions() {
  const found = useQuery(competitionsQuery);
  useTitle("Competitions");
  if (found.isPending) return <Waiting what="Opening the competitions" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  const rows = found.data;
  return (
    <div className="mx-auto max-w-[900px] px-5 pt-4 pb-10 phone:px-3">
      <h1 className="text-[34px]">Competitions</h1>
      {rows.length === 0 && (
        <p className="mt-3 max-w-[60ch]">
          None yet. Add one, paste its event sheet and its heats, and every athlete gets a line of the day:
          what to do from which minute before each of their heats.
        </p>
      )}
      <ul className="mt-3">
        {rows.map((row) => (
          <Row key={row.id} row={row} />
        ))}
      </ul>
      <Add />
    </div>
  );
}

function Row({ row }: { row: Schemas["CompetitionRow"] }) {
  return (
    <li className="border-b border-rule py-2.5">
      <Link
        to="/competition/$id"
        params={{ id: String(row.id) }}
        className={`display text-[23px] underline-offset-4 hover:underline [overflow-wrap:anywhere] ${row.over ? "text-dust" : ""}`}
      >
        {row.name}
      </Link>
      <p className="quiet">
        {longDate(row.first)}
        {row.last !== row.first && ` to ${longDate(row.last)}`}
        {row.place && `, ${row.place}`} · {plural(row.athletes, "athlete")}, {plural(row.heats, "heat")}
        {row.over && " · over"}
      </p>
    </li>
  );
}

function Add() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [key] = useState(newKey);
  const [name, setName] = useState("");
  const [place, setPlace] = useState("");
  const [first, setFirst] = useState("");
  const [days, setDays] = useState("1");
  const add = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/competitions", {
          params: { header: { "Idempotency-Key": key } },
          body: { name: name.trim(), place: place.trim(), first, days: Number(days) || 1 },
        }),
      ),
    onSuccess: async (made) => {
      await client.invalidateQueries({ queryKey: ["competitions"] });
      await navigate({ to: "/competition/$id", params: { id: String(made.id) }, search: { tab: "events" } });
    },
  });
  const problem = add.error instanceof ApiProblem ? add.error : null;
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <form
      onSubmit={submit}
      aria-label="Add a competition"
      className="mt-6 rounded-xl border border-rule bg-sheet p-4"
    >
      <h2 className="text-[23px]">Add a competition</h2>
      <div className="mt-2 grid grid-cols-2 gap-3 phone:grid-cols-1">
        <Field label="Name" required maxLength={120} value={name} onValue={setName} wrong={wrong("name")} />
        <Field label="Where" maxLength={120} value={place} onValue={setPlace} wrong={wrong("place")} />
        <Field
          label="First day"
          type="date"
          required
          value={first}
          onValue={setFirst}
          wrong={wrong("first")}
        />
        <Field
          label="Days"
          type="number"
          min={1}
          max={7}
          value={days}
          onValue={setDays}
          wrong={wrong("days")}
        />
      </div>
      {problem && !["name", "place", "first", "days"].includes(problem.field) && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {problem.message}
        </p>
      )}
      <button type="submit" className="action mt-3" disabled={!name.trim() || !first || add.isPending}>
        Add it
      </button>
    </form>
  );
}
