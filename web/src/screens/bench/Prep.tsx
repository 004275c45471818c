import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import type { Plan } from "../../api/client";
import { drillsQuery, nextMinuteQuery } from "../../api/queries";
import { Waiting } from "../../parts/Trouble";
import { clock, finishWords, percent, plural } from "../../parts/words";
import type { Lit, Point } from "../../thread/thread";
import { Before } from "./Before";
import { Compare } from "./Compare";
import { DrillRow } from "./DrillRow";
import { Ramp } from "./Ramp";
import { Stops } from "./Stops";
import { leftOut, lockedDraft, type PrepProps, paceWords } from "./shared";

const LATER_SHOWN = 2; // parts that are not ready, each in a line; more are folded, as the drills come first

/** What one more minute would buy; asked for once the plan is there. */
function NextMinute({ session, draft, change, classId }: PrepProps) {
  const found = useQuery({ ...nextMinuteQuery(session.id, { ...draft, class_id: classId ?? null }) });
  const best = found.data?.[0];
  if (!best) return null;
  return (
    <p className="no-print mt-0.5">
      One more minute buys{" "}
      <button
        type="button"
        className="font-semibold underline underline-offset-2"
        onClick={() => change({ minutes: draft.minutes + 1 })}
      >
        {best.name}
      </button>
      {best.new > 1 && ` and ${best.new - 1} more`},{" "}
      <span className="whitespace-nowrap">+{percent(best.whole)}</span>.
    </p>
  );
}

/** The prep: a strip of time to scale on its edge, drills in order, the ramp, and what is covered and left. */
export function Prep(props: PrepProps) {
  const { bench, draft, change, shelf, busy } = props;
  const plan = bench?.plan;
  const [refused, setRefused] = useState("");
  const list = useFocusKept(plan);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plan, another reason
  useEffect(() => setRefused(""), [plan]);
  if (!bench)
    return (
      <section data-column="prep" aria-label="Prep">
        <Waiting what="Working it out" />
      </section>
    );
  if (!plan) {
    return (
      <section
        data-column="prep"
        aria-label="Prep"
        className="rounded-xl border border-dashed border-dust p-5"
      >
        <h2 className="text-[23px]">No prep yet</h2>
        <p className="mt-1">
          {draft.text.trim() && bench.problem
            ? bench.problem.message
            : "Paste or write the day’s workout on the board. What it asks, and a prep that fits the minutes, stand here as you type."}
        </p>
      </section>
    );
  }
  const later = plan.breaks.filter((one) => one.minutes === 0 && one.missing.length > 0);
  const method = shelf.methods.find((one) => one.id === plan.method);
  return (
    <section
      data-column="prep"
      aria-label="Prep"
      aria-busy={busy}
      className="flex min-w-0 flex-col desk:min-h-0 md:narrow:col-start-2 md:narrow:row-span-2 md:narrow:row-start-1"
    >
      <div className="mb-1.5 flex flex-wrap items-center justify-between gap-2">
        <h2 className="min-w-0 text-[23px]">
          Prep{" "}
          <span className="text-[14px] font-normal text-dust [font-family:var(--font-text)]">
            {paceWords(plan)}
          </span>
        </h2>
        <p role="status" className="sr-only">
          {!busy && (nothingWords(bench, plan) || planWords(plan))}
        </p>
        <span className="no-print flex shrink-0 gap-1.5">
          <Before {...props} />
          <Compare {...props} />
          <button
            type="button"
            className={`plain-action ${draft.locked ? "!border-ink font-semibold" : ""}`}
            aria-pressed={draft.locked}
            title="Keep it exactly as it stands (L)"
            onClick={() => change(lockedDraft(draft, plan))}
          >
            {draft.locked ? "Locked" : "Lock"}
          </button>
          <button type="button" className="plain-action" onClick={() => window.print()}>
            Print
          </button>
        </span>
      </div>
      <div className="flex flex-1 gap-2 desk:min-h-0">
        <TimeStrip plan={plan} lit={props.lit} onPoint={props.onPoint} />
        <ol
          ref={list}
          tabIndex={-1}
          data-scroll="prep"
          className="min-w-0 flex-1 space-y-1 pr-1 pb-1 desk:min-h-0 desk:overflow-y-auto"
          aria-label="Drills in order"
        >
          {plan.items.map((item, index) => (
            <DrillRow
              key={item.drill}
              {...props}
              item={item}
              first={index === 0 || plan.items[index - 1]?.phase !== item.phase}
              last={plan.items[index + 1]?.phase !== item.phase}
              newPhase={index === 0 || plan.items[index - 1]?.phase !== item.phase}
              plan={plan}
              onRefused={setRefused}
            />
          ))}
          {refused && (
            <li role="alert" className="rounded-lg border border-hold bg-sheet p-2 text-[14px] text-hold">
              {refused}
            </li>
          )}
          {plan.ramp.length > 0 && <Ramp {...props} plan={plan} />}
          <Stops {...props} plan={plan} />
        </ol>
      </div>
      <div className="mt-2 border-t-2 border-ink pt-2 text-[15px] leading-snug">
        <Covered {...props} plan={plan} bench={bench} />
        {plan.uncovered.length > 0 && (
          <p className="mt-0.5">
            <strong>Left:</strong> {leftOut(plan.uncovered)}.
          </p>
        )}
        {!busy && draft.minutes < shelf.max_minutes && <NextMinute {...props} />}
        {later.slice(0, LATER_SHOWN).map((one) => (
          <NotReady key={one.part} stop={one} />
        ))}
        {later.length > LATER_SHOWN && (
          <details>
            <summary className="cursor-pointer py-0.5">
              {plural(later.length - LATER_SHOWN, "more part")} not ready
            </summary>
            {later.slice(LATER_SHOWN).map((one) => (
              <NotReady key={one.part} stop={one} />
            ))}
          </details>
        )}
        {plan.notes.map((note) => (
          <p key={note} className="mt-0.5 text-dust">
            {note}
          </p>
        ))}
        {draft.bans.length > 0 && (
          <p className="mt-0.5 text-dust">
            {plural(draft.bans.length, "drill")} taken out.{" "}
            <button type="button" className="underline touch:min-h-10" onClick={() => change({ bans: [] })}>
              Allow all again
            </button>
          </p>
        )}
        {draft.bans.length > 0 && <Bans {...props} />}
        <details className="mt-0.5 text-[14px]">
          <summary className="cursor-pointer text-dust">
            Cool-down, cautions, and where coaches differ
          </summary>
          <p className="mt-1">
            {plan.finish && `${finishWords(plan.finish)} `}Cool-down:{" "}
            {plan.cooldown.map((one) => `${one.name} (${one.dose_words})`).join(", ")}.
          </p>
          {plan.tally && <p className="mt-1">In numbers: {numbers(plan.tally)}.</p>}
          <p className="mt-1">
            Prep is not treatment. Sharp, pinching or radiating pain, numbness or dizziness: stop, and see a
            licensed clinician. A clinician’s instructions outrank this plan.
          </p>
          {method && (
            <p className="mt-1">
              {method.name}: {method.belief} {method.differ}
            </p>
          )}
        </details>
      </div>
    </section>
  );
}

/** The prep in one sentence, for who hears the page. */
function planWords(plan: Plan): string {
  return `Prep: ${plural(plan.items.length, "drill")}, ${clock(plan.seconds)} of ${plan.minutes}:00, ${percent(plan.covered)} prepared.`;
}

/** The keyboard stays where it was: on the same drill when it moved, on the one that took its place when it is gone. */
function useFocusKept(plan: Plan | null | undefined) {
  const list = useRef<HTMLOListElement>(null);
  const last = useRef<{ drill: string; place: number } | null>(null);
  useEffect(() => {
    const note = (event: FocusEvent) => {
      const row = event.target instanceof HTMLElement ? event.target.closest("[data-drill]") : null;
      if (!(row instanceof HTMLElement) || !list.current?.contains(row)) {
        if (event.target !== document.body) last.current = null;
        return;
      }
      const rows = [...list.current.querySelectorAll("[data-drill]")];
      last.current = { drill: row.dataset.drill ?? "", place: rows.indexOf(row) };
    };
    document.addEventListener("focusin", note);
    return () => document.removeEventListener("focusin", note);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another plan may have taken the focus with it
  useEffect(() => {
    const { current: was } = last;
    if (!was || !list.current || document.activeElement !== document.body) return;
    const rows = [...list.current.querySelectorAll<HTMLElement>("[data-drill]")];
    const same = rows.find((row) => row.dataset.drill === was.drill);
    (same ?? rows[Math.min(was.place, rows.length - 1)] ?? list.current).focus();
  }, [plan]);
  return list;
}

/** Why there is nothing to do; empty where there is something. */
function nothingWords(bench: NonNullable<PrepProps["bench"]>, plan: Plan): string {
  if (plan.items.length + plan.ramp.length > 0) return "";
  return bench.demands.length === 0
    ? "The board asks for nothing that needs preparing."
    : `Nothing that helps fits into ${plural(plan.minutes, "minute")} with this kit.`;
}

/** How much of what is asked is prepared, in how long, for whom; and plainly when that is nothing. */
function Covered({
  session,
  bench,
  plan,
  classId,
}: PrepProps & { plan: Plan; bench: NonNullable<PrepProps["bench"]> }) {
  const people = session.classes.find((one) => one.id === classId)?.people ?? 0;
  const whom =
    people > 0 ? `for ${plural(people, "person", "people")}` : "for adults, as nobody is on the roster yet";
  const nothing = nothingWords(bench, plan);
  if (nothing) return <p>{nothing}</p>;
  return (
    <p>
      <span className="display text-[24px]">{percent(plan.covered)}</span> of what {asking(bench, plan)} is
      prepared, in {clock(plan.seconds)} of {plan.minutes}:00, {whom}.
    </p>
  );
}

/** The drills that were taken out, each of which can come back. */
function Bans({ draft, change }: PrepProps) {
  const drills = useQuery(drillsQuery);
  const names = new Map(drills.data?.map((one) => [one.id, one.name]));
  return (
    <ul className="no-print mt-1 flex flex-wrap gap-1.5" aria-label="Drills taken out">
      {draft.bans.map((id) => (
        <li key={id}>
          <button
            type="button"
            className="plain-action touch:min-h-10"
            onClick={() => change({ bans: draft.bans.filter((one) => one !== id) })}
          >
            {names.get(id) ?? "…"} <span className="text-dust">allow again</span>
          </button>
        </li>
      ))}
    </ul>
  );
}

/** "it asks", or the parts this prep serves when later ones have a stop of their own. */
function asking(bench: NonNullable<PrepProps["bench"]>, plan: Plan): string {
  const later = plan.breaks.find((one) => one.minutes > 0);
  if (!later) return "it asks";
  const names = (bench.workout?.parts ?? []).map((part) => part.name);
  const mine = names.slice(0, names.indexOf(later.name));
  return mine.length > 1 ? `${mine[0]} to ${mine[mine.length - 1]} ask` : `${mine[0] ?? "it"} asks`;
}

type Tally = NonNullable<Plan["tally"]>;

function slowly(one: Tally["slow"][number]): string {
  const side = one.sides > 1 ? " a side" : "";
  return `${one.name.toLowerCase()}, ${one.reps}${side}, one every ${one.every_s} s: ${clock(one.seconds)}`;
}

function taking(one: Tally["turns"][number]): string {
  const waits = one.meanwhile.length > 0 ? one.meanwhile.join(", ").toLowerCase() : "rest";
  const who = one.people === 2 ? "in pairs" : `in teams of ${one.people}`;
  return `${one.part}, ${who}: each works ${clock(one.works_s)} and has ${clock(one.waits_s)} of ${waits}`;
}

function numbers(tally: NonNullable<Plan["tally"]>): string {
  const said = [`warm-up and cool-down take ${percent(tally.share_of_hour)} of the hour`];
  if (tally.contacts) said.push(`${tally.contacts} jump contacts, ${tally.contacts_words}`);
  if (tally.lunge_steps) said.push(`${tally.lunge_steps} lunge steps`);
  for (const one of tally.slow) said.push(slowly(one));
  for (const one of tally.intervals)
    said.push(`${one.part}: ${clock(one.work_s)} of work and ${clock(one.rest_s)} of rest`);
  for (const one of tally.turns) said.push(taking(one));
  for (const one of tally.reps) said.push(`${one.reps} × ${one.name.toLowerCase()} before the work`);
  return said.join("; ");
}

function TimeStrip({
  plan,
  lit,
  onPoint,
}: {
  plan: Plan;
  lit: Lit | null;
  onPoint: (point: Point | null) => void;
}) {
  const total = plan.minutes * 60;
  const place = (seconds: number) => `${(seconds / total) * 100}%`;
  const ramp = plan.ramp.filter((one) => one.start_s !== null);
  return (
    <div
      className="relative w-9 shrink-0 select-none phone:hidden narrow:sticky narrow:top-3 narrow:h-[70dvh]"
      aria-hidden
    >
      {Array.from(
        { length: plan.minutes + 1 },
        (_, minute) =>
          (plan.minutes <= 20 || minute % 5 === 0) && (
            <span
              // biome-ignore lint/suspicious/noArrayIndexKey: minutes are their own names
              key={minute}
              className="absolute right-[14px] -translate-y-1/2 text-[13px] text-dust"
              style={{ top: `calc(6px + (100% - 12px) * ${minute / plan.minutes})` }}
            >
              {minute}
            </span>
          ),
      )}
      <div className="absolute top-[6px] right-0 bottom-[6px] w-[10px] rounded-full bg-sand">
        {plan.items.flatMap((item) =>
          item.turns.map(([start = 0, seconds = 0]) => (
            <span
              key={`${item.drill}-${start}`}
              className={`absolute inset-x-0 rounded-sm ${lit?.drills.has(item.drill) ? "bg-reach" : "bg-slate-line"}`}
              style={{ top: place(start), height: place(seconds) }}
              onPointerEnter={() => onPoint({ at: "drill", id: item.drill })}
              onPointerLeave={() => onPoint(null)}
            />
          )),
        )}
        {ramp.map((one) => (
          <span
            key={one.load_kg}
            className="absolute inset-x-0 rounded-sm bg-hold"
            style={{ top: place(one.start_s ?? 0), height: place(one.seconds - 4) }}
          />
        ))}
      </div>
    </div>
  );
}

/** What a later part finds not ready; its name leads to its stop. */
function NotReady({ stop }: { stop: Plan["breaks"][number] }) {
  return (
    <p className="mt-0.5">
      <strong>Not ready</strong> by{" "}
      <button
        type="button"
        className="underline underline-offset-2"
        onClick={() => document.getElementById(`stop-${stop.part}`)?.scrollIntoView({ block: "nearest" })}
      >
        {stop.name}
      </button>
      :{" "}
      {stop.ready
        .filter((ready) => stop.missing.includes(ready.demand))
        .slice(0, 3)
        .map((ready) => ready.name.toLowerCase())
        .join(", ")}
      {stop.missing.length > 3 && ` and ${stop.missing.length - 3} more`}.
    </p>
  );
}
