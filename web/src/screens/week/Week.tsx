import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate, useSearch } from "@tanstack/react-router";
import { ChevronLeft, ChevronRight, ClipboardPaste, Plus } from "lucide-react";
import { type FormEvent, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { weekQuery } from "../../api/queries";
import { Mark } from "../../parts/Mark";
import { Trouble, Waiting } from "../../parts/Trouble";
import { hour, plural, weekday } from "../../parts/words";
import { newKey } from "../../saving/key";

type Day = Schemas["WeekDay"];
type Session = Schemas["WeekSession"];
const JOINTS_SHOWN = 8;

/** The ledge opened downward: days as columns, and below them the joints the week keeps hitting. */
export function Week() {
  const { start } = useSearch({ from: "/" });
  const week = useQuery(weekQuery(start));
  if (week.isPending) return <Waiting what="Reading the week" />;
  if (week.error && !week.data) return <Trouble error={week.error} again={() => week.refetch()} />;
  const { days, today } = week.data;
  return (
    <div className="px-5 pt-4 pb-8">
      <div className="flex items-center gap-3">
        <h1 className="text-[32px]">
          Week of{" "}
          {new Date(`${week.data.start}T12:00:00`).toLocaleDateString("en-GB", {
            day: "numeric",
            month: "long",
          })}
        </h1>
        <Link
          to="/"
          search={{ start: shift(week.data.start, -7) }}
          className="plain-action !px-2"
          aria-label="Week before"
        >
          <ChevronLeft size={18} />
        </Link>
        <Link to="/" search={{}} className="plain-action">
          This week
        </Link>
        <Link
          to="/"
          search={{ start: shift(week.data.start, 7) }}
          className="plain-action !px-2"
          aria-label="Week after"
        >
          <ChevronRight size={18} />
        </Link>
        <Link
          to="/week/import"
          search={{ start: week.data.start }}
          className="plain-action flex items-center gap-1.5"
        >
          <ClipboardPaste size={15} aria-hidden /> Paste a week
        </Link>
        <Attention days={days} today={today} />
      </div>
      <div className="mt-4 grid min-w-[1080px] grid-cols-[148px_repeat(7,minmax(0,1fr))] gap-2">
        <Legend />
        {days.map((day) => (
          <DayColumn key={day.date} day={day} today={today} timeZone={week.data.timezone} />
        ))}
      </div>
      <Joints days={days} today={today} />
    </div>
  );
}

/** What the chalk line under a session's name means. */
function Legend() {
  return (
    <div className="pt-2 text-[14px] leading-snug text-dust">
      <div className="mt-1 flex gap-1" aria-hidden>
        {["", "", ""].map((_, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: lines drawn while it loads
          <span key={index} className="h-1 flex-1 rounded-full bg-slate-deep" />
        ))}
      </div>
      <p className="mt-1.5">The line under a session grows as it is read, prepared and sent.</p>
      <p className="mt-3">Under it, the ranges it leans on most, and its classes with how many are coming.</p>
    </div>
  );
}

function shift(date: string, by: number): string {
  const day = new Date(`${date}T12:00:00Z`);
  day.setUTCDate(day.getUTCDate() + by);
  return day.toISOString().slice(0, 10);
}

/** The one session that needs the coach first. */
function Attention({ days, today }: { days: Day[]; today: string }) {
  const upcoming = days
    .filter((day) => day.date >= today)
    .flatMap((day) => day.sessions.map((session) => ({ day, session })));
  const first =
    upcoming.find(({ session }) => session.unread > 0) ??
    upcoming.find(({ session }) => session.classes.some((one) => one.changed_since)) ??
    upcoming.find(({ session }) => session.classes.some((one) => !one.published_version));
  if (!first) return <p className="quiet ml-auto">Everything ahead is read and published.</p>;
  const why = first.session.unread
    ? `${plural(first.session.unread, "unread word")}`
    : first.session.classes.some((one) => one.changed_since)
      ? "changed since it was published"
      : "not published yet";
  return (
    <p className="ml-auto text-[15px]">
      Next:{" "}
      <Link
        className="font-semibold underline underline-offset-4"
        to="/session/$id"
        params={{ id: String(first.session.id) }}
      >
        {weekday(first.day.date)}, {first.session.title}
      </Link>
      , {why}
    </p>
  );
}

function DayColumn({ day, today, timeZone }: { day: Day; today: string; timeZone: string }) {
  const isToday = day.date === today;
  return (
    <section
      aria-label={weekday(day.date)}
      className={`flex min-h-[330px] flex-col rounded-xl p-2.5 ${isToday ? "bg-slate-deep text-chalk on-slate" : "bg-sand"}`}
    >
      <h2 className="flex items-baseline justify-between px-1 text-[21px]">
        <span>
          {weekday(day.date)} {Number(day.date.slice(8))}
        </span>
        {isToday && <span className="font-text text-[13px] font-normal text-chalk-dim">today</span>}
      </h2>
      <div className="mt-2 flex flex-1 flex-col gap-2">
        {day.sessions.map((session) => (
          <SessionTile key={session.id} session={session} timeZone={timeZone} />
        ))}
        <AddSession date={day.date} empty={day.sessions.length === 0} />
      </div>
    </section>
  );
}

function SessionTile({ session, timeZone }: { session: Session; timeZone: string }) {
  return (
    <article className="rounded-lg border border-rule bg-sheet p-2.5 text-ink">
      <Link
        to="/session/$id"
        params={{ id: String(session.id) }}
        className="display block text-[20px] leading-tight hover:underline"
      >
        {session.title}
      </Link>
      <Stages session={session} />
      <ul className="mt-2.5 space-y-1">
        {session.top.map((one) => (
          <li key={one.id} className="flex items-center gap-1.5 text-[13px]">
            <Mark kind="reach" size={14} />
            <span className="min-w-0 flex-1 leading-tight">{one.name}</span>
          </li>
        ))}
      </ul>
      <ul className="mt-2.5 space-y-0.5 border-t border-rule pt-2 text-[13px]">
        {session.classes.map((one) => (
          <li key={one.id} className="flex justify-between gap-1">
            <Link className="hover:underline" to="/publish/$id" params={{ id: String(one.id) }}>
              {hour(one.starts_at, timeZone)}, {one.people}
            </Link>
            <span className="text-dust">
              {one.changed_since ? "changed" : one.published_version ? "sent" : "not sent"}
            </span>
          </li>
        ))}
      </ul>
    </article>
  );
}

/** How far a session is: a chalk line of three lengths, and the same in words. */
function Stages({ session }: { session: Session }) {
  const sent = session.classes.filter((one) => one.published_version && !one.changed_since).length;
  const steps = [
    session.lines > 0 && session.unread === 0,
    session.prepared,
    session.classes.length > 0 && sent === session.classes.length,
  ];
  const word =
    session.lines === 0
      ? "empty"
      : session.unread
        ? `${session.unread} unread`
        : sent
          ? `sent ${sent} of ${session.classes.length}`
          : session.prepared
            ? "prepared"
            : "read";
  return (
    <div className="mt-1.5">
      <div className="flex gap-1" aria-hidden>
        {steps.map((done, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: three short lines, always the same
          <span key={index} className={`h-1 flex-1 rounded-full ${done ? "bg-slate-deep" : "bg-rule"}`} />
        ))}
      </div>
      <p className={`mt-1 text-[13px] ${session.unread ? "font-semibold text-hold" : "text-dust"}`}>{word}</p>
    </div>
  );
}

function AddSession({ date, empty }: { date: string; empty: boolean }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [title, setTitle] = useState<string | null>(null);
  const [key] = useState(newKey);
  const add = useMutation({
    mutationFn: (name: string) =>
      answer(
        api.POST("/api/sessions", {
          params: { header: { "Idempotency-Key": key } },
          body: { date, title: name, text: "" },
        }),
      ),
    onSuccess: async (session) => {
      await client.invalidateQueries({ queryKey: ["week"] });
      await navigate({ to: "/session/$id", params: { id: String(session.id) } });
    },
  });
  if (title === null) {
    return (
      <button
        type="button"
        className={`flex items-center gap-1 rounded-lg border border-dashed px-2 text-[14px] hover:border-solid ${empty ? "py-6 justify-center border-dust" : "border-dust/60 py-1.5"}`}
        onClick={() => setTitle("")}
        aria-label={`Add a session on ${weekday(date)}`}
      >
        <Plus size={15} aria-hidden /> Session
      </button>
    );
  }
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (title.trim()) add.mutate(title.trim());
  };
  return (
    <form onSubmit={submit} className="rounded-lg bg-sheet p-2 text-ink">
      <label className="text-[13px] font-semibold" htmlFor={`title-${date}`}>
        Name
      </label>
      <input
        id={`title-${date}`}
        // biome-ignore lint/a11y/noAutofocus: the form opens on its one field, asked for by a press
        autoFocus
        className="field mt-1 w-full !px-2 !py-1"
        value={title}
        maxLength={120}
        onChange={(event) => setTitle(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setTitle(null)}
      />
      {add.error && (
        <p role="alert" className="mt-1 text-[13px] text-hold">
          {add.error.message}
        </p>
      )}
      <button
        type="submit"
        className="action mt-2 w-full !px-2 !py-1"
        disabled={!title.trim() || add.isPending}
      >
        Add
      </button>
    </form>
  );
}

/** One row a joint: which days ask for it. Runs of days in a row are what a head coach looks for. */
function Joints({ days, today }: { days: Day[]; today: string }) {
  const rows = new Map<string, { name: string; scores: number[] }>();
  days.forEach((day, index) => {
    for (const one of day.sessions.flatMap((session) => session.top)) {
      const row = rows.get(one.id) ?? { name: one.name, scores: days.map(() => 0) };
      row.scores[index] = Math.max(row.scores[index] ?? 0, one.score);
      rows.set(one.id, row);
    }
  });
  const shown = [...rows.entries()]
    .sort((a, b) => sum(b[1].scores) - sum(a[1].scores))
    .slice(0, JOINTS_SHOWN);
  if (!shown.length) return null;
  return (
    <section className="mt-5 min-w-[1080px]" aria-label="What the week keeps asking for">
      <h2 className="text-[22px]">What the week keeps asking for</h2>
      <table className="mt-2 w-full table-fixed text-[14px]">
        <colgroup>
          <col className="w-[152px]" />
          {days.map((day) => (
            <col key={day.date} />
          ))}
        </colgroup>
        <thead className="sr-only">
          <tr>
            <th scope="col">Joint</th>
            {days.map((day) => (
              <th key={day.date} scope="col">
                {weekday(day.date)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map(([id, row]) => (
            <tr key={id} className="border-t border-rule">
              <th scope="row" className="py-1 text-left text-[13px] font-normal">
                <span className="flex items-center gap-1.5">
                  <Mark kind="reach" size={15} />
                  {row.name}
                </span>
              </th>
              {row.scores.map((score, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: cells stand for the days, in order
                <td key={index} className={`px-1 py-1 ${days[index]?.date === today ? "bg-sand" : ""}`}>
                  {score > 0 && (
                    <span
                      className="block h-3 rounded-sm bg-reach"
                      style={{ width: `${Math.max(6, score * 100)}%` }}
                      title={`${row.name}: ${score.toFixed(2)}`}
                    />
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function sum(values: number[]): number {
  return values.reduce((total, one) => total + one, 0);
}
