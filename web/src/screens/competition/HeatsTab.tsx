import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { choicesQuery, peopleQuery } from "../../api/queries";
import { Chips, Field, SettledField } from "../../parts/Field";
import { number, plural } from "../../parts/words";
import { Faults } from "./EventsTab";
import { clockAt, dateAt } from "./time";
import { type Competition, useAskAnew, useStored } from "./useCompetition";

/** The heats: pasted as a list or one by one; and what is to be known of each athlete that day. */
export function HeatsTab({ competition }: { competition: Competition }) {
  return (
    <div className="mt-3 grid grid-cols-1 gap-8 desk:grid-cols-2">
      <div className="min-w-0">
        <Heats competition={competition} />
        <PasteHeats competition={competition} />
      </div>
      <div className="min-w-0">
        <Athletes competition={competition} />
      </div>
    </div>
  );
}

function Heats({ competition }: { competition: Competition }) {
  const [open, setOpen] = useState<string | null>(null);
  const zone = competition.timezone;
  return (
    <section aria-label="Heats">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Heats</h2>
      {competition.heats.length === 0 && (
        <p className="mt-2">None yet: paste the list below, or add one by hand.</p>
      )}
      <ul>
        {competition.heats.map((heat) => (
          <li key={heat.id} className="border-b border-rule py-1.5">
            <div className="flex items-center gap-3">
              <span className="display w-24 shrink-0 text-[19px]">
                {competition.days > 1 && (
                  <span className="text-dust">{shortDay(dateAt(heat.starts_at, zone))} </span>
                )}
                {clockAt(heat.starts_at, zone)}
              </span>
              <span className="mr-auto min-w-0 text-[15px] [overflow-wrap:anywhere]">
                <span className="font-semibold">
                  {titleOf(competition, heat.event)}
                  {heat.number && `, heat ${heat.number}`}
                </span>{" "}
                <span className="quiet">
                  {heat.entries
                    .map((entry) => (entry.lane ? `${entry.name} (${entry.lane})` : entry.name))
                    .join(", ") || "nobody of yours"}
                </span>
              </span>
              <button
                type="button"
                className="plain-action"
                aria-expanded={open === heat.id}
                onClick={() => setOpen(open === heat.id ? null : heat.id)}
              >
                Change
              </button>
            </div>
            {open === heat.id && (
              <HeatForm competition={competition} heat={heat} onDone={() => setOpen(null)} />
            )}
          </li>
        ))}
      </ul>
      {open === "new" ? (
        <HeatForm competition={competition} heat={null} onDone={() => setOpen(null)} />
      ) : (
        <button
          type="button"
          className="plain-action mt-2"
          disabled={competition.read.events.length === 0}
          onClick={() => setOpen("new")}
        >
          Add a heat
        </button>
      )}
    </section>
  );
}

const shortDay = (date: string) =>
  new Date(`${date}T12:00:00`).toLocaleDateString("en-GB", { weekday: "short" });
const titleOf = (competition: Competition, number: string) =>
  competition.read.events.find((event) => event.number === number)?.title ?? `Event ${number}`;

interface FormProps {
  competition: Competition;
  heat: Schemas["HeatOut"] | null;
  onDone: () => void;
}

function HeatForm({ competition, heat, onDone }: FormProps) {
  const zone = competition.timezone;
  const stored = useStored(competition.id);
  const onError = useAskAnew(competition.id);
  const people = useQuery(peopleQuery(false));
  const [event, setEvent] = useState(heat?.event ?? competition.read.events[0]?.number ?? "1");
  const [name, setName] = useState(heat?.number ?? "");
  const [date, setDate] = useState(heat ? dateAt(heat.starts_at, zone) : competition.first);
  const [clock, setClock] = useState(heat ? clockAt(heat.starts_at, zone) : "09:00");
  const [entries, setEntries] = useState<Schemas["EntryIn"][]>(
    (heat?.entries ?? []).map(({ person, lane, division, opening_kg }) => ({
      person,
      lane,
      division,
      opening_kg,
    })),
  );
  const path = { competition_id: competition.id };
  const save = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/competitions/{competition_id}/heats", {
          params: { path },
          body: {
            version: competition.version,
            id: heat?.id ?? null,
            event,
            number: name,
            date,
            clock,
            entries,
          },
        }),
      ),
    onSuccess: (next) => {
      stored(next);
      onDone();
    },
    onError,
  });
  const remove = useMutation({
    mutationFn: () =>
      answer(
        api.DELETE("/api/competitions/{competition_id}/heats/{heat}", {
          params: { path: { ...path, heat: heat?.id ?? "" }, query: { version: competition.version } },
        }),
      ),
    onSuccess: (next) => {
      stored(next);
      onDone();
    },
    onError,
  });
  const problem = save.error instanceof ApiProblem ? save.error : null;
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  const names = new Map((people.data?.people ?? []).map((one) => [one.id, one.name]));
  const others = (people.data?.people ?? []).filter(
    (one) => !entries.some((entry) => entry.person === one.id),
  );
  const set = (person: number, change: Partial<Schemas["EntryIn"]>) =>
    setEntries(entries.map((one) => (one.person === person ? { ...one, ...change } : one)));
  const submit = (event: FormEvent) => {
    event.preventDefault();
    save.mutate();
  };
  return (
    <form
      onSubmit={submit}
      className="my-2 rounded-lg bg-sheet p-3"
      aria-label={heat ? "Change the heat" : "Add a heat"}
    >
      <div className="grid grid-cols-4 gap-2 phone:grid-cols-2">
        <label className="block text-[15px] font-semibold">
          Event
          <select
            className="field mt-1 w-full font-normal"
            value={event}
            onChange={(one) => setEvent(one.target.value)}
          >
            {competition.read.events.map((one) => (
              <option key={one.number} value={one.number}>
                {one.title}
              </option>
            ))}
          </select>
        </label>
        <Field label="Heat" maxLength={10} value={name} onValue={setName} />
        <Field
          label="Day"
          type="date"
          value={date}
          onValue={setDate}
          wrong={wrong("starts_at") ?? wrong("date")}
        />
        <Field label="Starts" type="time" value={clock} onValue={setClock} wrong={wrong("clock")} />
      </div>
      <ul className="mt-2">
        {entries.map((entry) => (
          <li
            key={entry.person}
            className="grid grid-cols-[minmax(0,1fr)_70px_110px_90px_auto] items-end gap-2 border-t border-rule py-1.5 phone:grid-cols-2"
          >
            <span className="pb-2 text-[15px] font-semibold">
              {names.get(entry.person) ?? nameIn(heat, entry.person)}
            </span>
            <SettledField
              label="Lane"
              inputMode="numeric"
              value={entry.lane ? String(entry.lane) : ""}
              onSettled={(typed) => set(entry.person, { lane: Number(typed) || null })}
            />
            <label className="block text-[15px] font-semibold">
              Division
              <select
                className="field mt-1 w-full font-normal"
                value={entry.division}
                onChange={(one) => set(entry.person, { division: one.target.value })}
              >
                <option value="">their own</option>
                {competition.read.divisions.map((one) => (
                  <option key={one} value={one}>
                    {one}
                  </option>
                ))}
              </select>
            </label>
            <SettledField
              label="Opens, kg"
              inputMode="decimal"
              value={entry.opening_kg ? number(entry.opening_kg) : ""}
              onSettled={(typed) =>
                set(entry.person, { opening_kg: Number(typed.replace(",", ".")) || null })
              }
            />
            <button
              type="button"
              className="plain-action"
              onClick={() => setEntries(entries.filter((one) => one !== entry))}
            >
              Out
            </button>
          </li>
        ))}
      </ul>
      <label className="mt-2 block text-[15px] font-semibold">
        Put in
        <select
          className="field mt-1 w-full font-normal"
          value=""
          onChange={(one) =>
            setEntries([
              ...entries,
              { person: Number(one.target.value), lane: null, division: "", opening_kg: null },
            ])
          }
        >
          <option value="">choose somebody</option>
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      {(problem ?? remove.error) && !["starts_at", "clock", "date"].includes(problem?.field ?? "") && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {(problem ?? remove.error)?.message}
        </p>
      )}
      <p className="mt-3 flex flex-wrap gap-2">
        <button type="submit" className="action" disabled={save.isPending}>
          {heat ? "Save the heat" : "Add the heat"}
        </button>
        <button type="button" className="plain-action" onClick={onDone}>
          Leave it
        </button>
        {heat && (
          <button type="button" className="plain-action ml-auto" onClick={() => remove.mutate()}>
            Take this heat out
          </button>
        )}
      </p>
    </form>
  );
}

const nameIn = (heat: Schemas["HeatOut"] | null, person: number) =>
  heat?.entries.find((entry) => entry.person === person)?.name ?? "";

function PasteHeats({ competition }: { competition: Competition }) {
  const stored = useStored(competition.id);
  const onError = useAskAnew(competition.id);
  const [text, setText] = useState("");
  const path = { competition_id: competition.id };
  const read = useMutation({
    mutationFn: (body: string) =>
      answer(
        api.POST("/api/competitions/{competition_id}/heats/read", { params: { path }, body: { text: body } }),
      ),
  });
  const take = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/competitions/{competition_id}/heats/take", {
          params: { path },
          body: { version: competition.version, text },
        }),
      ),
    onSuccess: (next) => {
      setText("");
      read.reset();
      stored(next);
    },
    onError,
  });
  const put = (from: string, to: string) => {
    const next = text.replaceAll(from, to);
    setText(next);
    read.mutate(next);
  };
  const listed = read.data;
  const error = read.error ?? take.error;
  return (
    <section aria-label="Paste the heats" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Paste the heats</h2>
      <p className="mt-1 text-[15px]">
        A table with event, heat, start, lane and athlete, or lines such as “Event 1, Heat 2, 09:15: lane 3
        Tamsin Roe”. Only your own people are kept.
      </p>
      <label htmlFor="heat-list" className="sr-only">
        Heats
      </label>
      <textarea
        id="heat-list"
        className="field mt-2 h-40 w-full resize-y"
        value={text}
        maxLength={200_000}
        spellCheck={false}
        onChange={(event) => setText(event.target.value)}
      />
      <p className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="plain-action"
          disabled={!text.trim() || read.isPending}
          onClick={() => read.mutate(text)}
        >
          Read it
        </button>
        {listed && listed.heats.length > 0 && (
          <button type="button" className="action" disabled={take.isPending} onClick={() => take.mutate()}>
            {competition.heats.length ? "Take these in place of the heats above" : "Take these heats"}
          </button>
        )}
      </p>
      {error && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {error.message}
        </p>
      )}
      {listed && <Listed listed={listed} competition={competition} put={put} />}
    </section>
  );
}

interface ListedProps {
  listed: Schemas["ListOut"];
  competition: Competition;
  put: (from: string, to: string) => void;
}

/** A list as it would be taken; a name that is nearly somebody's is asked about. */
function Listed({ listed, competition, put }: ListedProps) {
  const zone = competition.timezone;
  const names = listed.faults.filter((one) => one.kind === "unknown-name");
  const quoted = (says: string) => /“([^”]+)”/.exec(says)?.[1] ?? "";
  const mine = listed.heats.filter((heat) => heat.starting.length > 0);
  const far = listed.strangers.filter((name) => !names.some((one) => one.says.includes(name)));
  return (
    <div className="mt-3 text-[15px]">
      <Faults faults={listed.faults.filter((one) => one.kind !== "unknown-name")} />
      {names.map((one) => (
        <p key={one.says} className="mt-2 rounded-lg border border-hold bg-sheet p-2">
          Line {one.line}: {one.says}
          <span className="mt-1 flex flex-wrap gap-2">
            {one.candidates.map((name) => (
              <button
                key={name}
                type="button"
                className="plain-action"
                onClick={() => put(quoted(one.says), name)}
              >
                It is {name}
              </button>
            ))}
          </span>
        </p>
      ))}
      <p className="mt-2 font-semibold">
        {plural(listed.heats.length, "heat")}, yours in {mine.length}
      </p>
      <ul>
        {mine.map((heat) => (
          <li key={`${heat.event}-${heat.number}-${heat.line}`} className="border-b border-rule py-1">
            <span className="display text-[17px]">
              {heat.starts_at === null ? "no day" : clockAt(heat.starts_at, zone)}
            </span>{" "}
            {titleOf(competition, heat.event)}
            {heat.number && `, heat ${heat.number}`}:{" "}
            {heat.starting.map((one) => (one.lane ? `${one.name} (${one.lane})` : one.name)).join(", ")}
          </li>
        ))}
      </ul>
      {far.length > 0 && (
        <details className="mt-1">
          <summary className="cursor-pointer">
            {plural(far.length, "name is", "names are")} nobody of yours
          </summary>
          <p className="quiet">{far.join(", ")}</p>
        </details>
      )}
    </div>
  );
}

function Athletes({ competition }: { competition: Competition }) {
  const [open, setOpen] = useState<number | null>(null);
  return (
    <section aria-label="Athletes">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Who starts</h2>
      {competition.athletes.length === 0 && (
        <p className="mt-2">Nobody yet: who stands in a heat stands here.</p>
      )}
      <ul>
        {competition.athletes.map((one) => (
          <li key={one.person} className="border-b border-rule py-1.5">
            <div className="flex items-center gap-3 text-[15px]">
              <span className="mr-auto min-w-0 [overflow-wrap:anywhere]">
                <span className="font-semibold">{one.name}</span>{" "}
                <span className="quiet">
                  events {one.events.join(", ")}
                  {one.version !== null && ` · has version ${one.version}${one.seen ? ", opened" : ""}`}
                </span>
              </span>
              <button
                type="button"
                className="plain-action"
                aria-expanded={open === one.person}
                onClick={() => setOpen(open === one.person ? null : one.person)}
              >
                Their day
              </button>
            </div>
            {open === one.person && <AthleteForm competition={competition} athlete={one} />}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What somebody can carry to a hall. */
const CARRIED = new Set([
  "band",
  "band-heavy",
  "loop-band",
  "small-ball",
  "foam-roller",
  "stick",
  "jump-rope",
]);

function AthleteForm({ competition, athlete }: { competition: Competition; athlete: Schemas["AthleteOut"] }) {
  const stored = useStored(competition.id);
  const onError = useAskAnew(competition.id);
  const choices = useQuery(choicesQuery);
  const zone = competition.timezone;
  const save = useMutation({
    mutationFn: (body: Omit<Schemas["AthleteIn"], "version">) =>
      answer(
        api.PUT("/api/competitions/{competition_id}/athletes/{person_id}", {
          params: { path: { competition_id: competition.id, person_id: athlete.person } },
          body: { version: competition.version, ...body },
        }),
      ),
    onSuccess: stored,
    onError,
  });
  const here = competition.team.filter((one) => competition.coaches.includes(one.id));
  const firstHeat = competition.heats.find((heat) =>
    heat.entries.some((entry) => entry.person === athlete.person),
  );
  const arrive = (typed: string) => {
    if (!firstHeat || !typed) return save.mutate({ arrives_at: null });
    const [hours = 0, minutes = 0] = typed.split(":").map(Number);
    const [h = 0, m = 0] = clockAt(firstHeat.starts_at, zone).split(":").map(Number);
    save.mutate({ arrives_at: firstHeat.starts_at + ((hours - h) * 60 + minutes - m) * 60 });
  };
  const kit = (choices.data?.kit ?? []).filter((one) => CARRIED.has(one.id));
  return (
    <div className="mt-2 space-y-3 rounded-lg bg-sheet p-3">
      <div className="grid grid-cols-2 gap-3">
        <label className="block text-[15px] font-semibold">
          Whose
          <select
            className="field mt-1 w-full font-normal"
            value={athlete.coach ?? ""}
            onChange={(one) => save.mutate({ coach: Number(one.target.value) || null })}
          >
            <option value="">whoever is free</option>
            {here.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
        <SettledField
          label="Not there before"
          type="time"
          value={athlete.arrives_at === null ? "" : clockAt(athlete.arrives_at, zone)}
          onSettled={arrive}
        />
      </div>
      {kit.length > 0 && (
        <Chips
          label="Brings"
          choices={kit}
          chosen={athlete.own_kit}
          onChange={(own_kit) => save.mutate({ own_kit })}
          disabled={save.isPending}
        />
      )}
      {save.error && (
        <p role="alert" className="font-semibold text-hold">
          {save.error.message}
        </p>
      )}
      {athlete.link && (
        <p className="quiet">
          Their day:{" "}
          <a href={athlete.link} className="underline">
            {athlete.link.slice(0, 14)}…
          </a>
        </p>
      )}
    </div>
  );
}
