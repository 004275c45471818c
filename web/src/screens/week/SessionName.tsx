import { Link } from "@tanstack/react-router";
import { Ellipsis } from "lucide-react";
import { Popover } from "radix-ui";
import { type KeyboardEvent, useState } from "react";
import { hour, plural, weekday } from "../../parts/words";
import { shifted } from "./dates";
import type { Day, Session } from "./strands";
import type { WeekActions } from "./useWeekActions";

interface Props {
  session: Session;
  day: Day;
  days: Day[];
  timeZone: string;
  actions: WeekActions;
  /** Shows how the week would answer if the session stood on another day; null for as it is. */
  onTry: (session: Session | null, date: string) => void;
}

/** A session's name on the ledge, how far it is, its classes, and what can be done with it. */
export function SessionName(props: Props) {
  const { session, day, timeZone, actions, onTry } = props;
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!event.altKey || !by) return;
    event.preventDefault();
    actions.move(session, day.date, shifted(day.date, by));
  };
  return (
    <article className="group pb-2">
      <Link
        to="/session/$id"
        params={{ id: String(session.id) }}
        className="display block text-[22px] narrow:text-[20px] leading-[1.05] text-chalk [overflow-wrap:anywhere] hover:underline touch:py-2"
        draggable
        title="Drag to another day, or Alt with ← →"
        onKeyDown={keys}
        onDragStart={(event) => {
          event.dataTransfer.setData("text/plain", String(session.id));
          event.dataTransfer.effectAllowed = "move";
          onTry(session, day.date);
        }}
        onDragEnd={() => onTry(null, "")}
      >
        {session.title}
      </Link>
      <div className="flex items-start justify-between gap-1">
        <Stages session={session} />
        <Change {...props} />
      </div>
      <Classes session={session} timeZone={timeZone} />
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
  return (
    <div className="mt-1 min-w-0 flex-1">
      <div className="flex max-w-[100px] gap-1" aria-hidden>
        {steps.map((done, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: three short lines, always the same
          <span key={index} className={`h-1 flex-1 rounded-full ${done ? "bg-chalk" : "bg-slate-line"}`} />
        ))}
      </div>
      <p className={`mt-0.5 text-[13px] ${session.unread ? "text-amber" : "text-chalk-dim"}`}>
        {stageWord(session, sent)}
      </p>
    </div>
  );
}

function stageWord(session: Session, sent: number): string {
  if (session.lines === 0) return "empty";
  if (session.unread) return `${session.unread} unread`;
  if (session.classes.some((one) => one.changed_since && !one.cancelled)) return "changed since sent";
  if (sent) return `${sent} of ${session.classes.length} sent`;
  return session.prepared ? "prepared" : "read, not prepared";
}

function classState(one: Session["classes"][number]): string {
  if (one.cancelled) return "cancelled";
  if (one.changed_since) return "changed since sent";
  return one.published_version ? "sent" : "not sent";
}

/** Its classes as marks on a line, filled when sent; on a touch screen as rows a finger can hit. */
function Classes({ session, timeZone }: { session: Session; timeZone: string }) {
  if (session.classes.length === 0) return <p className="mt-1 text-[13px] text-chalk-dim">no class yet</p>;
  return (
    <ul className="mt-1 flex flex-wrap gap-x-2 touch:flex-col">
      {session.classes.map((one) => {
        const at = hour(one.starts_at, timeZone);
        const state = classState(one);
        return (
          <li key={one.id}>
            <Link
              className="flex min-w-[32px] items-center text-[13px] text-chalk-dim hover:text-chalk desk:flex-col touch:min-h-10 touch:flex-row touch:gap-1.5"
              to="/publish/$id"
              params={{ id: String(one.id) }}
              title={`${at}, ${plural(one.people, "person", "people")}, ${state}`}
            >
              <svg width="14" height="14" viewBox="0 0 14 14" aria-hidden>
                <circle
                  cx="7"
                  cy="7"
                  r="5.2"
                  fill={state === "sent" ? "#f3efe4" : "none"}
                  stroke="#f3efe4"
                  strokeWidth="1.5"
                  strokeDasharray={state === "changed since sent" ? "3 2" : undefined}
                />
                {one.cancelled && <path d="M2 12 12 2" stroke="#f3efe4" strokeWidth="1.5" />}
              </svg>
              <span className={`tabular-nums ${one.cancelled ? "line-through" : ""}`}>
                {at}
                <span className="desk:block desk:text-center touch:ml-1.5">{one.people}</span>
              </span>
              <span className="sr-only"> people, {state}</span>
            </Link>
          </li>
        );
      })}
    </ul>
  );
}

/** Rename, move, copy, remove. Pointing at a day shows the week as it would be. */
function Change({ session, day, days, actions, onTry }: Props) {
  const [open, setOpen] = useState(false);
  const [title, setTitle] = useState(session.title);
  const sent = session.classes.some((one) => one.published_version);
  const [date, setDate] = useState("");
  const finish = (job: () => void) => {
    job();
    setOpen(false);
    onTry(null, "");
  };
  const otherDays = days.filter((one) => one.date !== day.date);
  const button = "plain-action touch:min-h-10";
  return (
    <Popover.Root
      open={open}
      onOpenChange={(now) => {
        setOpen(now);
        setTitle(session.title);
        if (!now) onTry(null, "");
      }}
    >
      <Popover.Trigger
        className="flex h-8 w-8 shrink-0 items-center justify-center rounded-md text-chalk-dim hover:bg-slate-line touch:h-10 touch:w-10"
        aria-label={`Change ${session.title}`}
      >
        <Ellipsis size={18} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={12}
          aria-label={`Change ${session.title}`}
          className="z-50 w-[340px] max-w-[94vw] rounded-xl border border-rule bg-sheet p-3 text-ink shadow-lg"
        >
          <form
            className="flex gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              finish(() => title.trim() !== session.title && actions.rename(session, title.trim()));
            }}
          >
            <input
              aria-label="Name"
              className="field min-w-0 flex-1 !py-1.5"
              value={title}
              maxLength={120}
              onChange={(event) => setTitle(event.target.value)}
            />
            <button type="submit" className={button} disabled={!title.trim()}>
              Rename
            </button>
          </form>
          {sent ? (
            <p className="quiet mt-3">
              Members have it for its day. It can be copied, or moved, and then they are told; a class is
              cancelled where it is sent.
            </p>
          ) : (
            <fieldset className="mt-3">
              <legend className="text-[14px] font-semibold">Move to</legend>
              <DayButtons
                days={otherDays}
                onDay={(to) => finish(() => actions.move(session, day.date, to))}
                onLook={(to) => onTry(to ? session : null, to)}
              />
            </fieldset>
          )}
          <fieldset className="mt-3">
            <legend className="text-[14px] font-semibold">Copy to</legend>
            <DayButtons
              days={otherDays}
              onDay={(to) => finish(() => actions.copy(session, to))}
              onLook={() => undefined}
            />
          </fieldset>
          <div className="mt-3 flex flex-wrap items-center gap-2">
            <input
              type="date"
              aria-label="Another day"
              className="field !py-1.5"
              value={date}
              onChange={(event) => setDate(event.target.value)}
            />
            <button
              type="button"
              className={button}
              disabled={!date}
              onClick={() => finish(() => actions.move(session, day.date, date, sent))}
            >
              {sent ? "Move and tell" : "Move"}
            </button>
            <button
              type="button"
              className={button}
              disabled={!date}
              onClick={() => finish(() => actions.copy(session, date))}
            >
              Copy
            </button>
          </div>
          {!sent && (
            <button
              type="button"
              className={`${button} mt-3`}
              onClick={() => finish(() => actions.remove(session))}
            >
              Remove
            </button>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function DayButtons({
  days,
  onDay,
  onLook,
}: {
  days: Day[];
  onDay: (date: string) => void;
  onLook: (date: string) => void;
}) {
  return (
    <div className="mt-1 grid grid-cols-6 gap-1">
      {days.map((one) => (
        <button
          key={one.date}
          type="button"
          className="plain-action !px-1 touch:min-h-10"
          onClick={() => onDay(one.date)}
          onPointerEnter={() => onLook(one.date)}
          onPointerLeave={() => onLook("")}
          onFocus={() => onLook(one.date)}
          onBlur={() => onLook("")}
        >
          {weekday(one.date)}
        </button>
      ))}
    </div>
  );
}
