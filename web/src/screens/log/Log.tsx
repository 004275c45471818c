import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { AsTable } from "../../parts/AsTable";
import { shortDay } from "../../parts/RangeCourse";
import { Trouble, Waiting } from "../../parts/Trouble";
import { list, number, plural } from "../../parts/words";
import { Classes } from "./Classes";
import { AnswerBars, AnswerKey, WeekDays, WeekSticks, WeekStrand } from "./charts";
import { Drills } from "./Drills";
import { Files } from "./Files";
import { LOG_TABS, type LogTab, WEEKS } from "./tabs";

type GymLog = Schemas["GymLogOut"];

const NAMES: Record<LogTab, string> = {
  weeks: "Weeks",
  classes: "Classes",
  drills: "Drills",
  files: "Files",
};

/** Did it help: what was run and said over weeks, what keeps coming back, and which drills are worn. */
export function Log() {
  const { tab = "weeks", weeks = 12 } = useSearch({ from: "/log" });
  const found = useQuery({
    queryKey: ["log", weeks],
    queryFn: () => answer(api.GET("/api/log", { params: { query: { weeks } } })),
    enabled: tab === "weeks" || tab === "drills",
  });
  return (
    <div className="mx-auto max-w-[1160px] px-5 pt-4 pb-10 max-md:px-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-[34px]">Log</h1>
        <nav aria-label="Of the log" className="flex flex-wrap gap-1">
          {LOG_TABS.map((one) => (
            <Link
              key={one}
              to="/log"
              search={{ tab: one, weeks }}
              className={`rounded-lg px-3 py-1.5 touch:min-h-10 ${one === tab ? "bg-slate-deep text-chalk" : "hover:bg-sand"}`}
              {...(one === tab ? { "aria-current": "page" as const } : {})}
            >
              {NAMES[one]}
            </Link>
          ))}
        </nav>
        {tab !== "classes" && <Span tab={tab} weeks={weeks} />}
        <Link to="/year" className="plain-action ml-auto">
          The year on a page
        </Link>
      </div>
      {tab === "classes" && <Classes />}
      {tab === "files" && <Files weeks={weeks} />}
      {(tab === "weeks" || tab === "drills") && found.isPending && <Waiting what="Reading the weeks" />}
      {found.error && !found.data && <Trouble error={found.error} again={() => void found.refetch()} />}
      {found.data && tab === "weeks" && <Weeks log={found.data} />}
      {found.data && tab === "drills" && <Drills log={found.data} />}
    </div>
  );
}

function Span({ tab, weeks }: { tab: LogTab; weeks: number }) {
  return (
    <p className="flex items-center gap-1 text-[15px]">
      <span className="quiet">weeks</span>
      {WEEKS.map((one) => (
        <Link
          key={one}
          to="/log"
          search={{ tab, weeks: one }}
          className={`rounded-md px-2 py-1 touch:min-h-10 touch:px-3 ${one === weeks ? "bg-sand font-semibold" : "hover:bg-sand"}`}
          {...(one === weeks ? { "aria-current": "true" as const } : {})}
        >
          {one}
        </Link>
      ))}
    </p>
  );
}

function Weeks({ log }: { log: GymLog }) {
  const mondays = log.weeks.map((week) => week.monday);
  if (log.classes === 0)
    return (
      <p className="mt-6 max-w-xl">
        No class of these weeks is over yet. Once classes take place, what was run, who came and what they
        said of it stands here. <Link to="/">The week</Link> has what is coming.
      </p>
    );
  const answers = log.weeks.reduce((sum, week) => sum + week.better + week.same + week.worse, 0);
  const again = log.coming_back.filter((one) => one.again);
  return (
    <>
      {log.unread > 0 && (
        <p role="status" className="quiet mt-2">
          {plural(log.unread, "board")} of these weeks {log.unread === 1 ? "is" : "are"} still being read; the
          joints below grow as they are.
        </p>
      )}
      <p className="mt-3 text-[19px]">
        {again.length > 0
          ? `${list(again.map((one) => one.name))} ${again.length === 1 ? "keeps" : "keep"} coming back.`
          : answers > 0
            ? "No position keeps coming back."
            : "Nobody has said yet how a position felt."}{" "}
        {leaning(log)}
      </p>
      <div className="mt-5 grid grid-cols-[minmax(0,1fr)_380px] gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <div className="space-y-8">
          <Joints log={log} mondays={mondays} />
          <section aria-label="What they said">
            <h2 className="border-b-2 border-ink pb-1 text-[23px]">What they said of the positions</h2>
            {answers === 0 ? (
              <p className="mt-2">
                After class each member’s page asks how their hardest positions felt. Nothing was said in
                these weeks.
              </p>
            ) : (
              <>
                <div className="mt-2">
                  <AnswerBars weeks={log.weeks} />
                  <WeekDays mondays={mondays} />
                </div>
                <AnswerKey />
                <AsTable
                  of="Answers by week"
                  headings={["Week of", "better", "the same", "worse", "something hurts"]}
                  rows={log.weeks.map((week) => [
                    shortDay(week.monday),
                    week.better,
                    week.same,
                    week.worse,
                    week.pain,
                  ])}
                />
              </>
            )}
          </section>
        </div>
        <div className="space-y-8">
          <Back log={log} />
          <section aria-label="Who came">
            <h2 className="border-b-2 border-ink pb-1 text-[23px]">Who came</h2>
            <p className="mt-1">
              {plural(log.classes, "class", "classes")},{" "}
              {plural(
                log.weeks.reduce((sum, week) => sum + week.came, 0),
                "place",
              )}{" "}
              taken; extras done{" "}
              {plural(
                log.weeks.reduce((sum, week) => sum + week.extras, 0),
                "time",
              )}
              .
            </p>
            <WeekSticks
              values={log.weeks.map((week) => week.came)}
              words="People who came, week by week; the table has the numbers"
            />
            <WeekDays mondays={mondays} />
            <AsTable
              of="Classes by week"
              headings={["Week of", "classes", "came", "extras", "tests"]}
              rows={log.weeks.map((week) => [
                shortDay(week.monday),
                week.classes,
                week.came,
                week.extras,
                week.tests,
              ])}
            />
          </section>
        </div>
      </div>
    </>
  );
}

/** Which joint the weeks lean on, in a sentence. */
function leaning(log: GymLog): string {
  const days = log.joints.map((joint) => ({
    name: joint.name,
    days: log.weeks.reduce((sum, week) => sum + (week.joints[joint.id] ?? 0), 0),
  }));
  const [first, second] = days.filter((one) => one.days > 0).sort((a, b) => b.days - a.days);
  if (!first) return "";
  const more = second ? `, then ${second.name.toLowerCase()} (${second.days})` : "";
  return `The weeks lean on the ${first.name.toLowerCase()}: ${plural(first.days, "hard day")}${more}.`;
}

function Joints({ log, mondays }: { log: GymLog; mondays: string[] }) {
  const rows = log.joints
    .map((joint) => ({ ...joint, values: log.weeks.map((week) => week.joints[joint.id] ?? 0) }))
    .filter((row) => row.values.some((value) => value > 0));
  return (
    <section aria-label="Joints">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Days that worked a joint hard</h2>
      {rows.length === 0 && (
        <p className="mt-2">No board of these weeks works a joint hard, or none is read yet.</p>
      )}
      {rows.length > 0 && (
        <>
          <ul className="mt-1">
            {rows.map((row) => (
              <li key={row.id} className="grid grid-cols-[140px_minmax(0,1fr)_34px] items-center gap-2">
                <span className="text-[15px] leading-tight">{row.name}</span>
                <WeekStrand
                  values={row.values}
                  full={7}
                  words={`${row.name}: ${row.values.map((value) => plural(value, "day")).join(", ")}`}
                />
                <span className="text-right text-[15px] tabular-nums">
                  {row.values.reduce((sum, one) => sum + one, 0)}
                </span>
              </li>
            ))}
          </ul>
          <div className="grid grid-cols-[140px_minmax(0,1fr)_34px] gap-2">
            <span />
            <WeekDays mondays={mondays} />
          </div>
          <AsTable
            of="Hard days by joint and week"
            headings={["Week of", ...rows.map((row) => row.name), "jump contacts"]}
            rows={log.weeks.map((week, place) => [
              shortDay(week.monday),
              ...rows.map((row) => row.values[place]),
              number(week.contacts),
            ])}
          />
        </>
      )}
    </section>
  );
}

/** Whether answers move the next preps: said to everybody, switched by an owner. */
function FeltSwitch({ log }: { log: GymLog }) {
  const client = useQueryClient();
  const put = useMutation({
    mutationFn: (on: boolean) => answer(api.PUT("/api/log/felt", { body: { on } })),
    onSuccess: () => {
      for (const name of ["log", "person-log", "log-class", "bench", "preview"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  return (
    <div className="mt-2 text-[15px]">
      <p>
        {log.felt_moves
          ? "Answers move the next preps: “same” a little more for a position, “worse” another drill."
          : "Answers are kept and move no prep."}
      </p>
      {log.may_change && (
        <button
          type="button"
          className="plain-action mt-1"
          disabled={put.isPending}
          onClick={() => put.mutate(!log.felt_moves)}
        >
          {log.felt_moves ? "Let them move nothing" : "Let them move the next preps"}
        </button>
      )}
      {put.error && <p role="alert">{put.error.message}</p>}
    </div>
  );
}

function Back({ log }: { log: GymLog }) {
  return (
    <section aria-label="What keeps coming back">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What keeps coming back</h2>
      {log.coming_back.length === 0 && (
        <p className="mt-2">Nothing was said of any position in the last six weeks.</p>
      )}
      <ul>
        {log.coming_back.slice(0, 8).map((one) => (
          <li key={one.position} className="border-b border-rule py-1.5">
            <b>{one.name}</b>
            {one.again && <span className="ml-2 rounded-md bg-sand px-1.5 text-[14px]">comes back</span>}
            <span className="quiet block">
              not better in {plural(one.weeks, "week")} of the last six: {one.better} better, {one.same} the
              same, {one.worse} worse
            </span>
          </li>
        ))}
      </ul>
      <FeltSwitch log={log} />
    </section>
  );
}
