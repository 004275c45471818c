import { useEffect, useState } from "react";
import type { Schemas } from "../../api/client";
import { Mark } from "../../parts/Mark";
import { list, number, plural } from "../../parts/words";
import { Conflict } from "../../saving/Conflict";
import { useRowForm } from "../../saving/useSaver";
import { COMPETITION, type Competition } from "./useCompetition";

/** The event sheet as written, and beside it what was read: each event, by division. */
export function EventsTab({ competition }: { competition: Competition }) {
  const { saver, draft, change, wrong } = useRowForm(
    COMPETITION,
    competition,
    ["competition", competition.id],
    ["competition-day", "competitions"],
  );
  const { read } = competition;
  return (
    <>
      <Conflict saver={saver} />
      <div className="mt-3 grid grid-cols-1 gap-6 desk:grid-cols-[400px_minmax(0,1fr)]">
        <section aria-label="Event sheet" className="no-print min-w-0">
          <div className="on-slate rounded-xl bg-slate-deep p-4 text-chalk">
            <label htmlFor="event-sheet" className="display flex items-end justify-between text-[23px]">
              Event sheet
              <span
                role="status"
                className="text-[14px] font-normal text-chalk-dim [font-family:var(--font-text)]"
              >
                {saver.words()}
              </span>
            </label>
            <textarea
              id="event-sheet"
              className="mt-2 h-[460px] w-full resize-y rounded-lg bg-slate-mid p-3 text-[15px] leading-6 text-chalk"
              value={draft.sheet}
              maxLength={40_000}
              spellCheck={false}
              placeholder={
                "Event 1: a name\nAMRAP 8\n10 push presses 40/27.5 kg\nscaled: 30/20 kg\nStandards: elbows straight\n\nVenue\nWarm-up area: 2 racks, room for 6\nKit: 3 bands"
              }
              onChange={(event) => change({ sheet: event.target.value })}
            />
            {wrong("sheet") && (
              <p role="alert" className="mt-1 text-[15px] text-amber">
                {wrong("sheet")}
              </p>
            )}
          </div>
          <Faults faults={read.faults} />
        </section>
        <div className="min-w-0 space-y-5">
          {read.events.length === 0 && (
            <p className="max-w-[60ch]">
              Paste the sheet as it was sent: each event under its number, standards, floor plan and tie-break
              under those words, and under “Venue” what the warm-up area has.
            </p>
          )}
          {read.events.map((event) => (
            <EventCard key={event.number} event={event} />
          ))}
          {read.events.length > 0 && <Venue competition={competition} draft={draft} change={change} />}
        </div>
      </div>
    </>
  );
}

/** What could not be read, at its line. */
export function Faults({ faults }: { faults: Schemas["Fault"][] }) {
  if (faults.length === 0) return null;
  return (
    <ul
      aria-label="What could not be read"
      className="mt-3 rounded-xl border border-hold bg-sheet p-3 text-[15px]"
    >
      {faults.map((one) => (
        <li key={`${one.line}-${one.says}`} className="py-1">
          <span className="font-semibold">
            {one.line > 0 && `Line ${one.line}: `}
            {one.says}
          </span>{" "}
          {one.way}
          {one.candidates.length > 0 && <span className="quiet"> Perhaps: {one.candidates.join(", ")}.</span>}
        </li>
      ))}
    </ul>
  );
}

function EventCard({ event }: { event: Schemas["Event"] }) {
  const said: [string, Schemas["Said"][]][] = [
    ["Standards", event.standards],
    ["Floor plan", event.floor],
    ["Tie-break", event.tie_break],
    ["Equipment", event.kit],
    ["Notes", event.notes],
  ];
  const minutes = Math.round(event.duration_s / 60);
  return (
    <section aria-label={event.title} className="rounded-xl border border-rule bg-sheet p-4">
      <h2 className="text-[25px]">{event.title}</h2>
      <p className="quiet">
        about {plural(Math.max(1, minutes), "minute")} on the floor
        {event.cap_s !== null && `, cap ${number(event.cap_s / 60)} min`}
        {event.lane_m !== null && `, lanes of ${number(event.lane_m)} m`}
        {event.team > 1 && `, ${event.team} share a lane`}
      </p>
      <div
        className="mt-2 grid gap-4"
        style={{ gridTemplateColumns: "repeat(auto-fit, minmax(210px, 1fr))" }}
      >
        {event.divisions.map((division) => (
          <Division key={division.division} division={division} />
        ))}
      </div>
      <Later later={event.later} />
      <dl className="mt-2 text-[15px]">
        {said
          .filter(([, all]) => all.length > 0)
          .map(([name, all]) => (
            <div key={name} className="grid grid-cols-[96px_minmax(0,1fr)] gap-x-3 border-t border-rule py-1">
              <dt className="text-dust">{name}</dt>
              <dd>
                {all.map((one) => (
                  <span key={`${one.line}-${one.text}`} className="block">
                    {one.text}
                  </span>
                ))}
              </dd>
            </div>
          ))}
      </dl>
    </section>
  );
}

/** What gives out first here and is needed again: it is spared in the preparation. */
function Later({ later }: { later: Schemas["Later"][] }) {
  const again = later.filter((one) => one.events.length > 0);
  if (again.length === 0) return null;
  return (
    <p className="mt-2 text-[15px]">
      Spared before this, as later events need it:{" "}
      {again
        .map((one) => `${one.limit} (${list(one.events.map((title) => title.split(":")[0] ?? title))})`)
        .join(", ")}
      .
    </p>
  );
}

function Division({ division }: { division: Schemas["DivisionOfEvent"] }) {
  const only = new Set(division.only);
  return (
    <div className="min-w-0">
      <h3 className="text-[19px]">{division.division === "rx" ? "As written" : division.division}</h3>
      <ul className="text-[15px]">
        {division.lines.map((line) => (
          <li key={line} className="[overflow-wrap:anywhere]">
            {line}
          </li>
        ))}
      </ul>
      <ul className="mt-1 text-[14px]">
        {division.demands.slice(0, 6).map((one) => (
          <li key={one.id} className="flex items-center gap-2 leading-6">
            <Mark kind={one.kind} size={14} title={one.kind} />
            <span className={`mr-auto min-w-0 truncate ${only.has(one.id) ? "font-semibold" : ""}`}>
              {one.name}
              {only.has(one.id) && <span className="sr-only"> (more than as written)</span>}
            </span>
            <span className="h-1.5 w-14 bg-sand" aria-hidden>
              <span className="block h-full bg-dust" style={{ width: `${one.score * 100}%` }} />
            </span>
          </li>
        ))}
      </ul>
      <p className="quiet">
        {division.limits.length
          ? `gives out first: ${division.limits.join(", ")}`
          : "nothing gives out first"}
      </p>
    </div>
  );
}

interface VenueProps {
  competition: Competition;
  draft: { racks: number | null; heads: number | null; minutes: number; check_in_min: number };
  change: (to: {
    racks?: number | null;
    heads?: number | null;
    minutes?: number;
    check_in_min?: number;
  }) => void;
}

function Venue({ competition, draft, change }: VenueProps) {
  const { venue } = competition.read;
  const kit = Object.entries(venue.kit ?? {}).filter(([, count]) => count > 0);
  const gone = Object.entries(venue.kit ?? {}).filter(([, count]) => count === 0);
  return (
    <section aria-label="Warm-up area" className="rounded-xl border border-rule bg-sheet p-4">
      <h2 className="text-[25px]">Warm-up area</h2>
      {venue.said.map((one) => (
        <p key={one.line} className="quiet">
          Line {one.line}: {one.text}
        </p>
      ))}
      <p className="text-[15px]">
        {venue.kit === null
          ? "The sheet says nothing of kit, so the gym’s is reckoned with."
          : `There: ${kit.map(([name, count]) => (count >= 20 ? name : `${count} ${name}`)).join(", ")}.`}
        {gone.length > 0 && ` Not there: ${gone.map(([name]) => name).join(", ")}.`}
      </p>
      <div className="mt-3 grid grid-cols-4 gap-3 max-lg:grid-cols-2">
        <Count
          label="Racks for yours"
          value={draft.racks}
          placeholder={String(competition.reckoned)}
          onValue={(racks) => change({ racks })}
        />
        <Count
          label="Room for"
          value={draft.heads}
          placeholder={venue.heads === null ? "any" : String(venue.heads)}
          onValue={(heads) => change({ heads })}
        />
        <Count
          label="Minutes of drills"
          value={draft.minutes}
          onValue={(minutes) => minutes && change({ minutes })}
        />
        <Count
          label="Check-in, min before"
          value={draft.check_in_min}
          onValue={(check_in_min) => check_in_min !== null && change({ check_in_min })}
        />
      </div>
    </section>
  );
}

interface CountProps {
  label: string;
  value: number | null;
  placeholder?: string;
  onValue: (value: number | null) => void;
}

function Count({ label, value, placeholder, onValue }: CountProps) {
  const [typed, setTyped] = useState(value === null ? "" : String(value));
  useEffect(() => setTyped(value === null ? "" : String(value)), [value]);
  const settle = () => {
    const next = typed.trim() === "" ? null : Number(typed);
    if (next === null || Number.isInteger(next)) onValue(next);
    else setTyped(value === null ? "" : String(value));
  };
  const id = `count-${label.replace(/\W+/g, "-")}`;
  return (
    <div>
      <label htmlFor={id} className="block text-[15px] font-semibold">
        {label}
      </label>
      <input
        id={id}
        className="field mt-1 w-full"
        inputMode="numeric"
        value={typed}
        placeholder={placeholder}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={settle}
        onKeyDown={(event) => event.key === "Enter" && settle()}
      />
    </div>
  );
}
