import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { ApiProblem, away } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { list, plural } from "../../parts/words";
import { type Chosen, DayLine, type Line } from "./DayLine";
import { HeatMoves } from "./HeatMoves";
import { Paper } from "./Paper";
import { Preparation } from "./Preparation";
import { queueOf } from "./queue";
import { scaleOf } from "./scale";
import { clockAt, dateAt } from "./time";
import { type Competition, type Day, dayQuery, giveOut, givesAtOnce } from "./useCompetition";

const NOW_MS = 20_000;

interface Props {
  competition: Competition;
  chosen: Chosen | null;
  onChoose: (chosen: Chosen | null) => void;
}

/** The day as a line for each athlete; what does not work out, what is not sent, and what can be moved. */
export function DayTab({ competition, chosen, onChoose }: Props) {
  const client = useQueryClient();
  const found = useQuery(dayQuery(competition.id));
  const queue = queueOf(competition.id);
  useEffect(() => {
    const show = (day: Day) => {
      client.setQueryData(["competition-day", competition.id], day);
      void client.invalidateQueries({ queryKey: ["competition", competition.id] });
    };
    queue.onDone = (day) => {
      show(day);
      if (givesAtOnce() && day.changes.length > 0) void giveOut(competition.id).then(show, () => undefined);
    };
  }, [queue, client, competition.id]);
  if (found.isPending) return <Waiting what="Timing everybody’s day back from their heats" />;
  if (found.error && !found.data && away(found.error))
    return (
      <Waiting what="Working out everybody’s preparations; the first time takes a while, and goes on by itself" />
    );
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  return <Timed competition={competition} data={found.data} chosen={chosen} onChoose={onChoose} />;
}

function Timed({ competition, data, chosen, onChoose }: Props & { data: Day }) {
  const zone = competition.timezone;
  const now = useNow();
  const dates = [...new Set(competition.heats.map((heat) => dateAt(heat.starts_at, zone)))].sort();
  const [wanted, setWanted] = useState<string | null>(null);
  const of = (key: string) => data.day.lines.flatMap((line) => line.heats).find((heat) => heat.heat === key);
  const ofChosen = chosen && of(chosen.heat);
  const today = dateAt(now, zone);
  const date =
    wanted ??
    (ofChosen ? dateAt(ofChosen.starts_at, zone) : dates.includes(today) ? today : (dates[0] ?? today));
  if (competition.heats.length === 0)
    return (
      <p className="mt-4 max-w-[60ch]">
        No heats yet. Paste the event sheet under Events, then the heats under Heats and athletes: the day is
        timed back from them.
      </p>
    );
  const lines = data.day.lines.map((line) => onDay(line, date, zone)).filter((line) => line.heats.length > 0);
  const active = lines.flatMap((line) =>
    line.blocks
      .filter((block) => !["rest", "keep-warm", "arrive"].includes(block.kind))
      .map((block): [number, number] => [block.starts_at, block.ends_at]),
  );
  const scale = scaleOf(active);
  const changed = new Set(data.changes.map((one) => String(one.person)));
  const line = lines.find((one) => one.athlete === chosen?.athlete);
  const heat = line?.heats.find((one) => one.heat === chosen?.heat);
  const with_ = data.day.stretches.find(
    (one) => one.athlete === chosen?.athlete && one.heat === chosen?.heat,
  );
  return (
    <>
      {dates.length > 1 && (
        <fieldset className="no-print mt-2 flex flex-wrap gap-2" aria-label="Day">
          {dates.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={one === date}
              className={`min-h-10 rounded-lg border px-3 text-[15px] ${one === date ? "border-ink bg-ink text-chalk" : "border-rule bg-sheet"}`}
              onClick={() => setWanted(one)}
            >
              {dayName(one)}
            </button>
          ))}
        </fieldset>
      )}
      <div className="no-print mt-3 grid grid-cols-1 gap-x-6 gap-y-6 desk:grid-cols-[minmax(0,1fr)_330px]">
        <div className="min-w-0">
          <DayLine
            lines={lines}
            scale={scale}
            zone={zone}
            now={now}
            chosen={chosen}
            onChoose={onChoose}
            changed={changed}
          />
          <Legend />
          <HeatMoves competition={competition} date={date} />
        </div>
        <div className="min-w-0 space-y-4">
          {line && heat && (
            <Preparation
              line={line}
              heat={heat}
              zone={zone}
              coach={with_?.coach ?? ""}
              onClose={() => onChoose(null)}
            />
          )}
          <SaidAfter data={data} />
          <Sent competition={competition} data={data} />
          <Amiss competition={competition} data={data} />
          <Coaches data={data} date={date} zone={zone} />
        </div>
      </div>
      <Paper competition={competition} lines={lines} stretches={data.day.stretches} date={dayName(date)} />
    </>
  );
}

const dayName = (date: string) =>
  new Date(`${date}T12:00:00`).toLocaleDateString("en-GB", {
    weekday: "long",
    day: "numeric",
    month: "long",
  });

function onDay(line: Line, date: string, zone: string): Line {
  const heats = line.heats.filter((heat) => dateAt(heat.starts_at, zone) === date);
  const keys = new Set(heats.map((heat) => heat.heat));
  return { ...line, heats, blocks: line.blocks.filter((block) => keys.has(block.heat)) };
}

function useNow(): number {
  const [now, setNow] = useState(() => Date.now() / 1000);
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now() / 1000), NOW_MS);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

/** How the line is read. */
function Legend() {
  const bar = "inline-block w-4 align-baseline";
  return (
    <p className="quiet mt-2 flex flex-wrap gap-x-4 gap-y-1">
      <span>
        <span className={`${bar} h-[7px] bg-dust/40`} aria-hidden /> raise
      </span>
      <span>
        <span className={`${bar} h-[10px] bg-dust/70`} aria-hidden /> open
      </span>
      <span>
        <span className={`${bar} h-[14px] bg-dust`} aria-hidden /> prime
      </span>
      <span>
        <span className="inline-block h-[14px] w-[3px] bg-ink" aria-hidden /> a set on a rack
      </span>
      <span>
        <span className={`${bar} h-[14px] border-t border-dust bg-sheet`} aria-hidden /> check-in
      </span>
      <span>
        <span className={`${bar} h-[14px] bg-ink`} aria-hidden /> on the floor
      </span>
      <span>below: how ready for the next event, of 100 at its start</span>
    </p>
  );
}

/** What athletes have, and what sending now would change for whom. */
function Sent({ competition, data }: { competition: Competition; data: Day }) {
  const client = useQueryClient();
  const publish = useMutation({
    mutationFn: () => giveOut(competition.id),
    onSuccess: (day) => {
      client.setQueryData(["competition-day", competition.id], day);
      void client.invalidateQueries({ queryKey: ["competition", competition.id] });
    },
  });
  const waits = data.changes.length + data.unpublished;
  const error = publish.error instanceof ApiProblem ? publish.error.message : publish.error?.message;
  return (
    <section aria-label="What athletes have" className="rounded-xl border border-rule bg-sheet p-4">
      <h2 className="text-[23px]">
        {waits === 0 ? "Everybody has their line" : `${plural(waits, "line")} to give out`}
      </h2>
      <Changes changes={data.changes} />
      {data.unpublished > 0 && (
        <p className="quiet">{plural(data.unpublished, "athlete has", "athletes have")} none yet.</p>
      )}
      {waits > 0 && (
        <button
          type="button"
          className="action mt-2"
          disabled={publish.isPending}
          onClick={() => publish.mutate()}
        >
          {data.unpublished > 0 && data.changes.length === 0 ? "Give out the lines" : "Give out what changed"}
        </button>
      )}
      {error && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {error}
        </p>
      )}
    </section>
  );
}

/** Who gets another line, and how; what is the same for several stands once. */
function Changes({ changes }: { changes: Day["changes"] }) {
  const alike = new Map<string, string[]>();
  for (const one of changes)
    for (const said of one.sentences) alike.set(said, [...(alike.get(said) ?? []), one.name]);
  const shared = [...alike].filter(([, names]) => names.length > 1);
  const own = changes.map((one) => ({
    ...one,
    sentences: one.sentences.filter((said) => alike.get(said)?.length === 1),
  }));
  return (
    <ul className="mt-1 text-[14px]">
      {shared.map(([said, names]) => (
        <li key={said} className="border-t border-rule py-1.5">
          <span className="block text-[15px] font-semibold">{said}</span>
          {list(names)}
        </li>
      ))}
      {own
        .filter((one) => one.sentences.length > 0)
        .map((one) => (
          <li key={one.person} className="border-t border-rule py-1.5">
            <span className="text-[15px] font-semibold">{one.name}</span>
            {one.sentences.map((said) => (
              <span key={said} className="block">
                {said}
              </span>
            ))}
          </li>
        ))}
    </ul>
  );
}

/** What does not work out: heats that cannot be, racks, room, coaches in two places. */
function Amiss({ competition, data }: { competition: Competition; data: Day }) {
  const zone = competition.timezone;
  const names = new Map(data.day.lines.map((line) => [line.athlete, line.name]));
  const who = (athletes: string[]) => athletes.map((one) => names.get(one) ?? "").join(" and ");
  const { day } = data;
  const said: { key: string; says: string; way: string }[] = [
    ...data.faults.map((one) => ({ key: one.says, says: one.says, way: one.way })),
    ...day.lines.flatMap((line) =>
      line.heats
        .filter((heat) => heat.missed)
        .map((heat) => ({
          key: `${line.athlete}-${heat.heat}`,
          says: `${line.name} has no rack in time before ${heat.title}.`,
          way: "Not enough time for this weight: lift less, start sooner, or reckon with one rack more.",
        })),
    ),
    ...day.crowds.map((one) => ({
      key: `crowd-${one.starts_at}`,
      says: `${one.athletes} of yours prepare at ${clockAt(one.starts_at, zone)}, and the area has room for ${one.heads}.`,
      way: "Some can do their drills outside it; the bars stay.",
    })),
    ...[...new Set(day.clashes.map((one) => one.coach))].map((coach) => ({
      key: `coach-${coach}`,
      says: coach ? `${coach} is asked for in two places at once.` : "Nobody of the coaches is free:",
      way: day.clashes
        .filter((one) => one.coach === coach)
        .map((one) => `${clockAt(one.starts_at, zone)}–${clockAt(one.ends_at, zone)} ${who(one.athletes)}`)
        .join("; "),
    })),
  ];
  if (said.length === 0) return null;
  return (
    <section aria-label="What does not work out" className="rounded-xl border border-hold bg-sheet p-4">
      <h2 className="text-[23px]">What does not work out</h2>
      <ul className="mt-1">
        {said.map((one) => (
          <li key={one.key} className="border-t border-rule py-1.5 text-[14px]">
            <span className="block text-[15px] font-semibold">{one.says}</span>
            {one.way}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What athletes said of their events, what hurts first. */
function SaidAfter({ data }: { data: Day }) {
  if (data.said.length === 0) return null;
  const hurts = data.said.some((one) => one.pain);
  return (
    <section
      aria-label="What athletes said"
      className={`rounded-xl border bg-sheet p-4 ${hurts ? "border-2 border-hold" : "border-rule"}`}
    >
      <h2 className={`text-[23px] ${hurts ? "text-hold" : ""}`}>
        {hurts ? "Something hurts" : "What they said"}
      </h2>
      <ul className="mt-1">
        {data.said.map((one) => (
          <li
            key={`${one.person}-${one.event}`}
            className="border-t border-rule py-1.5 text-[14px] [overflow-wrap:anywhere]"
          >
            <span className="text-[15px] font-semibold">
              {one.name}, {one.title}
            </span>
            {one.pain && <span className="block font-semibold text-hold">Hurts: {one.pain}</span>}
            <span className="block">
              {[
                one.result,
                one.felt && `felt ${one.felt}`,
                one.held.length > 0 && `held: ${list(one.held)}`,
                one.failed.length > 0 && `failed: ${list(one.failed)}`,
              ]
                .filter(Boolean)
                .join("; ")}
            </span>
          </li>
        ))}
      </ul>
      {hurts && (
        <p className="quiet">
          Prep is not treatment: send what is sharp, radiating or numb to a licensed clinician.
        </p>
      )}
    </section>
  );
}

/** Who of the coaches is with whom when. */
function Coaches({ data, date, zone }: { data: Day; date: string; zone: string }) {
  const names = new Map(data.day.lines.map((line) => [line.athlete, line.name]));
  const mine = data.day.stretches.filter((one) => dateAt(one.starts_at, zone) === date && one.coach);
  const coaches = [...new Set(mine.map((one) => one.coach))].sort();
  if (coaches.length === 0) return null;
  return (
    <section aria-label="Coaches" className="rounded-xl border border-rule bg-sheet p-4">
      <h2 className="text-[23px]">Who is with whom</h2>
      {coaches.map((coach) => (
        <details key={coach} className="border-t border-rule py-1.5">
          <summary className="cursor-pointer text-[15px] font-semibold">{coach}</summary>
          <ul>
            {mine
              .filter((one) => one.coach === coach)
              .map((one) => (
                <li key={`${one.athlete}-${one.starts_at}`} className="flex gap-2 text-[14px] leading-6">
                  <span className="w-24 shrink-0 text-dust">
                    {clockAt(one.starts_at, zone)}–{clockAt(one.ends_at, zone)}
                  </span>
                  <span className="mr-auto min-w-0">{names.get(one.athlete)}</span>
                  <span className="text-dust">{one.place === "lanes" ? "lanes" : "warm-up"}</span>
                </li>
              ))}
          </ul>
        </details>
      ))}
    </section>
  );
}
