import { useInfiniteQuery, useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { Across } from "../../parts/Across";
import { AsTable } from "../../parts/AsTable";
import { shortDay } from "../../parts/RangeCourse";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, day, hour, list, number, percent, plural } from "../../parts/words";
import { AnswerBars, AnswerKey, WeekDays, WeekSticks, WeekStrand } from "./charts";
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
    </section>
  );
}

const WEAR: Record<Schemas["DrillUsed"]["wear"], string> = {
  worn: "in half of the classes and more",
  used: "",
  never: "not once",
};

function Drills({ log }: { log: GymLog }) {
  const used = log.drills.filter((one) => one.wear !== "never");
  const worn = used.filter((one) => one.wear === "worn");
  const never = log.drills.filter((one) => one.wear === "never");
  const most = Math.max(1, ...used.map((one) => one.classes));
  const cell = "py-1.5 pr-4 text-right tabular-nums max-md:pr-2";
  return (
    <div className="mt-4 grid grid-cols-[minmax(0,1fr)_360px] gap-10 max-lg:grid-cols-1">
      <section aria-label="Drills that were given">
        <p className="text-[19px]">
          {used.length === 0
            ? "No drill was given in these weeks."
            : worn.length > 0
              ? `${list(worn.slice(0, 4).map((one) => one.name))} ${worn.length === 1 ? "is" : "are"} worn: in half of the ${plural(log.classes, "class", "classes")} and more.`
              : `None of ${plural(used.length, "drill")} is worn.`}
        </p>
        {used.length > 0 && (
          <Across of="Drills by classes">
            <table className="mt-3 w-full border-collapse text-[15px]">
              <thead>
                <tr className="border-b-2 border-ink text-left">
                  <th scope="col" className="py-1 font-semibold">
                    Drill
                  </th>
                  <th scope="col" className="py-1 font-semibold">
                    Classes
                  </th>
                  <th scope="col" className="py-1 pr-4 text-right font-semibold">
                    ran
                  </th>
                  <th scope="col" className="py-1 pr-4 text-right font-semibold">
                    planned
                  </th>
                  <th scope="col" className="py-1 text-right font-semibold">
                    cut
                  </th>
                </tr>
              </thead>
              <tbody>
                {used.map((one) => (
                  <tr key={one.drill} className="border-b border-rule">
                    <td className="py-1.5 pr-3">
                      <Link
                        to="/shelf"
                        search={{ tab: "drills", show: one.drill }}
                        className="underline-offset-2 hover:underline"
                      >
                        {one.name}
                      </Link>
                      <span className="quiet block">
                        {one.serves}
                        {WEAR[one.wear] && ` · ${WEAR[one.wear]}`}
                      </span>
                    </td>
                    <td className="w-[26%] py-1.5 pr-3">
                      <span className="flex items-center gap-2">
                        <span
                          aria-hidden
                          className={`h-3 ${one.wear === "worn" ? "bg-hold" : "bg-slate-line"}`}
                          style={{ width: `${(one.classes / most) * 55}%` }}
                        />
                        {one.classes} <span className="quiet whitespace-nowrap">{percent(one.share)}</span>
                      </span>
                    </td>
                    <td className={cell}>{one.ran_s ? clock(one.ran_s) : "–"}</td>
                    <td className={cell}>{one.planned_s ? clock(one.planned_s) : "–"}</td>
                    <td className={`${cell} !pr-0`}>{one.cut || "–"}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Across>
        )}
      </section>
      <section aria-label="Drills that never came out">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">Would serve, and never came out</h2>
        {never.length === 0 && <p className="mt-2">Nothing that these weeks asked is without its drills.</p>}
        <ul>
          {never.map((one) => (
            <li key={one.drill} className="border-b border-rule py-1.5">
              <Link
                to="/shelf"
                search={{ tab: "drills", show: one.drill }}
                className="underline underline-offset-2"
              >
                {one.name}
              </Link>
              <span className="quiet block">for {one.serves.toLowerCase()}</span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

function Classes() {
  const found = useInfiniteQuery({
    queryKey: ["log-classes"],
    queryFn: ({ pageParam }) =>
      answer(api.GET("/api/log/classes", { params: { query: pageParam ? { before: pageParam } : {} } })),
    initialPageParam: "",
    getNextPageParam: (page) => (page.more ? (page.classes.at(-1)?.starts_at ?? null) : null),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Reading the classes" />;
  const zone = found.data.pages[0]?.timezone ?? "UTC";
  const classes = found.data.pages.flatMap((page) => page.classes);
  if (classes.length === 0) return <p className="mt-6">No class is over yet.</p>;
  return (
    <section aria-label="Classes" className="mt-4">
      <ul>
        {classes.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <Link
              to="/log/$id"
              params={{ id: String(one.id) }}
              className="grid grid-cols-[150px_minmax(0,1.2fr)_minmax(0,2fr)] items-baseline gap-x-4 py-2 hover:bg-sand max-md:grid-cols-1"
            >
              <span className="whitespace-nowrap">
                {day(one.starts_at, zone, { weekday: "short", day: "numeric", month: "short" })},{" "}
                {hour(one.starts_at, zone)}
              </span>
              <span className="min-w-0 [overflow-wrap:anywhere]">
                <b>{one.title}</b>
                {one.coach && <span className="quiet"> {one.coach}</span>}
              </span>
              <span className="text-[15px]">{lineWords(one)}</span>
            </Link>
          </li>
        ))}
      </ul>
      {found.hasNextPage && (
        <button
          type="button"
          className="plain-action mt-3"
          disabled={found.isFetchingNextPage}
          onClick={() => void found.fetchNextPage()}
        >
          {found.isFetchingNextPage ? "Fetching more" : "Earlier classes"}
        </button>
      )}
    </section>
  );
}

function lineWords(one: Schemas["ClassLineOut"]): string {
  const words = [one.came < one.roster ? `${one.came} of ${one.roster} came` : `${one.came} came`];
  if (one.ran_s) words.push(`ran ${clock(one.ran_s)} of ${clock(one.planned_s)}`);
  if (one.extras) words.push(`${one.extras} did extras`);
  const felt = [
    one.better && `${one.better} better`,
    one.same && `${one.same} the same`,
    one.worse && `${one.worse} worse`,
  ].filter(Boolean);
  if (felt.length > 0) words.push(`felt ${list(felt as string[])}`);
  if (one.pain) words.push(`${one.pain} said something hurts`);
  return words.join(", ");
}

const FILES: [Parameters<typeof fileHref>[0], string, string][] = [
  ["classes", "Classes", "day, time, title, coach"],
  ["came", "Who came", "each person on each roster"],
  ["ran", "What was run", "each drill, planned and run, and what became of it"],
  ["said", "What was said", "felt, done, extras, pain, with what was put aside"],
  ["asked", "What was asked", "each board, joint by joint"],
  ["tests", "Tests", "each reading"],
  ["trials", "Before and after", "each pair, with what was done between"],
  ["ticks", "Homework and blocks", "each day that was ticked"],
];

const fileHref = (
  what: "classes" | "came" | "ran" | "said" | "asked" | "tests" | "trials" | "ticks",
  form: "csv" | "json",
  weeks: number,
) => `/api/log/file?what=${what}&form=${form}&weeks=${weeks}`;

function Files({ weeks }: { weeks: number }) {
  return (
    <section aria-label="Files" className="mt-4 max-w-2xl">
      <p>
        The last {plural(weeks, "week")} as files. Where people stand in them by name, it is written down that
        you took them out; each of them can see that.
      </p>
      <ul className="mt-3">
        {FILES.map(([what, name, said]) => (
          <li key={what} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
            <span className="min-w-0 flex-1">
              <b>{name}</b>
              <span className="quiet block">{said}</span>
            </span>
            {(["csv", "json"] as const).map((form) => (
              <a
                key={form}
                className="plain-action"
                href={fileHref(what, form, weeks)}
                download
                aria-label={`${name} as ${form.toUpperCase()}`}
              >
                {form.toUpperCase()}
              </a>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
