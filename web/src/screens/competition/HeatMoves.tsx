import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState, useSyncExternalStore } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { queueOf } from "./queue";
import { clockAt, dateAt } from "./time";
import { type Competition, givesAtOnce, setGivesAtOnce } from "./useCompetition";

type Heat = Schemas["HeatOut"];
const STEPS_MIN = [-10, -5, 5, 10];

/** The heats of a day, to be moved by one touch; what waits to be sent, and what was moved. */
export function HeatMoves({ competition, date }: { competition: Competition; date: string }) {
  const zone = competition.timezone;
  const [field, setField] = useState(false);
  const [atOnce, setAtOnce] = useState(givesAtOnce);
  const heats = competition.heats.filter((heat) => dateAt(heat.starts_at, zone) === date);
  return (
    <section aria-label="Heats" className="mt-6">
      <div className="flex flex-wrap items-end gap-x-4 gap-y-1 border-b-2 border-ink pb-1">
        <h2 className="mr-auto text-[23px]">When something moves</h2>
        <label className="flex min-h-10 items-center gap-2 text-[15px]">
          <input
            type="checkbox"
            className="size-5"
            checked={field}
            onChange={(event) => setField(event.target.checked)}
          />
          and every later heat of that event
        </label>
        <label className="flex min-h-10 items-center gap-2 text-[15px]">
          <input
            type="checkbox"
            className="size-5"
            checked={atOnce}
            onChange={(event) => {
              setGivesAtOnce(event.target.checked);
              setAtOnce(event.target.checked);
            }}
          />
          give out what changes at once
        </label>
      </div>
      <OnTheWay competition={competition} />
      <ul>
        {heats.map((heat) => (
          <HeatRow key={heat.id} heat={heat} competition={competition} field={field} />
        ))}
      </ul>
      <Moved competition={competition} />
    </section>
  );
}

function HeatRow({ heat, competition, field }: { heat: Heat; competition: Competition; field: boolean }) {
  const queue = queueOf(competition.id);
  const [open, setOpen] = useState(false);
  const zone = competition.timezone;
  const title =
    competition.read.events.find((event) => event.number === heat.event)?.title ?? `Event ${heat.event}`;
  const name = heat.number ? `${title}, heat ${heat.number}` : title;
  const shift = (minutes: number) => {
    const later = competition.heats.filter(
      (one) => one.id === heat.id || (field && one.event === heat.event && one.starts_at > heat.starts_at),
    );
    const shifts = later.map((one) => {
      const saw_at = queue.startsOf(one.id, one.starts_at, competition.version);
      return { heat: one.id, saw_at, to_at: saw_at + minutes * 60 };
    });
    const how = `${Math.abs(minutes)} min ${minutes > 0 ? "later" : "sooner"}`;
    queue.add(
      { kind: "shift", shifts },
      shifts.length > 1 ? `${shifts.length} heats from ${name} on, ${how}` : `${name}, ${how}`,
    );
  };
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="display w-14 text-[21px]">{clockAt(heat.starts_at, zone)}</span>
        <button
          type="button"
          aria-expanded={open}
          className="min-h-10 min-w-0 flex-1 basis-60 text-left text-[15px] underline-offset-4 hover:underline [overflow-wrap:anywhere]"
          onClick={() => setOpen(!open)}
        >
          <span className="font-semibold">{name}</span>{" "}
          <span className="quiet">
            {heat.entries.map((entry) => entry.name).join(", ") || "nobody of yours"}
          </span>
        </button>
        <fieldset className="ml-auto flex gap-1" aria-label={`Move ${name}`}>
          {STEPS_MIN.map((minutes) => (
            <button
              key={minutes}
              type="button"
              className="plain-action min-h-10 min-w-12 !px-2"
              aria-label={`${name}: ${Math.abs(minutes)} min ${minutes > 0 ? "later" : "sooner"}`}
              onClick={() => shift(minutes)}
            >
              {minutes > 0 ? `+${minutes}` : `−${-minutes}`}
            </button>
          ))}
        </fieldset>
      </div>
      {open && <Inside heat={heat} competition={competition} name={name} />}
    </li>
  );
}

/** Who is in a heat: lanes that change places, and who does not start. */
function Inside({ heat, competition, name }: { heat: Heat; competition: Competition; name: string }) {
  const queue = queueOf(competition.id);
  const [first, setFirst] = useState<number | null>(null);
  const named = (person: number) => heat.entries.find((entry) => entry.person === person)?.name ?? "";
  const swap = (person: number) => {
    if (first === null || first === person) return setFirst(first === person ? null : person);
    queue.add(
      { kind: "swap", heat: heat.id, athletes: [first, person] },
      `${named(first)} and ${named(person)} change lanes`,
    );
    setFirst(null);
  };
  return (
    <ul className="mb-1 ml-14 phone:ml-0">
      {heat.entries.map((entry) => (
        <li key={entry.person} className="flex flex-wrap items-center gap-2 py-0.5 text-[15px]">
          <span className="w-16 text-dust">{entry.lane ? `lane ${entry.lane}` : "no lane"}</span>
          <span className="mr-auto min-w-0 [overflow-wrap:anywhere]">{entry.name}</span>
          <button
            type="button"
            aria-pressed={first === entry.person}
            className={`plain-action min-h-10 ${first === entry.person ? "!border-ink font-semibold" : ""}`}
            disabled={heat.entries.length < 2}
            onClick={() => swap(entry.person)}
          >
            {first === null ? "Change lane" : first === entry.person ? "With whom?" : "With them"}
          </button>
          <button
            type="button"
            className="plain-action min-h-10"
            onClick={() =>
              queue.add(
                { kind: "scratch", heat: heat.id, athletes: [entry.person] },
                `${entry.name} does not start in ${name}`,
              )
            }
          >
            Does not start
          </button>
        </li>
      ))}
    </ul>
  );
}

/** Moves that wait for a signal, and one that met somebody else's. */
function OnTheWay({ competition }: { competition: Competition }) {
  const queue = queueOf(competition.id);
  const shown = useSyncExternalStore(queue.subscribe, queue.snapshot);
  const { waiting, asked, refused } = shown;
  if (waiting.length === 0 && !asked && !refused) return null;
  return (
    <div role="status" className="my-2 rounded-lg border border-hold bg-sheet p-3 text-[15px]">
      {asked && (
        <>
          <p className="font-semibold">Somebody else moved this since you saw it: {asked.says}.</p>
          <p>
            It stands at {asked.stands.map((one) => clockAt(one.starts_at, competition.timezone)).join(", ")}{" "}
            now; you set{" "}
            {(asked.move.shifts ?? []).map((one) => clockAt(one.to_at, competition.timezone)).join(", ")}.
          </p>
          <p className="mt-2 flex gap-2">
            <button type="button" className="plain-action min-h-10" onClick={() => queue.choose("mine")}>
              Set mine
            </button>
            <button type="button" className="plain-action min-h-10" onClick={() => queue.choose("theirs")}>
              Leave it as it stands
            </button>
          </p>
        </>
      )}
      {refused && <p className="font-semibold text-hold">{refused}</p>}
      {waiting.map((one) => (
        <p key={one.move.key}>
          {shown.away ? "Kept here until there is a signal: " : "On its way: "}
          {one.says}
        </p>
      ))}
    </div>
  );
}

function Moved({ competition }: { competition: Competition }) {
  const client = useQueryClient();
  const undo = useMutation({
    mutationFn: (move: number) =>
      answer(
        api.POST("/api/competitions/{competition_id}/moves/{move_id}/undo", {
          params: { path: { competition_id: competition.id, move_id: move } },
        }),
      ),
    onSuccess: (day) => {
      client.setQueryData(["competition-day", competition.id], day);
      void client.invalidateQueries({ queryKey: ["competition", competition.id] });
    },
  });
  if (competition.moves.length === 0) return null;
  return (
    <div className="mt-3">
      <h3 className="text-[19px]">Moved so far</h3>
      <ul>
        {competition.moves.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-3 py-1 text-[15px]">
            <span className={`mr-auto min-w-0 ${one.undone ? "text-dust line-through" : ""}`}>
              {one.says} <span className="quiet">by {one.by || "somebody"}</span>
            </span>
            {one.undone ? (
              <span className="quiet">taken back</span>
            ) : (
              <button
                type="button"
                className="plain-action min-h-10"
                disabled={undo.isPending}
                onClick={() => undo.mutate(one.id)}
              >
                Take back
              </button>
            )}
          </li>
        ))}
      </ul>
      {undo.error && (
        <p role="alert" className="font-semibold text-hold">
          {undo.error.message}
        </p>
      )}
    </div>
  );
}
