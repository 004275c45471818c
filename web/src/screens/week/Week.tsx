import { useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { ChevronLeft, ChevronRight, ClipboardPaste } from "lucide-react";
import { useMemo, useState } from "react";
import type { Schemas } from "../../api/client";
import { weekQuery } from "../../api/queries";
import { KIND_COLOUR, Mark } from "../../parts/Mark";
import { Trouble, Waiting } from "../../parts/Trouble";
import { useTitle } from "../../parts/title";
import { amount, hour, longDate, plural, weekday } from "../../parts/words";
import { NextLine } from "../sending/NextLine";
import { AddSession } from "./AddSession";
import { shifted } from "./dates";
import { LeanOfWeek } from "./Lean";
import { Loom } from "./Loom";
import { PrintWeek } from "./PrintWeek";
import { SessionName } from "./SessionName";
import { type Day, leaning, type Session, strandsOf, withMoved } from "./strands";
import { useWeekActions, type WeekActions } from "./useWeekActions";

/** The week as what it asks: its days chalked on the ledge, and below them a strand for every demand. */
export function Week() {
  const { start } = useSearch({ from: "/" });
  const week = useQuery(weekQuery(start));
  if (week.isPending) return <Waiting what="Reading the week" />;
  if (week.error && !week.data) return <Trouble error={week.error} again={() => week.refetch()} />;
  return <Days key={week.data.start} week={week.data} />;
}

function Days({ week }: { week: Schemas["Week"] }) {
  const actions = useWeekActions();
  useTitle(`Week of ${longDate(week.start)}`);
  const [tried, setTried] = useState<{ session: Session; date: string } | null>(null);
  const { today, timezone } = week;
  const days = useMemo(() => without(week.days, actions.leaving), [week.days, actions.leaving]);
  const asked = useMemo(() => (tried ? withMoved(days, tried.session, tried.date) : days), [days, tried]);
  const strands = useMemo(() => strandsOf(asked, week.run_days), [asked, week.run_days]);
  const [shown, setShown] = useState(() =>
    Math.max(
      0,
      days.findIndex((day) => day.date === today),
    ),
  );
  const tryMove = (session: Session | null, date: string) => setTried(session && { session, date });
  const one = days[shown];
  return (
    <div className="pb-8">
      <PrintWeek week={week} />
      <div className="no-print">
        <Head week={week} days={days} said={leaning(strands, asked)} />
        <Said actions={actions} twice={week.twice} timeZone={timezone} />
        <DayPicker days={days} shown={shown} today={today} onShow={setShown} />
        <div className="week-grid on-slate grid bg-slate-deep text-chalk phone:block">
          <div className="phone:hidden">
            <p className="p-3 pt-9 pl-5 text-[13px] leading-snug text-chalk-dim narrow:sr-only">
              The line grows as a session is read, prepared and sent. Marks are its classes with who comes;
              filled: sent.
            </p>
          </div>
          {days.map((day) => (
            <section
              key={day.date}
              aria-label={weekday(day.date)}
              className={`min-w-0 px-2 py-2 ${day.date === today ? "bg-slate-mid" : ""} ${tried?.date === day.date ? "outline-2 -outline-offset-2 outline-amber" : ""} ${day === one ? "" : "phone:hidden"}`}
              onDragOver={(event) => {
                if (!tried) return;
                event.preventDefault();
                if (tried.date !== day.date) setTried({ ...tried, date: day.date });
              }}
              onDrop={(event) => {
                event.preventDefault();
                const from = week.days.find((row) =>
                  row.sessions.some((row) => row.id === tried?.session.id),
                );
                if (tried && from && from.date !== day.date) actions.move(tried.session, from.date, day.date);
                setTried(null);
              }}
            >
              <h2 className="mb-1 text-[15px] !font-normal text-chalk-dim [font-family:var(--font-text)]">
                {weekday(day.date)} {Number(day.date.slice(8))}
                {day.date === today && <span className="text-amber"> today</span>}
              </h2>
              {day.sessions.map((session) => (
                <SessionName
                  key={session.id}
                  session={session}
                  day={day}
                  days={days}
                  timeZone={timezone}
                  actions={actions}
                  onTry={tryMove}
                />
              ))}
              {day.sessions.length === 0 && <p className="text-[14px] text-chalk-dim">nothing yet</p>}
              <AddSession day={day} />
              {day.sessions.length === 0 && (
                <Link
                  to="/week/import"
                  search={{ start: week.start }}
                  className="flex items-center px-1 text-[14px] text-chalk-dim underline underline-offset-4 touch:min-h-10"
                >
                  or paste
                </Link>
              )}
            </section>
          ))}
        </div>
        <Loom strands={strands} days={asked} today={today} />
        {one && <DayAsks day={one} />}
        <LeanOfWeek week={week} actions={actions} />
      </div>
    </div>
  );
}

function without(days: Day[], leaving: number | null): Day[] {
  if (leaving === null) return days;
  return days.map((day) => ({ ...day, sessions: day.sessions.filter((one) => one.id !== leaving) }));
}

function Head({ week, days, said }: { week: Schemas["Week"]; days: Day[]; said: string }) {
  const button = "plain-action flex items-center touch:min-h-10";
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-5 py-3 phone:px-3">
      <h1 className="text-[32px]">
        Week of{" "}
        {new Date(`${week.start}T12:00:00`).toLocaleDateString("en-GB", { day: "numeric", month: "long" })}
      </h1>
      <Link
        to="/"
        search={{ start: shifted(week.start, -7) }}
        className={`${button} !px-2`}
        aria-label="Week before"
      >
        <ChevronLeft size={18} />
      </Link>
      <Link to="/" search={{}} className={button}>
        This week
      </Link>
      <Link
        to="/"
        search={{ start: shifted(week.start, 7) }}
        className={`${button} !px-2`}
        aria-label="Week after"
      >
        <ChevronRight size={18} />
      </Link>
      <Link to="/week/import" search={{ start: week.start }} className={`${button} gap-1.5`}>
        <ClipboardPaste size={15} aria-hidden /> Paste a week
      </Link>
      <button type="button" className={`${button} phone:hidden`} onClick={() => window.print()}>
        Print
      </button>
      <div className="min-w-0 basis-full text-[15px]">
        <Attention days={days} today={week.today} /> <NextLine /> <span className="text-dust">{said}</span>
      </div>
    </div>
  );
}

/** The one session that needs the coach first; or the truth about a week that has none. */
function Attention({ days, today }: { days: Day[]; today: string }) {
  const ahead = days
    .filter((day) => day.date >= today)
    .flatMap((day) => day.sessions.map((session) => ({ day, session })));
  const first =
    ahead.find(({ session }) => session.unread > 0) ??
    ahead.find(({ session }) => session.classes.some((one) => one.changed_since && !one.cancelled)) ??
    ahead.find(({ session }) => session.classes.some((one) => !one.published_version && !one.cancelled)) ??
    ahead.find(({ session }) => session.lines === 0);
  if (days.every((day) => day.sessions.length === 0))
    return <span>Nothing is planned in this week. Write a session on a day, or paste the week.</span>;
  if (ahead.length === 0)
    return (
      <span>
        {days.some((day) => day.date >= today)
          ? "Nothing is planned for the days ahead."
          : "This week is over."}
      </span>
    );
  if (!first) return <span>Everything ahead is read and sent.</span>;
  return (
    <span>
      Next:{" "}
      <Link
        className="font-semibold underline underline-offset-4"
        to="/session/$id"
        params={{ id: String(first.session.id) }}
      >
        {weekday(first.day.date)}, {first.session.title}
      </Link>
      , {whyFirst(first.session)}.
    </span>
  );
}

function whyFirst(session: Session): string {
  if (session.unread) return plural(session.unread, "unread word");
  if (session.classes.some((one) => one.changed_since)) return "changed since it was sent";
  return session.lines === 0 ? "still empty" : "not sent yet";
}

/** What was just done, with a way back; what went wrong; and who is expected twice at one time. */
function Said({
  actions,
  twice,
  timeZone,
}: {
  actions: WeekActions;
  twice: Schemas["Twice"][];
  timeZone: string;
}) {
  const { done, trouble } = actions;
  return (
    <div className="px-5 phone:px-3">
      <div role="status">
        {done && (
          <p className="mb-2 flex items-center gap-3 rounded-lg bg-sand px-3 py-1.5">
            {done.words}
            {done.undo && (
              <button
                type="button"
                className="font-semibold underline underline-offset-2 touch:min-h-10"
                onClick={done.undo}
              >
                Undo
              </button>
            )}
          </p>
        )}
      </div>
      {trouble && (
        <p role="alert" className="mb-2 font-semibold text-hold">
          {trouble}
        </p>
      )}
      {twice.length > 0 && (
        <p className="mb-2 text-[15px]">
          <strong>In two classes at one hour:</strong>{" "}
          {twice
            .slice(0, 4)
            .map(
              (one) =>
                `${one.name} (${hour(one.starts_at, timeZone)}, ${[...new Set(one.titles)].join(" and ")})`,
            )
            .join(", ")}
          {twice.length > 4 && ` and ${twice.length - 4} more`}.
        </p>
      )}
    </div>
  );
}

/** On a phone, one day at a time. */
function DayPicker({
  days,
  shown,
  today,
  onShow,
}: {
  days: Day[];
  shown: number;
  today: string;
  onShow: (place: number) => void;
}) {
  return (
    <div className="grid grid-cols-7 gap-1 bg-slate-deep p-1 md:hidden">
      {days.map((day, place) => (
        <button
          key={day.date}
          type="button"
          aria-pressed={place === shown}
          aria-label={`${weekday(day.date)} ${Number(day.date.slice(8))}${day.date === today ? ", today" : ""}`}
          className={`min-h-12 rounded-md text-[14px] leading-tight ${place === shown ? "bg-chalk font-semibold text-ink" : "text-chalk"}`}
          onClick={() => onShow(place)}
        >
          {weekday(day.date)}
          <br />
          {Number(day.date.slice(8))}
        </button>
      ))}
    </div>
  );
}

/** On a phone, the strands of the day that shows, as a column. */
function DayAsks({ day }: { day: Day }) {
  const asks = day.sessions.flatMap((one) => one.asks).sort((a, b) => b.score - a.score);
  if (asks.length === 0) return null;
  return (
    <section aria-label={`What ${weekday(day.date)} asks`} className="px-3 pt-3 md:hidden">
      <h2 className="text-[22px]">What {weekday(day.date)} asks</h2>
      <ul className="mt-1">
        {asks.slice(0, 12).map((one, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two sessions may ask for the same
          <li key={place} className="flex items-center gap-2 border-b border-rule py-1.5">
            <Mark kind={one.kind} size={16} title={one.kind} />
            <span className="min-w-0 flex-1">
              <span className="block text-[15px] leading-tight">{one.name}</span>
              <span className="block text-[13px] text-dust">{one.words.join(", ")}</span>
            </span>
            <span className="w-24 text-right text-[13px]">
              <span className="block">{amount(one.score)}</span>
              <span
                aria-hidden
                className="ml-auto block rounded-full"
                style={{
                  width: "100%",
                  height: `${Math.max(2, one.score * 12)}px`,
                  background: KIND_COLOUR[one.kind],
                }}
              />
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
