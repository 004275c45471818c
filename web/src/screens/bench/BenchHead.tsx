import { Link } from "@tanstack/react-router";
import { Redo2, Undo2 } from "lucide-react";
import { useEffect, useState } from "react";
import type { Schemas, Session } from "../../api/client";
import { hour, longDate } from "../../parts/words";
import { AddClass } from "./AddClass";
import type { Draft } from "./draft";
import { withMethod } from "./shared";

interface Props {
  session: Session;
  shelf: Schemas["Shelf"];
  draft: Draft;
  change: (to: Partial<Draft>) => void;
  classId: number | undefined;
  onClass: (id: number) => void;
  problem: Schemas["ProblemAt"] | null;
  undo: () => void;
  redo: () => void;
  canUndo: boolean;
  canRedo: boolean;
  saving: string;
  others: string[];
}

/** Title, the dials (method, minutes, class) and the way to publishing. */
export function BenchHead({
  session,
  shelf,
  draft,
  change,
  classId,
  onClass,
  problem,
  undo,
  redo,
  canUndo,
  canRedo,
  saving,
  others,
}: Props) {
  const method = shelf.methods.find((one) => one.id === draft.method);
  const dial = "no-print flex flex-col rounded-lg border border-rule bg-sheet px-3 py-1";
  return (
    <div className="no-print flex flex-wrap items-start gap-3">
      <div className="min-w-0 flex-1 narrow:basis-full">
        <h1 className="text-[30px] [overflow-wrap:anywhere]">{session.title}</h1>
        <p className="quiet">
          {longDate(session.date)}{" "}
          <span role="status" className={saving.startsWith("Not") ? "font-semibold text-hold" : ""}>
            {saving && `· ${saving}`}
          </span>{" "}
          <span role="status" className="font-semibold text-ink">
            {others.length > 0 &&
              `· ${others.join(", ")} ${others.length > 1 ? "have" : "has"} this open too`}
          </span>
        </p>
      </div>
      <div className="no-print flex items-center gap-1 pt-1">
        <button
          type="button"
          className="plain-action !p-2.5"
          onClick={undo}
          disabled={!canUndo}
          aria-label="Undo"
        >
          <Undo2 size={17} aria-hidden />
        </button>
        <button
          type="button"
          className="plain-action !p-2.5"
          onClick={redo}
          disabled={!canRedo}
          aria-label="Redo"
        >
          <Redo2 size={17} aria-hidden />
        </button>
      </div>
      <label
        className={dial}
        title={method ? `${method.belief} Coaches differ: ${method.differ}` : undefined}
      >
        <span className="text-[13px] text-dust">method</span>
        <select
          className="min-w-0 bg-transparent font-semibold touch:min-h-10"
          value={draft.method}
          onChange={(event) => change(withMethod(draft, event.target.value))}
        >
          {shelf.methods.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <Minutes
        minutes={draft.minutes}
        least={shelf.min_minutes}
        most={shelf.max_minutes}
        onMinutes={(minutes) => change({ minutes })}
        problem={problem?.field === "minutes" ? problem.message : ""}
      />
      <label className={dial}>
        <span className="text-[13px] text-dust">for</span>
        <select
          className="min-w-0 bg-transparent font-semibold touch:min-h-10"
          value={classId ?? ""}
          onChange={(event) => onClass(Number(event.target.value))}
        >
          {session.classes.length === 0 && <option value="">nobody yet</option>}
          {session.classes.map((one) => (
            <option key={one.id} value={one.id}>
              {hour(one.starts_at, session.timezone)} class, {one.people}
            </option>
          ))}
        </select>
      </label>
      {classId ? (
        <>
          <Link
            to="/roster/$id"
            params={{ id: String(classId) }}
            className="plain-action no-print flex h-[50px] items-center"
          >
            Roster
          </Link>
          <Link
            to="/publish/$id"
            params={{ id: String(classId) }}
            className="action no-print flex h-[50px] items-center"
          >
            Publish
          </Link>
        </>
      ) : (
        <AddClass session={session} />
      )}
    </div>
  );
}

function Minutes({
  minutes,
  least,
  most,
  onMinutes,
  problem,
}: {
  minutes: number;
  least: number;
  most: number;
  onMinutes: (minutes: number) => void;
  problem: string;
}) {
  const [typed, setTyped] = useState(String(minutes));
  const [refused, setRefused] = useState("");
  useEffect(() => {
    setTyped(String(minutes));
    setRefused("");
  }, [minutes]);
  const set = (value: string) => {
    setTyped(value);
    const number = Number(value);
    if (value.trim() && Number.isInteger(number) && number >= least && number <= most) {
      setRefused("");
      onMinutes(number);
    } else setRefused(`${least} to ${most} minutes can be planned.`);
  };
  const message = refused || problem;
  return (
    <div className="no-print relative">
      <label
        className={`flex flex-col rounded-lg border bg-sheet px-3 py-1 ${message ? "border-hold" : "border-rule"}`}
      >
        <span className="text-[13px] text-dust">minutes</span>
        <input
          className="w-14 bg-transparent font-semibold touch:min-h-10"
          inputMode="numeric"
          type="number"
          min={least}
          max={most}
          value={typed}
          aria-invalid={!!message}
          aria-describedby={message ? "minutes-problem" : undefined}
          onChange={(event) => set(event.target.value)}
          onBlur={() => {
            setTyped(String(minutes));
            setRefused("");
          }}
        />
      </label>
      {message && (
        <p
          id="minutes-problem"
          role="alert"
          className="absolute top-full right-0 z-30 mt-1 w-52 rounded-lg border border-hold bg-sheet p-2 text-[14px] text-hold"
        >
          {message}
        </p>
      )}
    </div>
  );
}
