import { useQuery } from "@tanstack/react-query";
import { Link, useParams, useSearch } from "@tanstack/react-router";
import type { ReactNode } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Across } from "../../parts/Across";
import { shortDay } from "../../parts/RangeCourse";
import { Trouble, Waiting } from "../../parts/Trouble";
import { number, plural } from "../../parts/words";

type Month = Schemas["MonthOut"];

/** A gym's year on a page. */
export function GymYear() {
  const { year } = useSearch({ from: "/year" });
  const found = useQuery({
    queryKey: ["year", year ?? "now"],
    queryFn: () => answer(api.GET("/api/year", { params: { query: year ? { year } : {} } })),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Putting the year together" />;
  const of = found.data;
  const classes = sum(of.months, (month) => month.classes);
  return (
    <Page
      title={`${of.gym}, ${of.year}`}
      back={
        <Link to="/log" className="underline underline-offset-2">
          Log
        </Link>
      }
      years={of.years.map((one) => (
        <Link key={one} to="/year" search={{ year: one }} className={yearClass(one === of.year)}>
          {one}
        </Link>
      ))}
    >
      <p className="mt-1 text-[19px]">
        {classes === 0
          ? "No class of this year is over yet."
          : `${plural(classes, "class", "classes")} for ${plural(of.people, "person", "people")}, who came ${plural(
              sum(of.months, (month) => month.came),
              "time",
            )}; ${plural(
              sum(of.months, (month) => month.tests),
              "test",
            )}, ${plural(
              sum(of.months, (month) => month.ticks),
              "day",
            )} of homework and blocks.`}
      </p>
      <Months months={of.months} what="came" joints={of.joints} />
      <div className="mt-5 grid grid-cols-2 gap-8 max-md:grid-cols-1 print:grid-cols-2">
        <BlockYear blocks={of.blocks} gym />
        <section aria-label="Drills">
          <h2 className="border-b border-ink pb-1 text-[21px]">Drills given most</h2>
          {of.drills.length === 0 && <p className="mt-1">None yet.</p>}
          <ul>
            {of.drills.map((one) => (
              <li
                key={one.name}
                className="flex justify-between gap-3 border-b border-rule py-0.5 text-[15px]"
              >
                {one.name} <span>{plural(one.classes, "class", "classes")}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </Page>
  );
}

/** A person's year on a page: their own, beside nobody. */
export function PersonYear() {
  const id = Number(useParams({ from: "/people/$id/year" }).id);
  const { year } = useSearch({ from: "/people/$id/year" });
  const found = useQuery({
    queryKey: ["person-year", id, year ?? "now"],
    queryFn: () =>
      answer(
        api.GET("/api/people/{person_id}/year", {
          params: { path: { person_id: id }, query: year ? { year } : {} },
        }),
      ),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Putting the year together" />;
  const of = found.data;
  const classes = sum(of.months, (month) => month.classes);
  return (
    <Page
      title={`${of.name}, ${of.year}`}
      back={
        <Link to="/people/$id/log" params={{ id: String(id) }} className="underline underline-offset-2">
          The weeks
        </Link>
      }
      years={of.years.map((one) => (
        <Link
          key={one}
          to="/people/$id/year"
          params={{ id: String(id) }}
          search={{ year: one }}
          className={yearClass(one === of.year)}
        >
          {one}
        </Link>
      ))}
    >
      <p className="mt-1 text-[19px]">
        {classes === 0
          ? "No class of this year yet."
          : `${plural(classes, "class", "classes")}, extras ${plural(
              sum(of.months, (month) => month.extras),
              "time",
            )}, ${plural(
              sum(of.months, (month) => month.ticks),
              "day",
            )} of homework and blocks. ${of.gym}.`}
      </p>
      <Months months={of.months} what="classes" />
      <section aria-label="Tests" className="mt-5">
        <h2 className="border-b border-ink pb-1 text-[21px]">Tests, the first and the last</h2>
        {of.tests.length === 0 && <p className="mt-1">Nothing was measured this year.</p>}
        {of.tests.length > 0 && (
          <table className="w-full border-collapse text-[15px]">
            <thead className="sr-only">
              <tr>
                <th>Test</th>
                <th>First</th>
                <th>Last</th>
                <th>Change</th>
              </tr>
            </thead>
            <tbody>
              {of.tests.map((one) => (
                <tr key={one.test + one.side} className="border-b border-rule">
                  <td className="py-1 pr-3">
                    {one.name}
                    {one.side !== "both" && `, ${one.side}`}
                  </td>
                  <td className="py-1 pr-3 text-right">{reading(one, one.first)}</td>
                  <td className="py-1 pr-3 text-right">
                    {one.readings > 1 ? reading(one, one.last) : "once"}
                  </td>
                  <td className="py-1 text-right">{changeWords(one)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      <div className="mt-5">
        <BlockYear blocks={of.blocks} />
      </div>
    </Page>
  );
}

const UNITS = { cm: " cm", deg: "°", rung: "", held: "" };
const reading = (one: Schemas["YearTest"], value: number) =>
  one.reads === "held" ? (value >= 1 ? "held" : "not held") : `${number(value)}${UNITS[one.reads]}`;
const changeWords = (one: Schemas["YearTest"]) =>
  ({
    first: "first of the year",
    "no clear change": `no clear change (${number(one.detectable)}${UNITS[one.reads]} would be)`,
    more: "more than before",
    less: "less than before",
  })[one.verdict];

const sum = (months: Month[], of: (month: Month) => number) =>
  months.reduce((total, month) => total + of(month), 0);
const yearClass = (open: boolean) =>
  `rounded-md px-2 py-1 touch:min-h-10 touch:px-3 ${open ? "bg-sand font-semibold" : "hover:bg-sand"}`;

function Page({
  title,
  back,
  years,
  children,
}: {
  title: string;
  back: ReactNode;
  years: ReactNode[];
  children: ReactNode;
}) {
  return (
    <article className="mx-auto max-w-[900px] px-5 pt-4 pb-10 max-md:px-3 print:max-w-none print:p-0">
      <p className="no-print flex flex-wrap items-center gap-2 text-[15px]">
        {back} {years}
        <button type="button" className="plain-action ml-auto" onClick={() => window.print()}>
          Print
        </button>
      </p>
      <h1 className="mt-2 text-[38px] [overflow-wrap:anywhere]">{title}</h1>
      {children}
    </article>
  );
}

const monthName = (first: string) =>
  new Date(`${first}T12:00:00`).toLocaleDateString("en-GB", { month: "short" });

/** Twelve months as sticks, with the numbers under them: the chart is its own table. */
function Months({
  months,
  what,
  joints = [],
}: {
  months: Month[];
  what: "came" | "classes";
  joints?: Schemas["JointName"][];
}) {
  const worked = joints.filter((joint) => months.some((month) => month.joints[joint.id]));
  const most = Math.max(1, ...months.map((month) => month[what]));
  const rows: [string, (month: Month) => number][] = [
    [what === "came" ? "came" : "classes", (month) => month[what]],
    ["extras", (month) => month.extras],
    ["better", (month) => month.better],
    ["the same", (month) => month.same],
    ["worse", (month) => month.worse],
    ["tests", (month) => month.tests],
    ["homework", (month) => month.ticks],
  ];
  return (
    <Across of="Months" className="mt-4">
      <table className="w-full border-collapse text-center text-[14px] tabular-nums">
        <thead>
          <tr>
            <td />
            {months.map((month) => (
              <td key={month.first} className="h-24 align-bottom" aria-hidden>
                <span
                  className="mx-auto block w-4 bg-slate-line print:bg-black"
                  style={{ height: `${(month[what] / most) * 92}px` }}
                />
              </td>
            ))}
          </tr>
          <tr className="border-t-2 border-b border-ink">
            <td />
            {months.map((month) => (
              <th key={month.first} scope="col" className="px-1 py-0.5 font-semibold">
                {monthName(month.first)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([name, of]) => (
            <tr key={name} className="border-b border-rule">
              <th scope="row" className="pr-2 text-left font-normal whitespace-nowrap">
                {name}
              </th>
              {months.map((month) => (
                <td key={month.first} className="px-1 py-0.5">
                  {of(month) || ""}
                </td>
              ))}
            </tr>
          ))}
          {worked.length > 0 && (
            <tr>
              <th scope="rowgroup" colSpan={months.length + 1} className="display pt-3 text-left text-[21px]">
                Days that worked a joint hard
              </th>
            </tr>
          )}
          {worked.map((joint) => (
            <JointRow key={joint.id} joint={joint} months={months} />
          ))}
        </tbody>
      </table>
    </Across>
  );
}

/** Days of a month that worked a joint hard, as a bar of its height. */
function JointRow({ joint, months }: { joint: Schemas["JointName"]; months: Month[] }) {
  return (
    <tr className="border-b border-rule">
      <th scope="row" className="pr-2 text-left font-normal whitespace-nowrap">
        {joint.name}
      </th>
      {months.map((month) => {
        const days = month.joints[joint.id] ?? 0;
        return (
          <td key={month.first} className="px-1 py-0.5 align-bottom">
            <span
              aria-hidden
              className="mx-auto block w-8 bg-reach print:bg-black"
              style={{ height: `${Math.min(14, days / 2)}px` }}
            />
            {days || ""}
          </td>
        );
      })}
    </tr>
  );
}

function BlockYear({ blocks, gym = false }: { blocks: Schemas["YearBlock"][]; gym?: boolean }) {
  return (
    <section aria-label="Blocks">
      <h2 className="border-b border-ink pb-1 text-[21px]">{gym ? "Blocks" : "Homework and blocks"}</h2>
      {blocks.length === 0 && <p className="mt-1">None this year.</p>}
      <ul>
        {blocks.map((one) => (
          <li key={one.name + one.starts_on} className="border-b border-rule py-0.5 text-[15px]">
            {one.name}, {plural(one.weeks, "week")} from {shortDay(one.starts_on)}
            <span className="quiet">
              {" "}
              {gym && `${plural(one.people, "person", "people")}, `}
              {plural(one.done, "day")} done{one.ended && `, ${one.ended}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
