import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { AsTable } from "../../parts/AsTable";
import { shortDay } from "../../parts/RangeCourse";
import { Trouble, Waiting } from "../../parts/Trouble";
import { list, number, plural } from "../../parts/words";
import { Trials } from "./ClassLog";
import { AnswerBars, AnswerKey, WeekDays, WeekSticks } from "./charts";
import { WEEKS } from "./tabs";

type PersonLog = Schemas["PersonLogOut"];

/** One member over weeks: what they came to and said, what their answers move, and what was changed because of it. */
export function PersonLogScreen() {
  const id = Number(useParams({ from: "/people/$id/log" }).id);
  const { weeks = 12 } = useSearch({ from: "/people/$id/log" });
  const found = useQuery({
    queryKey: ["person-log", id, weeks],
    queryFn: () =>
      answer(
        api.GET("/api/people/{person_id}/log", { params: { path: { person_id: id }, query: { weeks } } }),
      ),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Reading the weeks" />;
  const log = found.data;
  const mondays = log.weeks.map((week) => week.monday);
  const answers = log.weeks.reduce((sum, week) => sum + week.better + week.same + week.worse, 0);
  const classes = log.weeks.reduce((sum, week) => sum + week.classes, 0);
  return (
    <div className="mx-auto max-w-[1160px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/people/$id" params={{ id: String(log.id) }} className="underline underline-offset-2">
          {log.mine ? "Your body" : log.name}
        </Link>
      </p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-[34px] [overflow-wrap:anywhere]">
          {log.mine ? "Your weeks" : `${log.name}: the weeks`}
        </h1>
        <p className="flex items-center gap-1 text-[15px]">
          {WEEKS.map((one) => (
            <Link
              key={one}
              to="/people/$id/log"
              params={{ id: String(log.id) }}
              search={{ weeks: one }}
              className={`rounded-md px-2 py-1 touch:min-h-10 touch:px-3 ${one === weeks ? "bg-sand font-semibold" : "hover:bg-sand"}`}
            >
              {one}
            </Link>
          ))}
        </p>
        <Link to="/people/$id/year" params={{ id: String(log.id) }} className="plain-action ml-auto">
          The year on a page
        </Link>
      </div>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_400px] gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <div className="space-y-8">
          <MovedList log={log} />
          <section aria-label="What was said">
            <h2 className="border-b-2 border-ink pb-1 text-[23px]">What was said of the positions</h2>
            {answers === 0 ? (
              <p className="mt-2">Nothing was said in these weeks.</p>
            ) : (
              <>
                <div className="mt-2">
                  <AnswerBars weeks={log.weeks} />
                  <WeekDays mondays={mondays} />
                </div>
                <AnswerKey />
                <PositionMarks log={log} mondays={mondays} />
                <AsTable
                  of="Answers by position and week"
                  headings={["Position", "week of", "better", "the same", "worse"]}
                  rows={log.positions.flatMap((one) =>
                    one.weeks.map((week) => [
                      one.name,
                      shortDay(week.monday),
                      week.better,
                      week.same,
                      week.worse,
                    ]),
                  )}
                />
              </>
            )}
          </section>
          <Answers log={log} />
        </div>
        <div className="space-y-8">
          <section aria-label="Classes">
            <h2 className="border-b-2 border-ink pb-1 text-[23px]">{plural(classes, "class", "classes")}</h2>
            {classes === 0 && <p className="mt-2">None in these weeks.</p>}
            {classes > 0 && (
              <>
                <WeekSticks
                  values={log.weeks.map((week) => week.classes)}
                  words="Classes week by week; the table has the numbers"
                />
                <WeekDays mondays={mondays} />
              </>
            )}
            <AsTable
              of="Weeks"
              headings={["Week of", "classes", "extras", "something hurts"]}
              rows={log.weeks.map((week) => [shortDay(week.monday), week.classes, week.extras, week.pain])}
            />
          </section>
          <Events log={log} />
          {log.trials.length > 0 && (
            <section aria-label="Before and after">
              <h2 className="border-b-2 border-ink pb-1 text-[23px]">Before and after</h2>
              <Trials trials={log.trials} />
            </section>
          )}
        </div>
      </div>
    </div>
  );
}

function MovedList({ log }: { log: PersonLog }) {
  return (
    <section aria-label="What is different by these answers">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What is different by these answers</h2>
      {log.moved.length === 0 && (
        <p className="mt-2">
          Nothing. “Same” asks up to a quarter more for a position, “worse” another drill and never more of
          it; after eight weeks half of it is gone.
        </p>
      )}
      <ul>
        {log.moved.slice(0, MOVED_SHOWN).map((one) => (
          <MovedRow key={one.position} one={one} coaches={log.coaches} />
        ))}
      </ul>
      {log.moved.length > MOVED_SHOWN && (
        <details>
          <summary className="min-h-10 cursor-pointer py-2 text-[15px]">
            {plural(log.moved.length - MOVED_SHOWN, "position")} more, by less
          </summary>
          <ul>
            {log.moved.slice(MOVED_SHOWN).map((one) => (
              <MovedRow key={one.position} one={one} coaches={log.coaches} />
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

const MOVED_SHOWN = 5;

function MovedRow({ one, coaches }: { one: PersonLog["moved"][number]; coaches: boolean }) {
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 border-b border-rule py-1.5">
      <span className="min-w-0 flex-1">
        <b>{one.name}</b>
        {one.factor > 1 && <span>: asked {number(one.factor)} times as much</span>}
        {one.instead_of.length > 0 && (
          <span className="block text-[15px]">Another drill in place of {list(one.instead_of)}.</span>
        )}
        {one.ask_coach && (
          <span className="block text-[15px] font-semibold">Worse twice running: talk it over.</span>
        )}
        <span className="quiet block">
          because of {list(one.causes.map((cause) => `“${cause.value}” on ${shortDay(cause.on)}`))}
        </span>
      </span>
      {coaches && one.session !== null && (
        <Link
          to="/session/$id"
          params={{ id: String(one.session) }}
          search={one.point ? { point: one.point } : {}}
          className="text-[15px] underline underline-offset-2"
        >
          thread to {one.title}
        </Link>
      )}
    </li>
  );
}

/** Each position week by week: better a full mark above the line, the same a hollow one on it, worse a full one below. */
function PositionMarks({ log, mondays }: { log: PersonLog; mondays: string[] }) {
  const wide = mondays.length * 20;
  return (
    <ul className="mt-3">
      {log.positions.map((one) => (
        <li
          key={one.position}
          className="grid grid-cols-[170px_minmax(0,1fr)] items-center gap-2 max-sm:grid-cols-1"
        >
          <span className="text-[15px] leading-tight">{one.name}</span>
          <svg
            viewBox={`0 0 ${wide} 26`}
            className="block h-[26px] w-full"
            preserveAspectRatio="none"
            role="img"
            aria-label={one.weeks
              .map(
                (week) =>
                  `${shortDay(week.monday)}: ${week.better} better, ${week.same} the same, ${week.worse} worse`,
              )
              .join("; ")}
          >
            <line
              x1={0}
              x2={wide}
              y1={13}
              y2={13}
              className="stroke-rule"
              vectorEffect="non-scaling-stroke"
            />
            {one.weeks.map((week) => {
              const x = mondays.indexOf(week.monday) * 20 + 5;
              return (
                <g key={week.monday}>
                  {week.better > 0 && <rect x={x} y={2} width={10} height={8} className="fill-reach" />}
                  {week.same > 0 && (
                    <rect
                      x={x}
                      y={10}
                      width={10}
                      height={6}
                      className="fill-sand stroke-dust"
                      vectorEffect="non-scaling-stroke"
                    />
                  )}
                  {week.worse > 0 && <rect x={x} y={16} width={10} height={8} className="fill-hold" />}
                </g>
              );
            })}
          </svg>
        </li>
      ))}
    </ul>
  );
}

function Answers({ log }: { log: PersonLog }) {
  const client = useQueryClient();
  const aside = useMutation({
    mutationFn: (given: { id: number; aside: boolean }) =>
      answer(
        api.PUT("/api/answers/{said_id}", {
          params: { path: { said_id: given.id } },
          body: { aside: given.aside },
        }),
      ),
    onSuccess: () => {
      for (const name of ["person-log", "log", "log-class", "bench", "preview", "publish"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  if (log.answers.length === 0) return null;
  return (
    <section aria-label="Each answer">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Each answer</h2>
      {aside.error && <p role="alert">{aside.error.message}</p>}
      <ul>
        {log.answers.map((one) => (
          <li key={one.id} className="flex items-center gap-3 border-b border-rule py-1">
            <span className={`min-w-0 flex-1 ${one.aside ? "text-dust line-through" : ""}`}>
              {shortDay(one.on)} {one.kind === "pain" ? "Hurts: " : `${one.name}: `}
              <b>{one.value}</b>
              <span className="quiet block">
                {one.title}
                {one.aside && `; put aside${one.aside_by && ` by ${one.aside_by}`}`}
              </span>
            </span>
            {one.may_aside && (
              <button
                type="button"
                className="plain-action"
                aria-pressed={one.aside}
                aria-label={`${one.aside ? "Let count again" : "Put aside"}: ${one.name}, ${one.value}, ${shortDay(one.on)}`}
                onClick={() => aside.mutate({ id: one.id, aside: !one.aside })}
              >
                {one.aside ? "Let it count" : "Put aside"}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Events({ log }: { log: PersonLog }) {
  return (
    <section aria-label="Homework and blocks">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Homework and blocks</h2>
      {log.events.length === 0 && <p className="mt-2">None yet.</p>}
      <EventList events={log.events} coaches={log.coaches} />
    </section>
  );
}

const WHAT: Record<string, string> = {
  given: "Given",
  drill: "Drill changed",
  level: "Level",
  done: "Done",
  stopped: "Stopped",
  pain: "Stopped",
  fell: "Stopped",
  over: "Over",
  resumed: "Taken up again",
  ask: "For the coach",
  "goes on": "Goes on",
};

/** What was given, changed and ended, by whom and because of what. */
export function EventList({ events, coaches }: { events: Schemas["EventOut"][]; coaches: boolean }) {
  return (
    <ul>
      {events.map((one) => (
        <li key={one.at + one.what} className="border-b border-rule py-1.5 text-[15px]">
          <b>{WHAT[one.what] ?? one.what}</b>:{" "}
          {coaches ? (
            <Link
              to="/blocks/$id"
              params={{ id: String(one.block_id) }}
              className="underline underline-offset-2"
            >
              {one.block}
            </Link>
          ) : (
            one.block
          )}
          , {one.said}
          <span className="quiet block">
            {shortDay(one.at)}, {one.by}
            {one.because && `; because of ${one.because}`}
          </span>
        </li>
      ))}
    </ul>
  );
}
