import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, day, hour, number, plural } from "../../parts/words";

type ClassLog = Schemas["ClassLogOut"];

/** One class: what was run and for how long, who came, what they said, what was tested, and what is different since. */
export function ClassLogScreen() {
  const id = Number(useParams({ from: "/log/$id" }).id);
  const found = useQuery({
    queryKey: ["log-class", id],
    queryFn: () => answer(api.GET("/api/log/classes/{class_id}", { params: { path: { class_id: id } } })),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Opening the class" />;
  const log = found.data;
  return (
    <div className="mx-auto max-w-[1160px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/log" search={{ tab: "classes" }} className="underline underline-offset-2">
          Log
        </Link>
      </p>
      <h1 className="text-[34px] [overflow-wrap:anywhere]">{log.title}</h1>
      <p>
        {day(log.starts_at, log.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
        {hour(log.starts_at, log.timezone)}
        {log.coach && `, ${log.coach}`} ·{" "}
        <Link to="/session/$id" params={{ id: String(log.session) }} className="underline underline-offset-2">
          its Bench
        </Link>
      </p>
      <div className="mt-5 grid grid-cols-[minmax(0,1fr)_400px] gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <div className="space-y-8">
          <People log={log} />
          {log.tests.length + log.trials.length > 0 && <Tests log={log} />}
        </div>
        <div className="space-y-8">
          <Because log={log} />
          <RanList log={log} />
        </div>
      </div>
    </div>
  );
}

function People({ log }: { log: ClassLog }) {
  const client = useQueryClient();
  const say = useMutation({
    mutationFn: (body: Schemas["CameIn"]) =>
      answer(api.POST("/api/log/classes/{class_id}/came", { params: { path: { class_id: log.id } }, body })),
    onSuccess: () => {
      for (const name of ["log-class", "log", "log-classes", "blocks"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  const gone = log.people.filter((one) => one.came === false).length;
  return (
    <section aria-label="Who came">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">
        {log.people.length - gone} of {log.people.length} came
      </h2>
      {log.people.length === 0 && <p className="mt-2">Nobody was on this class’s roster.</p>}
      {say.error && <p role="alert">{say.error.message}</p>}
      <ul>
        {log.people.map((one) => (
          <li key={one.person} className="flex flex-wrap items-start gap-x-4 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1">
              <Link
                to="/people/$id/log"
                params={{ id: String(one.person) }}
                className={`font-semibold underline-offset-2 hover:underline ${one.came === false ? "text-dust line-through" : ""}`}
              >
                {one.name}
              </Link>
              <span className="quiet block">
                {[one.done && "did the prep", one.extras && "did the extras"].filter(Boolean).join(", ") ||
                  "said nothing of the prep"}
              </span>
              {one.pain && (
                <span className="block text-[15px] font-semibold text-hold">Hurts: {one.pain}</span>
              )}
            </span>
            <span className="text-right text-[15px]">
              {one.felt_at.length > 0
                ? one.felt_at.map((at) => (
                    <span key={at.position} className="block">
                      {at.name}: <b>{at.value}</b>
                    </span>
                  ))
                : one.felt && (
                    <span>
                      felt <b>{one.felt}</b>
                    </span>
                  )}
            </span>
            <button
              type="button"
              className="plain-action"
              aria-pressed={one.came === false}
              onClick={() => say.mutate({ person: one.person, came: one.came === false })}
            >
              {one.came === false ? "Came after all" : "Did not come"}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Because({ log }: { log: ClassLog }) {
  return (
    <section aria-label="What changed because of this">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What changed because of this</h2>
      {log.because.length === 0 && (
        <p className="mt-2">
          Nothing yet. An answer of “same” asks a little more for that position next time, “worse” another
          drill.
        </p>
      )}
      <ul>
        {[...new Set(log.because.map((one) => one.person))].map((person) => {
          const mine = log.because.filter((one) => one.person === person);
          return (
            <li key={person} className="border-b border-rule py-1.5">
              <b>{mine[0]?.name}</b>
              {mine.map((one) => (
                <span key={one.said} className="flex flex-wrap justify-between gap-x-3 text-[15px]">
                  {one.said}
                  <a href={one.link} className="underline underline-offset-2">
                    {WHERE[one.link.split("/")[1] ?? ""] ?? "their log"}
                  </a>
                </span>
              ))}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

const WHERE: Record<string, string> = {
  session: "thread to their next session",
  blocks: "the block",
};

const OUTCOME: Record<string, string> = {
  run: "",
  shorter: "shorter",
  skipped: "skipped",
  cut: "cut",
  "not reached": "not reached",
};

function RanList({ log }: { log: ClassLog }) {
  const ran = log.ran.reduce((sum, one) => sum + one.ran_s, 0);
  const planned = log.ran.reduce((sum, one) => sum + one.planned_s, 0);
  return (
    <section aria-label="What was run">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">
        What was run{log.ran.length > 0 && `: ${clock(ran)} of ${clock(planned)}`}
      </h2>
      {log.ran.length === 0 && (
        <p className="mt-2">
          No clock ran for this class. On the Floor it is kept what was run and for how long.
        </p>
      )}
      <ol>
        {log.ran.map((one, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: what was run keeps its order
          <li key={place} className="flex justify-between gap-3 border-b border-rule py-1 text-[15px]">
            <span className="min-w-0">
              {one.name}
              {OUTCOME[one.outcome] && <span className="quiet"> {OUTCOME[one.outcome]}</span>}
            </span>
            <span className="whitespace-nowrap tabular-nums">
              {clock(one.ran_s)} <span className="quiet">of {clock(one.planned_s)}</span>
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

function Tests({ log }: { log: ClassLog }) {
  return (
    <section aria-label="Tests that day">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">
        {plural(log.tests.length + log.trials.length, "test")} that day
      </h2>
      <ul>
        {log.tests.map((one) => (
          <li
            key={`${one.person} ${one.test} ${one.side}`}
            className="flex justify-between gap-3 border-b border-rule py-1 text-[15px]"
          >
            <span>
              <b>{one.name}</b> {one.test}
              {one.side !== "both" && `, ${one.side}`}
            </span>
            <span>{one.said}</span>
          </li>
        ))}
      </ul>
      <Trials trials={log.trials} />
    </section>
  );
}

/** Tests before and after; the first value stands here once the second is in. */
export function Trials({ trials }: { trials: Schemas["TrialOut"][] }) {
  return (
    <ul>
      {trials.map((one) => (
        <li key={one.id} className="border-b border-rule py-1 text-[15px]">
          <span className="flex justify-between gap-3">
            <span>
              <b>{one.name}</b> {one.test_name}
              {one.side !== "both" && `, ${one.side}`}
            </span>
            <span>
              {one.before === null || one.after === null
                ? "first one is in; waits for the second"
                : `${number(one.before)} before, ${number(one.after)} after: ${one.verdict}`}
            </span>
          </span>
          {one.between.length > 0 && <span className="quiet block">between: {one.between.join(", ")}</span>}
        </li>
      ))}
    </ul>
  );
}
