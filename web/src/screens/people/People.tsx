import { useMutation, useQueries, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { peopleQuery, shortQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { plural, weekday } from "../../parts/words";
import type { PeopleSearch, Sort } from "./search";

type Row = Schemas["PersonRow"];
type Shorts = Map<number, { motion: string; days: string[] }[]>;
const ONLY: { id: NonNullable<PeopleSearch["only"]>; name: string }[] = [
  { id: "caution", name: "With a caution" },
  { id: "short", name: "Short this week" },
  { id: "stale", name: "Stale or no test" },
  { id: "left", name: "Left" },
];
const STANDING: Record<Row["standing"], string> = {
  account: "",
  invited: "invited",
  roster: "not invited",
  left: "left",
};

/** Who is here, what is known of each and how old it is, and who is short for what is coming. */
export function People() {
  const search = useSearch({ from: "/people" });
  const navigate = useNavigate();
  const found = useQuery(peopleQuery(search.only === "left"));
  const coming = useComing(found.data?.coming ?? []);
  const set = (to: Partial<PeopleSearch>) =>
    void navigate({ to: "/people", search: { ...search, ...to }, replace: true });
  if (found.isPending) return <Waiting what="Calling the roll" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  const rows = shown(found.data.people, search, coming.shorts);
  return (
    <div className="mx-auto max-w-[1240px] px-5 pt-4 pb-10 max-md:px-3">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <h1 className="text-[34px]">People</h1>
        <p className="quiet pb-1.5">
          {plural(found.data.people.length, "person", "people")}
          {coming.left > 0 && `; working out who is short, ${coming.left} to go`}
        </p>
        <span className="ml-auto flex flex-wrap gap-2">
          <Link to="/people/import" className="plain-action">
            From a file
          </Link>
          <Link to="/measure" className="plain-action">
            Measure
          </Link>
        </span>
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-2">
        <input
          className="field w-56 max-sm:w-full"
          type="search"
          aria-label="Find by name"
          placeholder="Find by name"
          value={search.find ?? ""}
          onChange={(event) => set({ find: event.target.value || undefined })}
        />
        {ONLY.map((one) => (
          <button
            key={one.id}
            type="button"
            aria-pressed={search.only === one.id}
            className={`min-h-10 rounded-lg border px-3 text-[14px] ${
              search.only === one.id ? "border-ink bg-ink text-chalk" : "border-rule bg-sheet"
            }`}
            onClick={() => set({ only: search.only === one.id ? undefined : one.id })}
          >
            {one.name}
            {one.id === "left" && found.data.left > 0 && ` (${found.data.left})`}
          </button>
        ))}
        {found.data.groups.length > 0 && (
          <select
            className="field !py-1.5"
            aria-label="Group"
            value={search.group ?? ""}
            onChange={(event) => set({ group: event.target.value || undefined })}
          >
            <option value="">Every group</option>
            {found.data.groups.map((group) => (
              <option key={group}>{group}</option>
            ))}
          </select>
        )}
        <select
          className="field ml-auto !py-1.5"
          aria-label="Sort"
          value={search.sort ?? "name"}
          onChange={(event) => set({ sort: event.target.value as Sort })}
        >
          <option value="name">By name</option>
          <option value="tested">Oldest test first</option>
          <option value="short">Shortest first</option>
        </select>
      </div>
      {found.data.people.length <= 1 && search.only !== "left" && <Nobody />}
      <List rows={rows} shorts={coming.shorts} />
      {rows.length === 0 && found.data.people.length > 0 && (
        <p className="mt-4">Nobody here is like that. Take a filter off to see the rest.</p>
      )}
      {search.only !== "left" && <Add />}
    </div>
  );
}

/** Whom the sessions of the days ahead find short: one session after the other, as the first time takes a while. */
function useComing(sessions: Schemas["ComingSession"][]): { shorts: Shorts; left: number } {
  const asked = useQueries({ queries: sessions.map((session) => shortQuery(session.id)) });
  const shorts: Shorts = new Map();
  for (const [index, one] of asked.entries()) {
    const session = sessions[index];
    if (!session) continue;
    for (const person of one.data ?? []) {
      const mine = shorts.get(person.id) ?? [];
      for (const short of person.shorts) {
        const known = mine.find((each) => each.motion === short.name);
        if (known) known.days.push(weekday(session.date));
        else mine.push({ motion: short.name, days: [weekday(session.date)] });
      }
      shorts.set(person.id, mine);
    }
  }
  return { shorts, left: asked.filter((one) => one.isPending).length };
}

function shown(people: Row[], search: PeopleSearch, shorts: Shorts): Row[] {
  const find = (search.find ?? "").trim().toLowerCase();
  const much = (row: Row) => (shorts.get(row.id) ?? []).reduce((sum, one) => sum + one.days.length, 0);
  const rows = people.filter(
    (row) =>
      row.name.toLowerCase().includes(find) &&
      (!search.group || row.groups.includes(search.group)) &&
      (search.only !== "caution" || row.cautions.length > 0) &&
      (search.only !== "stale" || row.stale || !row.tested_on) &&
      (search.only !== "short" || much(row) > 0),
  );
  if (search.sort === "tested")
    return rows.toSorted((a, b) => (a.tested_on ?? "").localeCompare(b.tested_on ?? ""));
  return search.sort === "short" ? rows.toSorted((a, b) => much(b) - much(a)) : rows;
}

function List({ rows, shorts }: { rows: Row[]; shorts: Shorts }) {
  if (rows.length === 0) return null;
  return (
    <table className="mt-4 w-full border-collapse text-left">
      <thead>
        <tr className="border-b-2 border-ink align-bottom">
          <th className="display py-1 text-[19px]">Name</th>
          <th className="display py-1 text-[19px] max-md:hidden">Cautions</th>
          <th className="display py-1 text-[19px]">Short this week</th>
          <th className="display py-1 text-[19px] max-sm:hidden">Tested</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((row) => (
          <tr key={row.id} className="border-b border-rule align-baseline">
            <td className="py-0.5 pr-4">
              <Link
                to="/people/$id"
                params={{ id: String(row.id) }}
                className="inline-block py-2 font-semibold underline-offset-4 hover:underline"
              >
                {row.name}
              </Link>
              <Said row={row} />
              {row.cautions.length > 0 && (
                <span className="block pb-1 text-[14px] text-hold md:hidden">{row.cautions.join(", ")}</span>
              )}
            </td>
            <td className="py-2 pr-4 text-[15px] max-md:hidden">
              {row.cautions.length > 0 && <span className="text-hold">{row.cautions.join(", ")}</span>}
            </td>
            <td className="py-2 pr-4 text-[15px]">
              {(shorts.get(row.id) ?? []).slice(0, 3).map((one) => (
                <span key={one.motion} className="block">
                  {one.motion} <span className="quiet">{one.days.join(" ")}</span>
                </span>
              ))}
              {(shorts.get(row.id)?.length ?? 0) > 3 && (
                <span className="quiet">and {(shorts.get(row.id)?.length ?? 0) - 3} more</span>
              )}
            </td>
            <td className="py-2 text-[15px] whitespace-nowrap max-sm:hidden">
              <Tested row={row} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Said({ row }: { row: Row }) {
  const words = [
    row.role === "member" ? "" : row.role,
    STANDING[row.standing],
    row.division,
    ...row.adaptive.map((tag) => tag.replace("-", " ")),
    ...row.groups,
  ].filter(Boolean);
  return words.length > 0 ? <span className="quiet ml-2">{words.join(", ")}</span> : null;
}

function Tested({ row }: { row: Row }) {
  if (!row.tested_on) return <span className="quiet">no test yet</span>;
  const months = Math.floor((Date.now() - Date.parse(row.tested_on)) / 2_629_800_000);
  const ago = months < 1 ? "this month" : `${plural(months, "month")} ago`;
  return (
    <>
      {plural(row.measured, "motion")}, {row.stale ? <b>{ago}: stale</b> : ago}
    </>
  );
}

function Nobody() {
  return (
    <p className="mt-5 max-w-xl rounded-xl border border-rule bg-sheet p-4">
      Nobody is on the roster but you. Add people by name below, or bring your roster{" "}
      <Link to="/people/import" className="font-semibold underline underline-offset-2">
        from a file
      </Link>
      . They need no account for a prep of their own; invite them when you are ready.
    </p>
  );
}

function Add() {
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const add = useMutation({
    mutationFn: () => answer(api.POST("/api/people", { body: { name, email, role: "member" } })),
    onSuccess: () => {
      setName("");
      setEmail("");
      void client.invalidateQueries({ queryKey: ["people"] });
    },
  });
  const problem = add.error instanceof ApiProblem ? add.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim()) add.mutate();
  };
  return (
    <form onSubmit={submit} aria-label="Add somebody" className="mt-6 flex flex-wrap items-end gap-3">
      <label className="block text-[15px] font-semibold">
        Name
        <input
          className="field mt-1 block w-56 font-normal"
          maxLength={80}
          value={name}
          onChange={(event) => setName(event.target.value)}
        />
      </label>
      <label className="block text-[15px] font-semibold">
        Email, if you have it
        <input
          className="field mt-1 block w-64 font-normal"
          type="email"
          value={email}
          onChange={(event) => setEmail(event.target.value)}
        />
      </label>
      <button type="submit" className="action" disabled={add.isPending || !name.trim()}>
        Put on the roster
      </button>
      {add.error && (
        <p role="alert" className="w-full font-semibold text-hold">
          {problem?.message ?? add.error.message}
        </p>
      )}
      {add.data && (
        <p role="status" className="w-full">
          {add.data.name} is on the roster.
        </p>
      )}
    </form>
  );
}
