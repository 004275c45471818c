import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { answer, api, type Plan, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, number, percent, plural } from "../../parts/words";
import type { PrepProps } from "./shared";

type Group = Schemas["Ramp"];

/** The way up to the working weight, set by set; every group of the class, and two on one bar, behind a button. */
export function Ramp(props: PrepProps & { plan: Plan }) {
  const { plan } = props;
  const [first] = plan.ramp;
  const late = plan.ramp.filter((one) => one.start_s === null).length;
  if (!first) return null;
  const shown = plan.ramps.find(
    (one) =>
      one.sets.length === plan.ramp.length &&
      one.sets.every((step, place) => step.load === plan.ramp[place]?.load),
  );
  return (
    <li className="rounded-lg border border-rule bg-sheet px-3 py-2" aria-label="Ramp">
      <div className="flex items-start justify-between gap-2">
        <div>
          <p className="text-[13px] text-dust">
            ramp{first.start_s !== null && `, from ${clock(first.start_s)}`}
            {shown && plan.ramps.length > 1 && `; ${groupName(shown)}`}
          </p>
          <p className="text-[15px] font-semibold">Build up the {first.name}</p>
        </div>
        {plan.ramps.length > 1 && <Bars {...props} />}
      </div>
      <table className="mt-1 w-full text-[14px]">
        <thead className="sr-only">
          <tr>
            <th scope="col">load</th>
            <th scope="col">reps</th>
            <th scope="col">plates a side</th>
            <th scope="col">rest</th>
          </tr>
        </thead>
        <tbody>
          {plan.ramp.map((one) => (
            <tr key={one.load} className={one.start_s === null ? "text-dust" : ""}>
              <td className="display w-16 text-[19px]">
                {number(one.load)} {one.unit}
              </td>
              <td>{plural(one.reps, "rep")}</td>
              <td>{plates(one.plates)}</td>
              <td className="text-right">{one.rest_s} s rest</td>
            </tr>
          ))}
        </tbody>
      </table>
      {first.estimated && (
        <p className="mt-1 text-[13px] text-dust">
          Loads for an average lifter: the board gives a percentage, and each member’s own best decides.
        </p>
      )}
      {late > 0 && <p className="mt-1 text-[13px] text-dust">The grey sets belong to the part’s own time.</p>}
    </li>
  );
}

function plates(a_side: number[]): string {
  return a_side.length ? `${a_side.map(number).join(" + ")} a side` : "empty bar";
}

function groupName(one: Group): string {
  const who = one.sex === "female" ? "women" : one.sex === "male" ? "men" : "everyone";
  return `${one.division ? `${one.division} ` : ""}${who}, ${number(one.working)} ${one.unit}`;
}

/** Every group's way up, and two groups' lifters taking turns on one bar. */
function Bars(props: PrepProps & { plan: Plan }) {
  const { plan } = props;
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="plain-action no-print shrink-0 whitespace-nowrap">
        {plan.ramps.length} groups, shared bars
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/50" />
        <Dialog.Content
          className="fixed inset-x-8 top-8 bottom-8 phone:inset-2 z-50 mx-auto max-w-[1000px] overflow-y-auto rounded-xl bg-paper p-5"
          aria-describedby={undefined}
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="text-[26px]">Build up the {plan.ramps[0]?.name}</Dialog.Title>
            <Dialog.Close className="plain-action">Close</Dialog.Close>
          </div>
          <ul className="mt-3 grid grid-cols-2 gap-x-8 phone:grid-cols-1 gap-y-4" aria-label="Groups">
            {plan.ramps.map((one) => (
              <GroupWay key={groupName(one)} group={one} />
            ))}
          </ul>
          <SharedBar {...props} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function GroupWay({ group }: { group: Group }) {
  return (
    <li>
      <h2 className="border-b-2 border-ink pb-0.5 text-[20px]">
        {groupName(group)} <span className="text-dust">({plural(group.people, "person", "people")})</span>
      </h2>
      <ol className="text-[15px]">
        {group.sets.map((one) => (
          <Step
            key={one.load}
            load={one.load}
            unit={one.unit}
            reps={plural(one.reps, "rep")}
            on={one.plates}
            share={one.share}
          />
        ))}
        <Step load={group.working} unit={group.unit} reps="work" on={group.plates} share={1} />
      </ol>
      {group.estimated && (
        <p className="mt-0.5 text-[13px] text-dust">For an average lifter; each one’s own best decides.</p>
      )}
    </li>
  );
}

function Step({
  load,
  unit,
  reps,
  on,
  share,
}: {
  load: number;
  unit: string;
  reps: string;
  on: number[];
  share: number;
}) {
  return (
    <li className="relative flex items-baseline gap-3 border-b border-rule py-0.5">
      <span
        aria-hidden
        className="absolute bottom-0 left-0 h-[3px] bg-hold"
        style={{ width: percent(share).replace(" ", "") }}
      />
      <span className="display w-20 text-[19px]">
        {number(load)} {unit}
      </span>
      <span className="w-16">{reps}</span>
      <span className="text-dust">{plates(on)}</span>
    </li>
  );
}

function SharedBar({ session, draft, classId, plan }: PrepProps & { plan: Plan }) {
  const [first, setFirst] = useState(0);
  const [second, setSecond] = useState(0);
  const found = useQuery({
    queryKey: ["shared-bar", session.id, draft, classId, first, second],
    queryFn: () =>
      answer(
        api.POST("/api/sessions/{session_id}/shared-bar", {
          params: { path: { session_id: session.id } },
          body: { ...draft, class_id: classId ?? null, first, second },
        }),
      ),
  });
  const names = [plan.ramps[first], plan.ramps[second]].map((one) => (one ? groupName(one) : ""));
  const pick = (label: string, value: number, set: (place: number) => void) => (
    <select
      className="field"
      aria-label={label}
      value={value}
      onChange={(event) => set(Number(event.target.value))}
    >
      {plan.ramps.map((one, place) => (
        <option key={groupName(one)} value={place}>
          {groupName(one)}
        </option>
      ))}
    </select>
  );
  return (
    <section className="mt-6" aria-label="Two on one bar">
      <h2 className="border-b-2 border-ink pb-1 text-[22px]">Two on one bar</h2>
      <p className="mt-2 flex items-center gap-2">
        {pick("First lifter", first, setFirst)} with {pick("Second lifter", second, setSecond)}
      </p>
      {found.error && <Trouble error={found.error} />}
      {found.isPending && <Waiting what="Sorting the plates" />}
      {found.data?.why && (
        <p role="status" className="mt-2">
          {found.data.why}
        </p>
      )}
      {found.data && found.data.turns.length > 0 && (
        <>
          <p className="mt-2 text-[15px]">
            {plural(found.data.moved, "plate")} moved on each end; on two bars it would be{" "}
            {found.data.apart_moved}.
          </p>
          <table className="mt-1 w-full max-w-[640px] text-[15px]">
            <thead className="text-left text-[13px] text-dust">
              <tr>
                <th scope="col">turn</th>
                <th scope="col">who</th>
                <th scope="col">load</th>
                <th scope="col">reps</th>
                <th scope="col">plates</th>
                <th scope="col">moved</th>
              </tr>
            </thead>
            <tbody>
              {found.data.turns.map((one, index) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: sets have no id and keep their order
                <tr key={index} className="border-b border-rule">
                  <td>{index + 1}</td>
                  <td>{names[0] === names[1] ? ["first", "second"][one.who] : names[one.who]}</td>
                  <td className="display text-[18px]">
                    {number(one.load)} {plan.ramps[first]?.unit}
                  </td>
                  <td>{one.reps ?? "work"}</td>
                  <td>{plates(one.plates)}</td>
                  <td>{one.moved}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </section>
  );
}
