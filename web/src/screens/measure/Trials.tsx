import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour, plural } from "../../parts/words";
import { newKey } from "../../saving/key";
import { cannotBe, type Test, unitOf } from "./line";
import { takeTrial, useTrialQueue } from "./trialQueue";

type Open = Schemas["TrialOut"];

/** A test before and after a prep: the first value is hidden until the second is in, so that nobody reads towards it. */
export function TrialsScreen() {
  const search = useSearch({ from: "/trials" });
  const queue = useTrialQueue();
  const measure = useQuery({
    queryKey: ["measure"],
    queryFn: () => answer(api.GET("/api/measure")),
    staleTime: 60_000,
    gcTime: Infinity,
  });
  const open = useQuery({
    queryKey: ["trials", queue.arrived],
    queryFn: () => answer(api.GET("/api/trials")),
    placeholderData: (before) => before,
  });
  const [testId, setTestId] = useState("");
  const navigate = useNavigate();
  if (measure.error && !measure.data) return <Trouble error={measure.error} />;
  if (!measure.data) return <Waiting what="Fetching the tests" />;
  const { tests, people, classes, timezone } = measure.data;
  const counted = tests.filter((test) => test.reads === "cm" || test.reads === "deg");
  const test = counted.find((one) => one.id === testId) ?? counted[0];
  const gymClass = classes.find((one) => one.id === search.class);
  const line = gymClass ? people.filter((person) => gymClass.people.includes(person.id)) : [];
  return (
    <div className="mx-auto max-w-[900px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/measure" className="underline underline-offset-2">
          Measure
        </Link>
      </p>
      <h1 className="text-[34px]">Before and after</h1>
      <p className="max-w-2xl">
        Read a test before the prep and again right after it. The first value is hidden until the second is
        in; what was done in between is kept with it. It is no measured range: the second one is warm.
      </p>
      <div className="mt-3 flex flex-wrap gap-4">
        <label className="block max-w-full min-w-0 text-[15px] font-semibold">
          Class
          <select
            className="field mt-1 block w-full max-w-full font-normal"
            value={gymClass?.id ?? ""}
            onChange={(event) =>
              void navigate({
                to: "/trials",
                search: Number(event.target.value) ? { class: Number(event.target.value) } : {},
                replace: true,
              })
            }
          >
            <option value="">Choose one</option>
            {classes.map((one) => (
              <option key={one.id} value={one.id}>
                {day(one.starts_at, timezone, { weekday: "short" })} {hour(one.starts_at, timezone)}{" "}
                {one.title} ({one.people.length})
              </option>
            ))}
          </select>
        </label>
        <label className="block max-w-full min-w-0 text-[15px] font-semibold">
          Test
          <select
            className="field mt-1 block w-full max-w-full font-normal"
            value={test?.id ?? ""}
            onChange={(event) => setTestId(event.target.value)}
          >
            {counted.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      </div>
      {queue.waiting.length > 0 && (
        <p role="status" className="mt-2 font-semibold">
          {queue.away ? "No network: " : ""}
          {plural(queue.waiting.length, "reading")} kept here, sent {queue.away ? "later" : "now"}.
        </p>
      )}
      {queue.refused.map((one) => (
        <p key={one.key + one.why} role="alert" className="mt-1 font-semibold text-hold">
          Not kept: {one.why}
        </p>
      ))}
      {!gymClass && <p className="mt-4">Choose the class whose prep lies between the two readings.</p>}
      {gymClass && test && (
        <ul className="mt-4 border-t-2 border-ink">
          {line.flatMap((person) =>
            (test.per_side ? ["left", "right"] : ["both"]).map((side) => (
              <Row
                key={`${person.id} ${side} ${test.id}`}
                person={person}
                side={side as Open["side"] & ("left" | "right" | "both")}
                test={test}
                classId={gymClass.id}
                open={openOf(open.data ?? [], queue.waiting, person.id, test.id, side)}
              />
            )),
          )}
        </ul>
      )}
    </div>
  );
}

/** The key of a first reading that waits for its second, here or on the server. */
function openOf(
  open: Open[],
  waiting: Schemas["TrialIn"][],
  person: number,
  test: string,
  side: string,
): string | null {
  const ended = new Set(waiting.filter((one) => one.second).map((one) => one.key));
  const here = [...open, ...waiting.filter((one) => !one.second)].filter(
    (one) => one.person === person && one.test === test && one.side === side && !ended.has(one.key),
  );
  return here.at(-1)?.key ?? null;
}

interface RowProps {
  person: Schemas["Measured"];
  side: "left" | "right" | "both";
  test: Test;
  classId: number;
  open: string | null;
}

function Row({ person, side, test, classId, open }: RowProps) {
  const [typed, setTyped] = useState("");
  const value = Number(typed.replace(",", "."));
  const barred = person.not_for.includes(test.id);
  const wrong = typed.trim() ? (Number.isFinite(value) ? cannotBe(test, value) : "A number, please.") : "";
  const id = `trial-${person.id}-${side}`;
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2">
      <label htmlFor={id} className="min-w-0 flex-1">
        <b>{person.name}</b>
        {side !== "both" && `, ${side}`}
        <span className="quiet block">
          {barred
            ? "not for them: a caution stands against this test"
            : open
              ? "the first is in and hidden; now the second"
              : "the first"}
        </span>
      </label>
      {!barred && (
        <form
          className="flex items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (!typed.trim() || wrong) return;
            takeTrial({
              key: open ?? newKey(),
              person: person.id,
              test: test.id,
              side,
              value,
              at: new Date().toISOString(),
              second: open !== null,
              gym_class: classId,
              between: [],
            });
            setTyped("");
          }}
        >
          <input
            id={id}
            className={`field w-24 ${wrong ? "!border-hold" : ""}`}
            inputMode="decimal"
            autoComplete="off"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            aria-invalid={wrong ? true : undefined}
            aria-describedby={wrong ? `${id}-wrong` : undefined}
          />
          <span className="quiet">{unitOf(test)}</span>
          <button type="submit" className="plain-action">
            Keep {open ? "second" : "first"}
          </button>
        </form>
      )}
      {wrong && (
        <p id={`${id}-wrong`} role="alert" className="w-full text-[14px] font-semibold text-hold">
          {wrong}
        </p>
      )}
    </li>
  );
}
