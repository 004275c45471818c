import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { ApiProblem, type Schemas } from "../../api/client";
import { labQuery, labStartQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { Answer } from "./Answer";
import { type Ask, changedSince, HANDLES, type LabSearch, openWith } from "./ask";
import { Controls } from "./Controls";

type Kept = { label: string; answer: Schemas["Lab"] };

/** One large figure of where this body stops in this position, what stops it, and what would free it; sliders answer as they move. */
export function Lab() {
  const search = useSearch({ from: "/lab" });
  const start = useQuery(labStartQuery);
  if (start.error && !start.data) return <Trouble error={start.error} again={() => start.refetch()} />;
  if (!start.data) return <Waiting what="Opening the lab" />;
  const key = `${search.position}-${search.person}-${search.class}`;
  return <Bench key={key} start={start.data} search={search} />;
}

const SETTLED_MS = 400; // a slider at rest: then the address follows

/** The address says what was changed, so that a link to it opens the same body in the same shape. */
function useAddress(start: Schemas["LabStart"], search: LabSearch, ask: Ask) {
  const navigate = useNavigate();
  const changes = JSON.stringify(changedSince(start, search, ask));
  const said = JSON.stringify(search.with ?? {});
  useEffect(() => {
    if (changes === said) return;
    const waiting = setTimeout(() => {
      const { with: _with, ...rest } = search;
      void navigate({
        to: "/lab",
        search: changes === "{}" ? rest : { ...rest, with: JSON.parse(changes) },
        replace: true,
      });
    }, SETTLED_MS);
    return () => clearTimeout(waiting);
  }, [changes, said, search, navigate]);
}

function useLast<T>(value: T | undefined): T | undefined {
  const [last, setLast] = useState(value);
  useEffect(() => {
    if (value !== undefined) setLast(value);
  }, [value]);
  return value ?? last;
}

function Bench({ start, search }: { start: Schemas["LabStart"]; search: LabSearch }) {
  const [ask, setAsk] = useState<Ask>(() => openWith(start, search));
  useAddress(start, search, ask);
  const [other, setOther] = useState<number | null>(null);
  const [kept, setKept] = useState<Kept | null>(null);
  const own = useQuery({ ...labQuery(ask), placeholderData: keepPreviousData });
  const shown = useLast(own.data); // what was refused leaves the last answer standing
  const second = useQuery({
    ...labQuery({ ...ask, ranges: {}, lengths_m: {}, person_id: other, class_id: null }),
    enabled: other !== null,
    placeholderData: keepPreviousData,
  });
  const change = (to: Partial<Ask>) => setAsk((now) => ({ ...now, ...to }));
  const drag = (joint: string, pixels: number) => setAsk((now) => dragged(now, shown, joint, pixels));
  const problem = own.error instanceof ApiProblem ? own.error : null;
  const beside =
    kept ?? (other !== null && second.data ? { label: name(start, other), answer: second.data } : null);
  return (
    <div className="grid grid-cols-1 gap-8 px-5 pt-4 pb-5 phone:px-3 md:grid-cols-[300px_minmax(0,1fr)] desk:h-full desk:min-h-[640px] desk:grid-cols-[330px_minmax(0,1fr)]">
      <Controls start={start} ask={ask} answer={shown} problem={problem} onChange={change} />
      <section aria-label="The answer" className="flex min-h-0 flex-col phone:order-first">
        <div className="flex flex-wrap items-center gap-3">
          {search.from && (
            <Link
              to="/session/$id"
              params={{ id: String(search.from) }}
              search={{
                ...(search.class ? { class: search.class } : {}),
                ...(search.point ? { point: search.point } : {}),
              }}
              className="plain-action"
            >
              Back to the Bench
            </Link>
          )}
          <p className="text-[15px] font-semibold">Beside it</p>
          <label className="sr-only" htmlFor="lab-other">
            Another person
          </label>
          <select
            id="lab-other"
            className="field !py-1.5"
            value={other ?? ""}
            onChange={(event) => {
              setOther(event.target.value ? Number(event.target.value) : null);
              setKept(null);
            }}
          >
            <option value="">nobody</option>
            {start.people.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="plain-action"
            disabled={!shown}
            onClick={() => shown && setKept({ label: "before", answer: shown })}
          >
            Keep this as “before”
          </button>
          {kept && (
            <button
              type="button"
              className="text-[14px] underline underline-offset-2"
              onClick={() => setKept(null)}
            >
              let it go
            </button>
          )}
        </div>
        {own.error && !problem && <Trouble error={own.error} again={() => own.refetch()} />}
        <div
          className={`mt-3 grid min-h-0 flex-1 gap-8 ${beside ? "grid-cols-2 phone:grid-cols-1" : "grid-cols-1"}`}
        >
          {beside && <Answer answer={beside.answer} label={beside.label} narrow />}
          {shown ? (
            <Answer
              answer={shown}
              label={beside ? (kept ? "now" : ask.person_id ? name(start, ask.person_id) : "this body") : ""}
              narrow={beside !== null}
              onDrag={drag}
            />
          ) : (
            <Waiting what="Solving" />
          )}
        </div>
      </section>
    </div>
  );
}

function name(start: Schemas["LabStart"], id: number): string {
  return start.people.find((one) => one.id === id)?.name ?? "";
}

const DEG_PER_PIXEL = 0.35;

/** Dragging a joint changes the range it has: to the right more, to the left less. */
function dragged(ask: Ask, answer: Schemas["Lab"] | undefined, joint: string, pixels: number): Ask {
  const motion = HANDLES[ask.family]?.[joint];
  const now = motion ? (ask.ranges[motion] ?? answer?.ranges[motion]) : undefined;
  if (!motion || now === undefined) return ask;
  return {
    ...ask,
    ranges: {
      ...ask.ranges,
      [motion]: Math.round(Math.max(0, Math.min(220, now + pixels * DEG_PER_PIXEL)) * 10) / 10,
    },
  };
}
