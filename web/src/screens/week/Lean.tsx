import { useQuery } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../api/client";
import { Across } from "../../parts/Across";
import { number, weekday } from "../../parts/words";
import type { WeekActions } from "./useWeekActions";

type Lean = Schemas["LeanOut"];

/** Days on end on one joint, contacts and grip with the blocks beside them, and what the week could swap. */
export function LeanOfWeek({ week, actions }: { week: Schemas["Week"]; actions: WeekActions }) {
  const sessions = week.days.flatMap((day) =>
    day.sessions.map((one) => `${one.id}.${one.version}.${day.date}`),
  );
  const found = useQuery({
    queryKey: ["week-lean", week.start, sessions.join(" ")],
    queryFn: () => answer(api.GET("/api/week/lean", { params: { query: { start: week.start } } })),
    placeholderData: (before) => before,
  });
  const lean = found.data;
  if (!lean?.days.some((day) => Object.keys(day.joints).length > 0)) return null;
  return (
    <section aria-label="How the week leans" className="mx-5 mt-5 border-t border-rule pt-3 phone:mx-3">
      {lean.runs.length === 0 && (
        <p>
          No joint is worked hard {lean.run_days} days running.
          {lean.days.some((day) => day.crowded) && " Jumps come less than 48 hours apart."}
        </p>
      )}
      {lean.runs.map((run) => (
        <p key={run.joint + run.first} className="text-[17px]">
          <b>{run.name}</b> {run.days} days running, {weekday(run.first)} to {weekday(run.last)}.
        </p>
      ))}
      {lean.swaps.length > 0 && (
        <ul className="mt-1">
          {lean.swaps.map((swap) => (
            <Swap key={swapWords(swap)} swap={swap} week={week} actions={actions} />
          ))}
        </ul>
      )}
      <Counts lean={lean} />
    </section>
  );
}

const swapWords = (swap: Schemas["SwapOut"]) =>
  swap.moves.map((move) => `${move.title} to ${weekday(move.to)}`).join(" and ");

function Swap({
  swap,
  week,
  actions,
}: {
  swap: Schemas["SwapOut"];
  week: Schemas["Week"];
  actions: WeekActions;
}) {
  const go = () => {
    for (const move of swap.moves) {
      const from = week.days.find((day) => day.sessions.some((one) => one.id === move.session));
      const session = from?.sessions.find((one) => one.id === move.session);
      const sent = session?.classes.some((one) => one.published_version !== null);
      if (from && session) actions.move(session, from.date, move.to, sent); // the cost said who is told
    }
  };
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-1.5">
      <span className="min-w-0 flex-1 text-[15px]">
        <b>{swapWords(swap)}</b>
        <span className="block">
          {swap.gains.join("; ")}
          {swap.costs.length > 0 && <span className="text-hold"> Costs: {swap.costs.join("; ")}.</span>}
        </span>
      </span>
      <button type="button" className="plain-action" onClick={go} aria-label={`Do it: ${swapWords(swap)}`}>
        Do it
      </button>
    </li>
  );
}

const contactWords = (day: Lean["days"][number]) =>
  [
    day.contacts > 0 && number(day.contacts),
    day.block_contacts > 0 && `${number(day.block_contacts)} in a block`,
    day.crowded && "too soon",
  ]
    .filter(Boolean)
    .join(", ");

/** Contacts and grip, day by day, with what blocks add beside the classes. */
function Counts({ lean }: { lean: Lean }) {
  const jumps = lean.days.some((day) => day.contacts + day.block_contacts > 0);
  const rows: [string, (day: Lean["days"][number]) => string][] = [
    ...(jumps
      ? ([["Jump contacts", (day) => (day.contacts || day.block_contacts ? contactWords(day) : "–")]] as [
          string,
          (day: Lean["days"][number]) => string,
        ][])
      : []),
    ["Grip", (day) => (day.grip >= lean.hard ? "hard" : day.grip >= 0.15 ? "some" : "–")],
  ];
  return (
    <Across of="Contacts and grip">
      <table className="mt-2 text-[14px]">
        <thead className="sr-only">
          <tr>
            <td />
            {lean.days.map((day) => (
              <th key={day.date}>{weekday(day.date)}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, words]) => (
            <tr key={name}>
              <th scope="row" className="pr-4 text-left font-semibold whitespace-nowrap">
                {name}
              </th>
              {lean.days.map((day) => (
                <td key={day.date} className="pr-5 whitespace-nowrap">
                  <span className="quiet" aria-hidden>
                    {weekday(day.date)}
                  </span>{" "}
                  {words(day)}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </Across>
  );
}
