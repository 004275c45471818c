import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, day, hour, plural } from "../../parts/words";
import { DotStrip } from "./DotStrip";

export type RosterOut = Schemas["RosterOut"];
type Attendee = Schemas["Attendee"];
type Change = { id: number; division?: string; pair?: number | null } | { off: number } | { name: string };

/** Who comes to a class, what the session asks of each, what stops whom, and the prep as it answers. */
export function Roster() {
  const id = Number(useParams({ from: "/roster/$id" }).id);
  const client = useQueryClient();
  const key = ["roster", id];
  const where = { class_id: id };
  const found = useQuery({
    queryKey: key,
    queryFn: () => answer(api.GET("/api/classes/{class_id}/roster", { params: { path: where } })),
  });
  const change = useMutation({
    mutationFn: (to: Change) => {
      if ("name" in to)
        return answer(
          api.POST("/api/classes/{class_id}/walk-in", { params: { path: where }, body: { name: to.name } }),
        );
      if ("off" in to)
        return answer(
          api.DELETE("/api/classes/{class_id}/roster/{person_id}", {
            params: { path: { ...where, person_id: to.off } },
          }),
        );
      const { id: person_id, division = "", pair = null } = to;
      return answer(
        api.PUT("/api/classes/{class_id}/roster/{person_id}", {
          params: { path: { ...where, person_id } },
          body: { division, pair },
        }),
      );
    },
    onSuccess: (data) => {
      client.setQueryData(key, data);
      for (const name of ["bench", "publish", "week", "session", "people"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Calling the roll" />;
  const data = found.data;
  return (
    <div className="mx-auto max-w-[1240px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="flex gap-5 text-[14px]">
        <Link
          to="/session/$id"
          params={{ id: String(data.session_id) }}
          search={{ class: data.class_id }}
          className="underline underline-offset-2"
        >
          Bench
        </Link>
        <Link
          to="/publish/$id"
          params={{ id: String(data.class_id) }}
          className="underline underline-offset-2"
        >
          Publish
        </Link>
        <Link to="/measure" search={{ class: data.class_id }} className="underline underline-offset-2">
          Measure this class
        </Link>
      </p>
      <div className="flex flex-wrap items-end gap-x-5">
        <h1 className="text-[34px]">Roster: {data.title}</h1>
        <p className="quiet pb-1.5">
          {day(data.starts_at, data.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
          {hour(data.starts_at, data.timezone)}
          {data.coach && `, with ${data.coach}`} · {plural(data.people.length, "person", "people")}
          {change.isPending && " · working it out"}
        </p>
      </div>
      {change.error && (
        <p role="alert" className="font-semibold text-hold">
          {change.error.message}
        </p>
      )}
      <Add others={data.others} onAdd={(to) => change.mutate(to)} />
      {data.people.length === 0 ? (
        <p className="mt-4">
          Nobody comes yet. Put people on by name; somebody new is put on the gym’s roster as well.
        </p>
      ) : (
        <Strips data={data} onChange={(to) => change.mutate(to)} />
      )}
      <Prep data={data} />
    </div>
  );
}

function Add({ others, onAdd }: { others: Schemas["Other"][]; onAdd: (to: Change) => void }) {
  const [name, setName] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    const known = others.find((one) => one.name.toLowerCase() === name.trim().toLowerCase());
    if (name.trim()) onAdd(known ? { id: known.id } : { name: name.trim() });
    setName("");
  };
  return (
    <form onSubmit={submit} aria-label="Who comes" className="mt-3 flex flex-wrap items-center gap-2">
      <input
        className="field w-64"
        list="others"
        maxLength={80}
        aria-label="Somebody who comes, by name"
        placeholder="Somebody who comes, by name"
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <datalist id="others">
        {others.map((one) => (
          <option key={one.id} value={one.name} />
        ))}
      </datalist>
      <button type="submit" className="plain-action" disabled={!name.trim()}>
        Put on
      </button>
    </form>
  );
}

/** Members by demands: a strip each, at their range, against what the session asks of them. */
function Strips({ data, onChange }: { data: RosterOut; onChange: (to: Change) => void }) {
  const { columns, divisions, stopped } = data.answer;
  return (
    <>
      {data.answer.problem && (
        <p role="alert" className="mt-3 font-semibold text-hold">
          {data.answer.problem}
        </p>
      )}
      <p className="quiet mt-4">
        The line is what a body needs at least, the dashes what comfort takes. A filled dot: this stops them.
        A hollow one left of the line: they lack it, but something else stops them first. A bar: nobody
        measured them. L and R: the sides.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full border-collapse text-left">
          <thead>
            <tr className="border-b-2 border-ink align-bottom">
              <th className="display py-1 pr-4 text-[19px]">Who</th>
              {columns.map((column) => (
                <th key={column.id} className="display py-1 pr-3 text-[18px]">
                  {column.name}
                  <span className="quiet block [font-family:var(--font-text)] font-normal">
                    {column.short > 0 ? `${column.short} short` : "nobody short"}
                  </span>
                </th>
              ))}
              <th className="display py-1 text-[19px] max-lg:hidden">Stopped by</th>
            </tr>
          </thead>
          <tbody>
            {data.people.map((person) => {
              const stop = stopped.find((one) => one.person === String(person.id));
              return (
                <tr key={person.id} className="border-b border-rule align-middle">
                  <td className="min-w-48 py-1 pr-3">
                    <Who person={person} divisions={divisions} onChange={onChange} />
                    <span className="block text-[15px] lg:hidden">
                      <Stopped stop={stop} />
                    </span>
                  </td>
                  {columns.map((column) => (
                    <td key={column.id} className="pr-3">
                      <DotStrip
                        column={column}
                        cell={column.cells.find((one) => one.person === String(person.id))}
                        name={person.name}
                      />
                    </td>
                  ))}
                  <td className="min-w-32 py-1 text-[15px] max-lg:hidden">
                    <Stopped stop={stop} />
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </>
  );
}

function Stopped({ stop }: { stop: Schemas["Stopped"] | undefined }) {
  if (!stop) return null;
  return (
    <>
      {stop.by.slice(0, 2).join(", ")}
      {stop.barred.length > 0 && (
        <span className="block text-hold">not for them: {stop.barred.join(", ")}</span>
      )}
    </>
  );
}

const PAIRS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10];

function Who({
  person,
  divisions,
  onChange,
}: {
  person: Attendee;
  divisions: string[];
  onChange: (to: Change) => void;
}) {
  const now = { id: person.id, division: person.doing, pair: person.pair };
  const all = [...new Set([...divisions, ...(person.doing ? [person.doing] : [])])];
  return (
    <div>
      <span className="flex items-center justify-between gap-2">
        <Link
          to="/people/$id"
          params={{ id: String(person.id) }}
          className="py-1 font-semibold underline-offset-2 hover:underline"
        >
          {person.name}
        </Link>
        <button
          type="button"
          className="size-10 shrink-0 text-[18px]"
          aria-label={`Take ${person.name} off`}
          onClick={() => onChange({ off: person.id })}
        >
          ×
        </button>
      </span>
      <span className="flex flex-wrap items-center gap-1.5 text-[14px]">
        <select
          className="min-h-9 rounded border border-rule bg-sheet px-1 touch:min-h-10"
          aria-label={`Division of ${person.name}`}
          value={person.doing}
          onChange={(event) => onChange({ ...now, division: event.target.value })}
        >
          <option value="">{person.division || "as written"}</option>
          {all.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <select
          className="min-h-9 rounded border border-rule bg-sheet px-1 touch:min-h-10"
          aria-label={`Pair of ${person.name}`}
          value={person.pair ?? ""}
          onChange={(event) => onChange({ ...now, pair: Number(event.target.value) || null })}
        >
          <option value="">alone</option>
          {PAIRS.map((pair) => (
            <option key={pair} value={pair}>
              pair {pair}
            </option>
          ))}
        </select>
        {person.cautions.length > 0 && <span className="text-hold">{person.cautions.join(", ")}</span>}
        {person.adaptive.length > 0 && <span>{person.adaptive.join(", ").replaceAll("-", " ")}</span>}
      </span>
    </div>
  );
}

/** The class's prep as it answers who comes. */
function Prep({ data }: { data: RosterOut }) {
  const { prep, minutes } = data.answer;
  if (prep.length === 0) return null;
  return (
    <section aria-label="The prep for them" className="mt-6">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">The prep for them, {minutes} minutes</h2>
      <ol className="grid grid-cols-2 gap-x-10 max-md:grid-cols-1">
        {prep.map((line) => (
          <li key={`${line.drill}${line.start_s}`} className="flex gap-3 border-b border-rule py-1.5">
            <span className="display w-12 text-[19px]">{clock(line.start_s)}</span>
            <span className="flex-1">{line.name}</span>
            <span className="quiet">{line.phase}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
