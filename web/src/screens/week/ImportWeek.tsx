import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { type ReactNode, useEffect, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { meQuery, reviewQuery } from "../../api/queries";
import { FilePick } from "../../parts/FilePick";
import { hour, longDate, plural, today } from "../../parts/words";
import { overtaken } from "../../saving/Overtaken";

type Day = Schemas["ReviewDay"];
const LIVE_MS = 250;
const STATUS: Record<string, string> = {
  new: "new",
  changed: "changes what stands there",
  same: "there already, nothing to do",
};

/** A whole week at once: paste or upload on the left, what was read day by day on the right; nothing is saved before the button. */
export function ImportWeek() {
  const { start } = useSearch({ from: "/week/import" });
  const navigate = useNavigate();
  const client = useQueryClient();
  const zone = useQuery(meQuery).data?.timezone ?? "UTC";
  const [source, setSource] = useState({
    text: "",
    monday: start ?? today(zone),
    calendar: "",
    pattern: "",
  });
  const [skip, setSkip] = useState<Set<number>>(new Set());
  const settled = useLater(source, LIVE_MS);
  const review = useQuery({ ...reviewQuery(settled), placeholderData: keepPreviousData });
  const change = (to: Partial<typeof source>) => {
    setSource({ ...source, ...to });
    setSkip(new Set());
    take.reset();
  };
  const take = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/week/import", {
          body: { ...source, skip: [...skip], stands: review.data?.stands ?? null },
        }),
      ),
    onError: (error) => {
      // a day changed since the review: the new review is shown, and nothing was saved
      const now = overtaken<Schemas["ReviewOut"]>(error);
      if (now) client.setQueryData(reviewQuery(settled).queryKey, now);
    },
    onSuccess: () =>
      Promise.all([
        client.invalidateQueries({ queryKey: ["week"] }),
        client.invalidateQueries({ queryKey: ["week-review"] }),
      ]),
  });
  const problem = review.error instanceof ApiProblem ? review.error : null;
  const at = (field: string) => (problem?.field === field && source.text.trim() ? problem.message : "");
  const shown = source.text.trim() && !problem ? review.data : undefined;
  const count = shown
    ? shown.days.filter((day, place) => day.status !== "same" && !skip.has(place)).length
    : 0;
  return (
    <div className="grid grid-cols-1 gap-8 px-5 pt-4 pb-5 phone:px-3 desk:h-full desk:min-h-[640px] desk:grid-cols-[430px_minmax(0,1fr)]">
      <section className="flex min-h-0 flex-col" aria-label="What to import">
        <h1 className="text-[32px]">Paste a week</h1>
        <p className="quiet mt-1">
          A heading for every day (Monday, Tue 1 Dec: Title, 2026-12-02), a CSV with date and text, or JSON.
        </p>
        <label className="sr-only" htmlFor="week-text">
          The week's text
        </label>
        <textarea
          id="week-text"
          className="on-slate mt-3 min-h-[220px] flex-1 resize-none rounded-xl bg-slate-deep p-4 text-[15px] leading-6 text-chalk placeholder:text-chalk-dim"
          spellCheck={false}
          placeholder={
            "Monday: Slow start\nA) Back squat 5x5 @ 75%\n\nTuesday\n3 rounds for time\n400 m run\n12 ring rows"
          }
          value={source.text}
          onChange={(event) => change({ text: event.target.value })}
        />
        <Wrong text={at("text")} />
        <div className="mt-3 flex items-end gap-3">
          <FilePick
            label="Upload a file"
            accept=".txt,.csv,.json,text/plain,text/csv,application/json"
            onText={(text) => change({ text })}
          />
          <label className="ml-auto text-[14px]">
            <span className="block font-semibold">Week of</span>
            <input
              type="date"
              className="field mt-1 !py-1.5"
              value={source.monday}
              onChange={(event) => event.target.value && change({ monday: event.target.value })}
            />
          </label>
        </div>
        <fieldset className="mt-4 rounded-xl border border-rule p-3">
          <legend className="px-1 text-[15px] font-semibold">When classes are</legend>
          <label className="text-[14px]" htmlFor="pattern">
            Each week at
          </label>
          <input
            id="pattern"
            className="field mt-1 w-full !py-1.5"
            placeholder="Mon-Fri 06:15 12:10 17:30; Sat 9:00"
            value={source.pattern}
            onChange={(event) => change({ pattern: event.target.value })}
          />
          <Wrong text={at("pattern")} />
          <div className="mt-2 flex items-center gap-3">
            <FilePick
              label="or a calendar (.ics)"
              accept=".ics,text/calendar"
              onText={(calendar) => change({ calendar })}
            />
            {source.calendar && (
              <button
                type="button"
                className="text-[14px] underline underline-offset-2"
                onClick={() => change({ calendar: "" })}
              >
                leave the calendar out
              </button>
            )}
          </div>
          <Wrong text={at("calendar")} />
        </fieldset>
      </section>
      <section className="flex min-h-0 flex-col" aria-label="What was read">
        <div className="flex items-baseline gap-4 border-b-2 border-ink pb-1">
          <h2 className="text-[25px]">{shown ? summary(shown) : "What was read"}</h2>
          {review.isFetching && source.text.trim() && (
            <span role="status" className="quiet">
              reading
            </span>
          )}
          <Link
            to="/"
            search={{ start: source.monday }}
            className="ml-auto text-[15px] underline underline-offset-4"
          >
            Back to the week
          </Link>
        </div>
        {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard */}
        <section className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Days">
          {!source.text.trim() && (
            <p className="max-w-md py-6">
              Every day appears here as it would be read, with what it asks and what is not understood.
              Nothing is saved until you say so, and importing the same week twice changes nothing.
            </p>
          )}
          {shown?.troubles.map((one) => (
            <p key={`${one.line}-${one.text}`} className="border-b border-rule py-2 text-[15px]">
              <strong className="text-hold">Line {one.line} is left out.</strong> “{one.text}”: {one.reason}.
            </p>
          ))}
          <ol>
            {shown?.days.map((day, place) => (
              <DayRow
                // biome-ignore lint/suspicious/noArrayIndexKey: two sessions of a day are told apart by their place
                key={`${day.date}-${place}`}
                day={day}
                zone={zone}
                taken={!skip.has(place)}
                onTake={(taken) => setSkip(toggled(skip, place, !taken))}
              />
            ))}
          </ol>
        </section>
        <footer className="flex items-center gap-4 border-t-2 border-ink pt-3">
          {take.data ? (
            <p role="status" className="text-[16px]">
              {imported(take.data)}
            </p>
          ) : (
            <p className="quiet">
              {shown
                ? count
                  ? "Rosters come from the same class a week before."
                  : "Nothing here would change anything."
                : ""}
            </p>
          )}
          {take.error && (
            <p role="alert" className="text-hold">
              {take.error.message}
            </p>
          )}
          {take.data ? (
            <button
              type="button"
              className="action ml-auto"
              onClick={() => void navigate({ to: "/", search: { start: source.monday } })}
            >
              See the week
            </button>
          ) : (
            <button
              type="button"
              className="action ml-auto"
              disabled={!count || take.isPending || review.isFetching}
              onClick={() => take.mutate()}
            >
              {count ? `Import ${plural(count, "day")}` : "Import"}
            </button>
          )}
        </footer>
      </section>
    </div>
  );
}

function DayRow({
  day,
  zone,
  taken,
  onTake,
}: {
  day: Day;
  zone: string;
  taken: boolean;
  onTake: (taken: boolean) => void;
}) {
  return (
    <li
      className={`grid grid-cols-[28px_152px_minmax(0,1fr)_190px] gap-3 phone:grid-cols-[28px_minmax(0,1fr)] phone:[&>*:not(:first-child)]:col-start-2 border-b border-rule py-2.5 ${day.status === "same" || !taken ? "text-dust" : ""}`}
    >
      <input
        type="checkbox"
        className="mt-1 h-5 w-5 accent-slate-deep"
        checked={taken && day.status !== "same"}
        disabled={day.status === "same"}
        aria-label={`Import ${longDate(day.date)}`}
        onChange={(event) => onTake(event.target.checked)}
      />
      <div>
        <p className="display text-[20px]">
          {new Date(`${day.date}T12:00:00`).toLocaleDateString("en-GB", {
            weekday: "short",
            day: "numeric",
            month: "short",
          })}
        </p>
        <p className={`text-[13px] ${day.status === "changed" ? "font-semibold" : ""}`}>
          {STATUS[day.status]}
        </p>
      </div>
      <div className="min-w-0 text-[15px]">
        <p className="font-semibold">{day.title}</p>
        {day.parts.map((part, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts may share a name and keep their order
          <p key={index}>
            {part.name} · {part.format === "sets-x-reps" ? "sets and reps" : part.format.replaceAll("-", " ")}
            : {part.movements.join(", ") || "no movement"}
          </p>
        ))}
        {day.problem && <p className="text-hold">{day.problem}</p>}
        {day.unread.length > 0 && (
          <p className="text-hold">
            <strong>{plural(day.unread.length, "unread word")}:</strong>{" "}
            {day.unread.map((one) => `“${one}”`).join(", ")}. Fix them on the Bench.
          </p>
        )}
        {day.assumed.length > 0 && <p className="quiet">assumed: {day.assumed.join("; ")}</p>}
      </div>
      <div className="text-right text-[14px]">
        <p>
          {day.times.length ? (
            day.times.map((time) => hour(time, zone)).join("  ")
          ) : (
            <span className="text-dust">no class times</span>
          )}
        </p>
        {day.asks.length > 0 && (
          <p className="quiet mt-0.5">asks {day.asks.map((one) => one.toLowerCase()).join(", ")}</p>
        )}
      </div>
    </li>
  );
}

function Wrong({ text }: { text: string }): ReactNode {
  return text ? (
    <p role="alert" className="mt-1.5 text-[15px] text-hold">
      {text}
    </p>
  ) : null;
}

function summary(found: Schemas["ReviewOut"]): string {
  const pieces = [
    found.new ? `${found.new} new` : "",
    found.changed ? `${found.changed} changed` : "",
    found.same ? `${found.same} there already` : "",
  ].filter(Boolean);
  return `${plural(found.days.length, "day")} read: ${pieces.join(", ")}`;
}

function imported(done: Schemas["ImportedOut"]): string {
  if (!done.added && !done.changed && !done.classes) return "Nothing changed: all of this was there already.";
  const pieces = [
    done.added ? `${plural(done.added, "session")} added` : "",
    done.changed ? `${done.changed} changed` : "",
    done.classes ? plural(done.classes, "class", "classes") : "",
    done.same ? `${done.same} as before` : "",
  ];
  return `Done: ${pieces.filter(Boolean).join(", ")}.`;
}

function toggled(all: Set<number>, one: number, on: boolean): Set<number> {
  const next = new Set(all);
  if (on) next.add(one);
  else next.delete(one);
  return next;
}

function useLater<T>(value: T, wait: number): T {
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = window.setTimeout(() => setLater(value), wait);
    return () => window.clearTimeout(timer);
  }, [value, wait]);
  return later;
}
