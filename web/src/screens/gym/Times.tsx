import { useState } from "react";
import type { Settled } from "./types";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];
type Time = Settled["times"][number];

interface Props {
  times: Time[];
  coaches: Settled["coaches"];
  fixed: boolean;
  onChange: (times: Time[]) => void;
  wrong?: string;
}

/** The class times of a usual week: a line a day. New sessions get them, with the people of the week before. */
export function Times({ times, coaches, fixed, onChange, wrong }: Props) {
  return (
    <section aria-label="Class times" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Class times</h2>
      {times.length === 0 && (
        <p className="mt-2">
          None yet: a new session then takes those of the same weekday before, and a session without a class
          reaches nobody.
        </p>
      )}
      <ul>
        {DAYS.map((name, weekday) => (
          <Day
            key={name}
            name={name}
            times={times.filter((one) => one.weekday === weekday)}
            coaches={coaches}
            fixed={fixed}
            onAdd={(starts) => onChange(inOrder([...times, { weekday, starts, coach: null }]))}
            onCoach={(time, coach) => onChange(times.map((one) => (one === time ? { ...one, coach } : one)))}
            onRemove={(time) => onChange(times.filter((one) => one !== time))}
          />
        ))}
      </ul>
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {wrong}
        </p>
      )}
    </section>
  );
}

const inOrder = (times: Time[]) =>
  times
    .filter(
      (one, index) =>
        times.findIndex((other) => other.weekday === one.weekday && other.starts === one.starts) === index,
    )
    .toSorted((a, b) => a.weekday - b.weekday || a.starts.localeCompare(b.starts));

interface DayProps {
  name: string;
  times: Time[];
  coaches: Settled["coaches"];
  fixed: boolean;
  onAdd: (starts: string) => void;
  onCoach: (time: Time, coach: number | null) => void;
  onRemove: (time: Time) => void;
}

function Day({ name, times, coaches, fixed, onAdd, onCoach, onRemove }: DayProps) {
  const [clock, setClock] = useState("");
  const add = () => {
    if (clock) onAdd(`${clock}:00`);
    setClock("");
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule py-1.5">
      <span className="display w-28 text-[20px] phone:w-full">{name}</span>
      {times.map((time) => (
        <span
          key={time.starts}
          className="flex items-center gap-1 rounded-lg border border-rule bg-sheet pl-3"
        >
          <b>{time.starts.slice(0, 5)}</b>
          <select
            className="min-h-9 bg-transparent text-[14px]"
            aria-label={`Coach of ${name} ${time.starts.slice(0, 5)}`}
            disabled={fixed}
            value={time.coach ?? ""}
            onChange={(event) => onCoach(time, Number(event.target.value) || null)}
          >
            <option value="">no coach</option>
            {coaches.map((coach) => (
              <option key={coach.id} value={coach.id}>
                {coach.name}
              </option>
            ))}
          </select>
          {!fixed && (
            <button
              type="button"
              className="size-10 text-[18px]"
              aria-label={`Take ${name} ${time.starts.slice(0, 5)} away`}
              onClick={() => onRemove(time)}
            >
              ×
            </button>
          )}
        </span>
      ))}
      {!fixed && (
        <span className="flex items-center gap-1">
          <input
            className="field !py-1"
            type="time"
            aria-label={`A class on ${name}`}
            value={clock}
            onChange={(event) => setClock(event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && add()}
          />
          <button type="button" className="plain-action" disabled={!clock} onClick={add}>
            Add
          </button>
        </span>
      )}
    </li>
  );
}
