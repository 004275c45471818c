import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour, plural } from "../../parts/words";
import type { Measured, Test } from "./line";
import { Run } from "./Run";
import { forgetTaken, useReadings } from "./readings";

/** Measure a whole class in ten minutes: pick tests and people, then one turn after the other. */
export function Measure() {
  const found = useQuery({
    queryKey: ["measure"],
    queryFn: () => answer(api.GET("/api/measure")),
    staleTime: 60_000,
    gcTime: Infinity,
  });
  const search = useSearch({ from: "/measure" });
  const navigate = useNavigate();
  const [running, setRunning] = useState(false);
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Fetching the tests" />;
  const { tests, people, classes } = found.data;
  const picked = tests.filter((test) => (search.tests ?? "").split(",").includes(test.id));
  const gymClass = classes.find((one) => one.id === search.class);
  const line = gymClass ? people.filter((person) => gymClass.people.includes(person.id)) : people;
  if (running)
    return <Run today={found.data.today} tests={picked} people={line} onEnd={() => setRunning(false)} />;
  const set = (to: { class?: number; tests?: string }) =>
    void navigate({ to: "/measure", search: { ...search, ...to }, replace: true });
  return (
    <Choose
      data={found.data}
      picked={picked}
      line={line}
      classId={gymClass?.id}
      onTests={(ids) => set({ tests: ids.join(",") || undefined })}
      onClass={(id) => set({ class: id })}
      onStart={() => {
        forgetTaken();
        setRunning(true);
      }}
    />
  );
}

interface ChooseProps {
  data: Schemas["Measuring"];
  picked: Test[];
  line: Measured[];
  classId: number | undefined;
  onTests: (ids: string[]) => void;
  onClass: (id: number | undefined) => void;
  onStart: () => void;
}

/** Which tests, and whose turn it is. */
function Choose({ data, picked, line, classId, onTests, onClass, onStart }: ChooseProps) {
  const waiting = useReadings().waiting.length;
  const minutes = Math.ceil(
    (picked.reduce((sum, test) => sum + (test.per_side ? 22 : 14), 0) * line.length) / 60,
  );
  const ids = picked.map((test) => test.id);
  return (
    <div className="mx-auto max-w-[1100px] px-5 pt-4 pb-10 max-md:px-3">
      <div className="flex flex-wrap items-center gap-4">
        <h1 className="text-[34px]">Measure</h1>
        <Link to="/trials" search={classId ? { class: classId } : {}} className="plain-action">
          Before and after
        </Link>
      </div>
      {waiting > 0 && (
        <p role="status" className="mt-1 font-semibold">
          {plural(waiting, "reading")} of before {waiting === 1 ? "waits" : "wait"} for the server, and will
          be sent by {waiting === 1 ? "itself" : "themselves"}.
        </p>
      )}
      <div className="mt-3 flex flex-wrap items-end gap-4">
        <label className="block max-w-full min-w-0 text-[15px] font-semibold">
          Who
          <select
            className="field mt-1 block max-w-full font-normal"
            value={classId ?? ""}
            onChange={(event) => onClass(Number(event.target.value) || undefined)}
          >
            <option value="">Everybody ({data.people.length})</option>
            {data.classes.map((one) => (
              <option key={one.id} value={one.id}>
                {day(one.starts_at, data.timezone, { weekday: "short" })} {hour(one.starts_at, data.timezone)}{" "}
                {one.title} ({one.people.length})
              </option>
            ))}
          </select>
        </label>
        <button
          type="button"
          className="action"
          disabled={picked.length === 0 || line.length === 0}
          onClick={onStart}
        >
          {picked.length === 0
            ? "Pick a test first"
            : `Start: ${plural(picked.length, "test")}, about ${minutes} min`}
        </button>
        {line.length === 0 && <p className="w-full">Nobody is on this class’s roster yet.</p>}
      </div>
      <h2 className="mt-6 border-b-2 border-ink pb-1 text-[23px]">Tests</h2>
      <ul className="grid grid-cols-2 gap-x-8 max-md:grid-cols-1">
        {data.tests.map((test) => {
          const on = ids.includes(test.id);
          return (
            <li key={test.id} className="border-b border-rule">
              <label className="flex min-h-12 cursor-pointer items-center gap-3 py-2">
                <input
                  type="checkbox"
                  checked={on}
                  onChange={() => onTests(on ? ids.filter((id) => id !== test.id) : [...ids, test.id])}
                />
                <span>
                  <b>{test.name}</b>
                  <span className="quiet block">{test.measures}</span>
                </span>
              </label>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
