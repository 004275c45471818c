import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Across } from "../../parts/Across";
import { shortDay } from "../../parts/RangeCourse";
import { Trouble, Waiting } from "../../parts/Trouble";
import { number, percent, plural, weekday } from "../../parts/words";
import { EventList } from "../log/PersonLog";
import { Area } from "./Area";
import { ChangeBlock } from "./ChangeBlock";
import { type Block, type Change, useChange } from "./change";
import { MorePeople } from "./MorePeople";
import { AIM_NAMES, WEEKDAYS } from "./words";

type Enrolled = Schemas["EnrolledOut"];
type Week = Schemas["BlockWeekOut"];

/** One block: how it runs for each, week by week, and what can be changed. */
export function BlockScreen() {
  const id = Number(useParams({ from: "/blocks/$id" }).id);
  const found = useQuery({
    queryKey: ["block", id],
    queryFn: () => answer(api.GET("/api/blocks/{block_id}", { params: { path: { block_id: id } } })),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Working out the block" />;
  return <Shown block={found.data} />;
}

function Shown({ block }: { block: Block }) {
  const change = useChange(block.id);
  const [sure, setSure] = useState(false);
  const path = { block_id: block.id };
  const going = block.enrolled.filter((one) => one.ended === "").length;
  return (
    <div className="mx-auto max-w-[1160px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/blocks" className="underline underline-offset-2">
          Blocks
        </Link>
      </p>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-[34px] [overflow-wrap:anywhere]">{block.name}</h1>
        {block.stopped_on === null && going > 0 && (
          <span className="ml-auto flex gap-2">
            {sure ? (
              <>
                <button
                  type="button"
                  className="action"
                  onClick={() => {
                    setSure(false);
                    change.mutate(() => api.POST("/api/blocks/{block_id}/stop", { params: { path } }));
                  }}
                >
                  Stop it for {going === 1 ? "them" : `all ${going}`}
                </button>
                <button type="button" className="plain-action" onClick={() => setSure(false)}>
                  Let it run
                </button>
              </>
            ) : (
              <button type="button" className="plain-action" onClick={() => setSure(true)}>
                Stop the block
              </button>
            )}
          </span>
        )}
      </div>
      <p>
        {AIM_NAMES[block.aim]} for {block.for_words}:{" "}
        {block.motions.join(" and ") || block.skill || "contacts counted"}, {plural(block.weeks, "week")} from{" "}
        {shortDay(block.starts_on)}
        {block.until && ` to the competition on ${shortDay(block.until)}`}, usually{" "}
        {block.weekdays.map((day) => WEEKDAYS[day]).join(", ")}.
        {block.by_rule ? " Given by rule." : block.made_by && ` Started by ${block.made_by}.`}
        {block.stopped_on && ` Stopped on ${shortDay(block.stopped_on)}.`}
      </p>
      {change.error && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {change.error.message}
        </p>
      )}
      {block.stopped_on === null && (
        <div className="mt-2 flex flex-wrap items-start gap-2">
          <ChangeBlock block={block} change={change} />
          {!block.homework && <MorePeople block={block} />}
        </div>
      )}
      {block.enrolled.map((one) => (
        <Person key={one.id} block={block} one={one} change={change} open={block.enrolled.length <= 3} />
      ))}
    </div>
  );
}

const ENDED: Record<string, string> = {
  done: "done",
  stopped: "stopped",
  pain: "stopped for pain; it waits for you",
  fell: "stopped, as the range fell",
  over: "over",
};

function Person({
  block,
  one,
  change,
  open,
}: {
  block: Block;
  one: Enrolled;
  change: Change;
  open: boolean;
}) {
  const path = { enrolled_id: one.id };
  const running = one.ended === "" && block.stopped_on === null;
  return (
    <details className="mt-4 border-t-2 border-ink pt-2" open={open}>
      <summary className="min-h-10 cursor-pointer py-1">
        <h2 className="inline text-[23px]">{one.name}</h2>{" "}
        <span className="text-[15px]">
          {one.done} of {plural(one.planned, "day")} done ({percent(one.share_done)})
          {block.aim === "jump" && `, level ${one.level}`}
          {one.ended && `, ${ENDED[one.ended] ?? one.ended}`}
          {!one.ended && one.course_ended === "too many missed" && ", too many weeks missed"}
        </span>
        {running && <ThisWeek weeks={one.weeks} />}
      </summary>
      <Weeks of={one.name} weeks={one.weeks} />
      {one.areas.map((area) => (
        <Area key={area.motion} area={area} one={one} change={change} running={running} />
      ))}
      <p className="mt-3 flex flex-wrap gap-2">
        {running && (
          <button
            type="button"
            className="plain-action"
            onClick={() =>
              change.mutate(() => api.POST("/api/enrolled/{enrolled_id}/stop", { params: { path } }))
            }
          >
            Stop it for {one.name}
          </button>
        )}
        {one.ended !== "" && block.stopped_on === null && (
          <button
            type="button"
            className="plain-action"
            onClick={() =>
              change.mutate(() => api.POST("/api/enrolled/{enrolled_id}/resume", { params: { path } }))
            }
          >
            Take it up again
          </button>
        )}
        {block.aim === "jump" && running && (
          <label className="text-[15px]">
            Level{" "}
            <select
              className="field"
              value={one.level}
              onChange={(event) => {
                const level = event.target.value as Enrolled["level"];
                change.mutate(() =>
                  api.PUT("/api/enrolled/{enrolled_id}/level", { params: { path }, body: { level } }),
                );
              }}
            >
              {["beginner", "intermediate", "advanced"].map((level) => (
                <option key={level}>{level}</option>
              ))}
            </select>
          </label>
        )}
        <Link to="/people/$id/log" params={{ id: String(one.person) }} className="plain-action">
          Their log
        </Link>
      </p>
      <Events id={one.id} />
    </details>
  );
}

/** This week's days in a line, done or still to come. */
function ThisWeek({ weeks }: { weeks: Week[] }) {
  const week = weeks.find((each) => !each.over);
  if (!week) return null;
  return (
    <span className="quiet block">
      week {week.number}, {week.target_words}:{" "}
      {week.days.map((day) => `${day.done ? "✓" : "○"} ${weekday(day.on)}`).join("  ") ||
        "no day can be placed"}
    </span>
  );
}

/** Week by week: the days with what they hold, done or not, and what was moved or made smaller. */
function Weeks({ of, weeks }: { of: string; weeks: Week[] }) {
  return (
    <Across of={`Weeks of ${of}`}>
      <table className="mt-2 w-full border-collapse text-[15px]">
        <thead>
          <tr className="border-b border-ink text-left">
            {["Week", "Dose", "Days", ""].map((heading) => (
              <th key={heading} scope="col" className="py-1 pr-4 font-semibold">
                {heading || <span className="sr-only">Said</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {weeks.map((week) => (
            <tr
              key={week.starts_on}
              className={`border-b border-rule align-top ${week.over ? "text-dust" : ""}`}
            >
              <td className="py-1.5 pr-4 whitespace-nowrap">
                {week.number}
                {week.repeats && " again"}
                <span className="quiet block">{shortDay(week.starts_on)}</span>
              </td>
              <td className="py-1.5 pr-4">
                {week.target_words}
                {week.missed && <b className="block">missed: the next repeats the last done</b>}
              </td>
              <td className="py-1.5 pr-4">
                <ul className="flex flex-wrap gap-x-3 gap-y-1">
                  {week.days.map((day) => (
                    <li key={day.on} className="whitespace-nowrap">
                      <span aria-hidden>{day.done ? "✓" : "○"}</span> {weekday(day.on)}
                      <span className="sr-only">{day.done ? " done" : " planned"}</span>
                      <span className="quiet">
                        {" "}
                        {day.contacts > 0
                          ? `${number(day.contacts)} contacts`
                          : day.seconds > 0
                            ? `${Math.max(1, Math.round(day.seconds / 60))} min`
                            : "nothing left"}
                        {day.with_class && ", with class"}
                      </span>
                    </li>
                  ))}
                  {week.days.length === 0 && <li>none</li>}
                </ul>
                {week.tests_on.length > 0 && (
                  <span className="quiet block">
                    test on {week.tests_on.map((on) => `${weekday(on)} ${shortDay(on)}`).join(", ")}
                  </span>
                )}
              </td>
              <td className="py-1.5">
                {[
                  ...week.said,
                  ...week.days.flatMap((day) => day.said.map((said) => `${weekday(day.on)}: ${said}`)),
                ].map((said) => (
                  <span key={said} className="block">
                    {said}
                  </span>
                ))}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Across>
  );
}

function Events({ id }: { id: number }) {
  const [open, setOpen] = useState(false);
  const found = useQuery({
    queryKey: ["events", id],
    queryFn: () =>
      answer(api.GET("/api/enrolled/{enrolled_id}/events", { params: { path: { enrolled_id: id } } })),
    enabled: open,
  });
  return (
    <details className="mt-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary className="min-h-10 cursor-pointer py-2 text-[15px]">What was changed, and why</summary>
      {found.data && <EventList events={found.data} coaches />}
    </details>
  );
}
