import type { ReactNode } from "react";
import type { Bench, Item, Plan, Schemas, Session } from "../../api/client";
import { clock, finishWords, hour, longDate, number, percent, plural } from "../../parts/words";
import type { Draft } from "./draft";
import { leftOut } from "./shared";

interface Props {
  session: Session;
  draft: Draft;
  bench: Bench | undefined;
  classId: number | undefined;
  shelf: Schemas["Shelf"];
}

/** The session on one sheet of paper: board, class, what to set out, the prep by the clock, the way up, and the end. */
export function PrintSheet({ session, draft, bench, classId, shelf }: Props) {
  const plan = bench?.plan;
  const found = session.classes.find((one) => one.id === classId);
  const method = shelf.methods.find((one) => one.id === draft.method);
  return (
    <div className="hidden text-[11pt] leading-snug text-black print:block" aria-hidden>
      <p className="display text-[24pt]">{session.title}</p>
      <p>
        {longDate(session.date)}
        {found &&
          `, ${hour(found.starts_at, session.timezone)} class, ${plural(found.people, "person", "people")}`}
        {found?.coach && `, with ${found.coach}`}. {draft.minutes} minutes, {method?.name.toLowerCase()}.
      </p>
      <div className="mt-2 grid grid-cols-2 gap-6">
        <Block title="Board">
          <p className="whitespace-pre-wrap [overflow-wrap:anywhere]">{draft.text.trim()}</p>
        </Block>
        {plan && (
          <Block title="Set out">
            <SetOut plan={plan} />
          </Block>
        )}
      </div>
      {plan && (
        <>
          <Block title="Prep">
            <Drills items={plan.items} />
            <p className="mt-1">
              {percent(plan.covered)} prepared in {clock(plan.seconds)}.
              {plan.uncovered.length > 0 && ` Left: ${leftOut(plan.uncovered)}.`}
            </p>
          </Block>
          <Ways plan={plan} />
          {plan.breaks
            .filter((stop) => stop.items.length > 0)
            .map((stop) => (
              <Block key={stop.part} title={`Before ${stop.name}, ${stop.minutes} min`}>
                <Drills items={stop.items} />
              </Block>
            ))}
          <Block title="Afterwards">
            <p>
              {plan.finish && `${finishWords(plan.finish)} `}
              {plan.cooldown.map((one) => `${one.name} (${one.dose_words})`).join(", ")}.
            </p>
          </Block>
        </>
      )}
    </div>
  );
}

function Block({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="mt-2">
      <p className="display border-b border-black text-[14pt]">{title}</p>
      <div className="mt-1">{children}</div>
    </section>
  );
}

function Drills({ items }: { items: Item[] }) {
  return (
    <table className="w-full">
      <tbody>
        {items.map((item) => (
          <tr key={item.drill} className="border-b border-gray-400 align-top">
            <td className="w-12 py-0.5 tabular-nums">{clock(item.start_s)}</td>
            <td className="w-[32%] pr-2 font-semibold">{item.name}</td>
            <td className="w-[22%] pr-2">{item.dose_words}</td>
            <td>{item.cues.join(". ")}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What has to be there before the class comes, and what for. */
function SetOut({ plan }: { plan: Plan }) {
  const wanted = new Map<string, string[]>();
  for (const item of [...plan.items, ...plan.breaks.flatMap((stop) => stop.items)])
    for (const kit of item.kit_names) wanted.set(kit, [...(wanted.get(kit) ?? []), item.name]);
  if (wanted.size === 0 && plan.ramps.length === 0) return <p>Nothing but the floor.</p>;
  const plates = [...new Set(plan.ramps.flatMap((one) => one.sets.flatMap((set) => set.plates)))];
  return (
    <ul>
      {[...wanted].map(([kit, drills]) => (
        <li key={kit}>
          □ <b>{kit}</b>: {drills.join(", ")}
        </li>
      ))}
      {plates.length > 0 && (
        <li>
          □ <b>plates</b>:{" "}
          {plates
            .sort((a, b) => b - a)
            .map(number)
            .join(", ")}{" "}
          {plan.ramps[0]?.unit}
        </li>
      )}
    </ul>
  );
}

/** Every group's build-up, a line each. */
function Ways({ plan }: { plan: Plan }) {
  if (plan.ramps.length === 0) return null;
  return (
    <Block title={`Build up the ${plan.ramps[0]?.name}`}>
      <table className="w-full">
        <tbody>
          {plan.ramps.map((one) => (
            <tr
              key={`${one.division}-${one.sex}-${one.working}`}
              className="border-b border-gray-400 align-top"
            >
              <td className="w-[32%] pr-2">
                {one.division ?? "as written"}
                {one.sex && `, ${one.sex === "female" ? "women" : "men"}`}: {number(one.working)} {one.unit}
              </td>
              <td>{one.sets.map((set) => `${number(set.load)} × ${set.reps}`).join(", ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Block>
  );
}
