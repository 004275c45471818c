import { useCallback, useEffect, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { DrillFigure } from "../figure/DrillFigure";
import { wantFigures } from "../figure/figures";
import { clock, day as dayOf, hour, number, plural } from "../parts/words";
import { AfterEvent } from "./AfterEvent";
import { useEventSaying } from "./eventSaying";
import { give, isSilent, setSilent, useScreenOn, wakeSound } from "./signals";

export type Day = Schemas["DayPage"];
type Block = Day["blocks"][number];
type Heat = Day["heats"][number];

const TICK_MS = 1000;
const LOOK_MS = 30_000;
const QUIET: Block["kind"][] = ["rest", "after"];

interface Props {
  token: string;
  given: Day;
  kept: boolean;
}

/** An athlete's day: what now, what next, where, what to fetch; then all of it, heat by heat. */
export function DayPage({ token, given, kept }: Props) {
  const [day, setDay] = useState(given);
  const now = useNow();
  const saying = useEventSaying(token, day);
  useNewer(token, day, setDay);
  const { watching, watch } = useAlarms(day, now);
  useEffect(() => {
    const drills = given.blocks.flatMap((block) => block.drills);
    wantFigures([...drills, ...given.before].map((one) => one.figure));
    if (!kept) void fetch(`/api/days/${token}/opened`, { method: "POST" }).catch(() => undefined);
  }, [given, token, kept]);
  const first = day.heats[0];
  const before = first !== undefined && dateOf(now, day.timezone) < dateOf(first.starts_at, day.timezone);
  return (
    <main className="mx-auto max-w-lg px-5 pt-4 pb-12 text-[17px]">
      {kept && (
        <p role="status" className="-mx-5 mb-2 bg-sand px-5 py-2 text-[15px]">
          No signal. This is the copy from last time.
        </p>
      )}
      <p className="quiet">
        {day.gym}
        {day.place && ` · ${day.place}`}
      </p>
      <h1 className="mt-0.5 text-[36px] [overflow-wrap:anywhere]">{day.competition}</h1>
      <p className="[overflow-wrap:anywhere]">{day.name}</p>
      <News day={day} />
      <Now day={day} now={now} />
      <p className="no-print mt-3 flex flex-wrap gap-2">
        <button
          type="button"
          aria-pressed={watching}
          className="plain-action min-h-11"
          onClick={() => watch(!watching)}
        >
          {watching ? "Alarms are on while this is open" : "Sound and buzz when something begins"}
        </button>
        <a className="plain-action inline-flex min-h-11 items-center" href={`/m/d/${token}.ics`}>
          Into my calendar
        </a>
        <button type="button" className="plain-action min-h-11" onClick={() => window.print()}>
          Print a card
        </button>
      </p>
      {before && <Before day={day} />}
      {day.heats.map((heat) => (
        <OneHeat key={heat.heat} day={day} heat={heat} now={now} saying={saying} />
      ))}
      {!before && first && <Before day={day} />}
      <p className="mt-8 text-[15px] text-dust">
        Prep is not treatment. Sharp, pinching or radiating pain, numbness or dizziness: stop, tell your
        coach, and see a licensed clinician.
      </p>
    </main>
  );
}

const iso = (at: number) => new Date(at * 1000).toISOString();
const timeOf = (at: number, zone: string) => hour(iso(at), zone);
const dateOf = (at: number, zone: string) =>
  new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(at * 1000));

function useNow(): number {
  const [now, setNow] = useState(() => Date.now() / 1000);
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now() / 1000), TICK_MS);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

/** A newer version takes this one's place as soon as there is a signal. */
function useNewer(token: string, day: Day, show: (day: Day) => void): void {
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== "visible") return;
      const response = await fetch(`/api/days/${token}`).catch(() => null);
      if (!response?.ok) return;
      const found = (await response.json()) as Day;
      if (found.stamp !== day.stamp) show(found);
    };
    const timer = window.setInterval(look, LOOK_MS);
    window.addEventListener("online", look);
    document.addEventListener("visibilitychange", look);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", look);
      document.removeEventListener("visibilitychange", look);
    };
  }, [token, day.stamp, show]);
}

/** Sound and vibration where a stretch begins, while the page is open; never sound alone. */
function useAlarms(day: Day, now: number) {
  const [watching, setWatching] = useState(false);
  const last = useRef(now);
  useScreenOn(watching);
  useEffect(() => {
    const begun = day.blocks.some(
      (block) => !QUIET.includes(block.kind) && block.starts_at > last.current && block.starts_at <= now,
    );
    last.current = now;
    if (watching && begun) give("go");
  }, [day, now, watching]);
  const watch = useCallback((on: boolean) => {
    if (on) {
      wakeSound();
      if (isSilent()) setSilent(false);
    }
    setWatching(on);
  }, []);
  return { watching, watch };
}

function News({ day }: { day: Day }) {
  return (
    <>
      {day.changes.length > 0 && (
        <section aria-label="What has changed" className="mt-3 rounded-xl border-2 border-ink p-3">
          <h2 className="text-[22px]">Changed in version {day.version}</h2>
          <ul>
            {day.changes.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </section>
      )}
      {day.taken_out.length > 0 && (
        <p className="mt-3 rounded-xl border-2 border-hold p-3">
          Taken out since your new caution: {day.taken_out.join(", ")}. Ask your coach what to do instead.
        </p>
      )}
    </>
  );
}

/** The one thing to do now, how long it lasts, and what comes next. */
function Now({ day, now }: { day: Day; now: number }) {
  const here = day.blocks.find((block) => block.starts_at <= now && now < block.ends_at);
  const next = day.blocks.find((block) => block.starts_at > now && !QUIET.includes(block.kind));
  if (day.heats.length === 0)
    return (
      <p className="mt-4 text-[20px] font-semibold">You are in no heat any more. Your coach knows why.</p>
    );
  if (!here && !next)
    return <p className="mt-4 text-[20px] font-semibold">That was the last one. Walk it off, eat, rest.</p>;
  const heat = day.heats.find((one) => one.heat === (here ?? next)?.heat);
  return (
    <section aria-label="Now" className="on-slate mt-4 rounded-2xl bg-slate-deep p-4 text-chalk">
      {here ? (
        <>
          <p className="text-[15px] text-chalk-dim">
            Now, until {timeOf(here.ends_at, day.timezone)} {heat && `· for ${heat.title}`}
          </p>
          <p className="display text-[34px]">{nameOf(here, heat)}</p>
          <p className="display text-[56px]" role="timer" aria-label="Time left">
            {left(here.ends_at - now)}
          </p>
          <Doing block={here} now={now} />
          {here.fetch.length > 0 && <p className="text-[16px]">At hand: {here.fetch.join(", ")}</p>}
        </>
      ) : (
        <p className="display text-[30px]">Nothing to do now</p>
      )}
      {next && (
        <p className="mt-2 border-t border-slate-line pt-2 text-[17px]">
          <span className="text-chalk-dim">Next, {when(next.starts_at, now, day.timezone)}:</span>{" "}
          {nameOf(
            next,
            day.heats.find((one) => one.heat === next.heat),
          )}
          {next.fetch.length > 0 && <span className="block text-[16px]">Fetch: {next.fetch.join(", ")}</span>}
        </p>
      )}
    </section>
  );
}

function when(at: number, now: number, zone: string): string {
  const time = timeOf(at, zone);
  if (dateOf(at, zone) !== dateOf(now, zone)) return `${dayOf(iso(at), zone, { weekday: "long" })} ${time}`;
  return `${time}, in ${plural(Math.max(1, Math.round((at - now) / 60)), "minute")}`;
}

const left = (seconds: number) =>
  seconds >= 3600
    ? `${Math.floor(seconds / 3600)} h ${Math.floor((seconds % 3600) / 60)}`
    : clock(Math.max(0, seconds));

function nameOf(block: Block, heat: Heat | undefined): string {
  if (block.kind === "event")
    return heat ? `${heat.title}${heat.lane ? `, lane ${heat.lane}` : ""}` : block.name;
  if (block.kind === "ramp" && heat) return `Bar: up to ${number(heat.opening)} ${heat.unit}`;
  return block.name;
}

/** The drill or the set of this minute. */
function Doing({ block, now }: { block: Block; now: number }) {
  const drill = block.drills.findLast((one) => one.starts_at <= now) ?? block.drills[0];
  const set = block.sets.findLast((one) => one.starts_at <= now) ?? block.sets[0];
  if (set)
    return (
      <p className="text-[20px]">
        {number(set.load)} {set.unit} x {set.reps}
        <span className="text-chalk-dim">
          {" "}
          · {set.plates.length ? set.plates.map(number).join(" + ") : "empty bar"}
        </span>
      </p>
    );
  if (!drill) return null;
  return (
    <p className="text-[20px]">
      {drill.name} <span className="text-chalk-dim">· {drill.dose_words}</span>
      <span className="block text-[16px] text-chalk-dim">{drill.cues.join("; ")}</span>
    </p>
  );
}

interface HeatProps {
  day: Day;
  heat: Heat;
  now: number;
  saying: ReturnType<typeof useEventSaying>;
}

function OneHeat({ day, heat, now, saying }: HeatProps) {
  const blocks = day.blocks.filter(
    (block) => block.heat === heat.heat && !["event", "after", "rest", "arrive"].includes(block.kind),
  );
  const over = now > heat.ends_at;
  const zone = day.timezone;
  const several = new Set(day.heats.map((one) => dateOf(one.starts_at, zone))).size > 1;
  return (
    <section aria-label={heat.title} className="mt-7 border-t-2 border-ink pt-2 [break-inside:avoid]">
      <h2 className="text-[27px] [overflow-wrap:anywhere]">{heat.title}</h2>
      <p>
        {several && `${dayOf(iso(heat.starts_at), zone, { weekday: "long" })} `}
        <strong>{timeOf(heat.starts_at, zone)}</strong>
        {heat.lane !== null && `, lane ${heat.lane}`}
        {heat.division && `, ${heat.division === "rx" ? "as written" : heat.division}`}; check-in{" "}
        {timeOf(heat.check_in_at, zone)}
      </p>
      {heat.said.map((one) => (
        <p key={one} className="text-[16px]">
          {one}
        </p>
      ))}
      {over && <AfterEvent heat={heat} saying={saying} />}
      <details open={!over} className="mt-1">
        <summary className="cursor-pointer py-1 text-[15px] text-dust">What to do before it</summary>
        <ol>
          {blocks.map((block) => (
            <li
              key={`${block.kind}-${block.starts_at}`}
              className="grid grid-cols-[58px_minmax(0,1fr)] border-t border-rule py-1.5"
            >
              <span className="display text-[20px]">{timeOf(block.starts_at, zone)}</span>
              <span className="min-w-0">
                <span className="block font-semibold">{nameOf(block, heat)}</span>
                {block.drills.map((drill) => (
                  <span key={drill.starts_at} className="flex items-center gap-3 py-0.5 text-[16px]">
                    <DrillFigure figure={drill.figure} of="" className="h-11 w-11 shrink-0" />
                    <span className="min-w-0">
                      {drill.name}
                      <span className="block text-[15px] text-dust">{drill.dose_words}</span>
                    </span>
                  </span>
                ))}
                {block.sets.map((set) => (
                  <span key={set.starts_at} className="block text-[16px]">
                    {timeOf(set.starts_at, zone)} · {number(set.load)} {set.unit} x {set.reps}
                    <span className="text-dust">
                      {" "}
                      · {set.plates.length ? set.plates.map(number).join(" + ") : "empty bar"}
                    </span>
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}

/** The day before: longer work on what would stop them, nothing new; and what to pack. */
function Before({ day }: { day: Day }) {
  return (
    <section aria-label="The day before" className="no-print mt-7 border-t-2 border-ink pt-2">
      <h2 className="text-[27px]">The day before</h2>
      {day.before.length > 0 ? (
        <>
          <p>Take your time with these, two to three minutes a spot, and do nothing new.</p>
          <ul>
            {day.before.map((spot) => (
              <li key={spot.drill} className="flex items-center gap-3 border-t border-rule py-1.5">
                <DrillFigure figure={spot.figure} of="" className="h-14 w-14 shrink-0" />
                <span className="min-w-0">
                  <span className="block font-semibold">{spot.drill_name}</span>
                  <span className="block text-[16px]">
                    {spot.rounds > 1 ? `${spot.rounds} times ${spot.dose_words}` : spot.dose_words}
                    <span className="text-dust">
                      {" "}
                      · about {Math.round(spot.seconds / 60)} min, for {spot.name}
                    </span>
                  </span>
                </span>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <p>Nothing stands out that longer work would change. Walk, eat, sleep; do nothing new.</p>
      )}
      <h3 className="mt-3 text-[21px]">Pack</h3>
      <ul className="list-disc pl-5">
        {day.pack.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
    </section>
  );
}
