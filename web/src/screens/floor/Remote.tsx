import { useMutation, useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useEffect, useMemo, useRef, useState } from "react";
import { meQuery } from "../../api/queries";
import { type CommandKind, secondsOf } from "../../floor/clock";
import { kindOf, newPressKey } from "../../floor/presses";
import {
  beatNow,
  capital,
  fetchFor,
  goWords,
  itemOf,
  leftWords,
  nextDrill,
  shortNames,
} from "../../floor/saying";
import { tellFloor } from "../../floor/tell";
import {
  begunHere,
  type FloorClass,
  type FloorHere,
  type Running,
  type Seen,
  useFloor,
  useMoment,
} from "../../floor/useFloor";
import { Trouble, Waiting } from "../../parts/Trouble";
import { hour } from "../../parts/words";
import { Asides } from "./Asides";
import { Ran } from "./Ran";
import { Shorten } from "./Shorten";
import { Who } from "./Who";

/** The clock of a class in a coach's hand. */
export function Remote() {
  const id = Number(useParams({ from: "/floor/$id" }).id);
  const me = useQuery(meQuery).data;
  if (!me) return <Waiting what="Taking the clock" />;
  return <Hand gym={String(me.gym_id)} id={id} />;
}

function Hand({ gym, id }: { gym: string; id: number }) {
  const floor = useFloor(gym);
  const zone = floor.heard.floor?.timezone ?? "UTC";
  const gymClass = floor.classes.find((one) => one.id === id);
  if (!floor.heard.floor) {
    if (floor.heard.online) return <Waiting what="Taking the clock" />;
    return <Trouble error={new Error("The server does not answer. This is asked again by itself.")} />;
  }
  const running = floor.running(id);
  return (
    <div className="mx-auto max-w-[1100px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="flex gap-5 text-[14px]">
        <Link to="/floor" className="py-2 underline underline-offset-2">
          All classes
        </Link>
        <Link to="/roster/$id" params={{ id: String(id) }} className="py-2 underline underline-offset-2">
          Roster
        </Link>
        <Link
          to="/floor/$id/set-out"
          params={{ id: String(id) }}
          className="py-2 underline underline-offset-2"
        >
          Set-out
        </Link>
      </p>
      <h1 className="text-[26px]">
        {gymClass
          ? `${hour(new Date(gymClass.starts_ms).toISOString(), zone)} ${gymClass.title}`
          : "This class"}
      </h1>
      <Heard floor={floor} />
      {running ? (
        <On gym={gym} running={running} floor={floor} zone={zone} />
      ) : (
        <>
          {gymClass && !gymClass.run && <Start gym={gym} gymClass={gymClass} floor={floor} zone={zone} />}
          {gymClass?.run && <Waiting what="Reading what runs" />}
          {!gymClass && <p className="mt-3">It is over, or not yet near.</p>}
          <Ran classId={id} />
        </>
      )}
    </div>
  );
}

/** Whether what is pressed here arrives. */
function Heard({ floor }: { floor: FloorHere }) {
  const said = [
    !floor.heard.online && "No network: the clock goes on here.",
    floor.waiting.length > 0 &&
      !floor.heard.online &&
      `Kept until there is one: ${floor.waiting.join(", ")}.`,
    floor.told.includes("asked") && "What was pressed here without a network is asked about below.",
    floor.told.includes("overtaken") && "The clock had gone on already; nothing was done.",
  ].filter(Boolean);
  return (
    <p role="status" className={said.length > 0 ? "mt-2 rounded-lg bg-sand px-3 py-2" : "sr-only"}>
      {said.join(" ")}
    </p>
  );
}

interface StartProps {
  gym: string;
  gymClass: FloorClass;
  floor: FloorHere;
  zone: string;
}

/** Begin; a class that begins late may run only what is left of its minutes. */
function Start({ gym, gymClass, floor, zone }: StartProps) {
  const [key] = useState(newPressKey);
  const at_ms = floor.heard.floor?.at_ms ?? 0;
  const late_min = Math.floor((at_ms - gymClass.starts_ms) / 60_000);
  const start = useMutation({
    mutationFn: (ends_ms: number | null) => tellFloor(gym, `classes/${gymClass.id}/start`, { key, ends_ms }),
    onSuccess: floor.ask,
  });
  const prep_ms = gymClass.minutes * 60_000;
  const ends_ms = gymClass.starts_ms + prep_ms;
  const left = late_min >= 1 && ends_ms - at_ms > 60_000;
  return (
    <div className="mt-4 grid max-w-md gap-3">
      <button
        type="button"
        className="action min-h-16 text-[20px]"
        disabled={start.isPending}
        onClick={() => start.mutate(null)}
      >
        Start the prep
      </button>
      {left && (
        <button
          type="button"
          className="plain-action min-h-12 text-[16px]"
          disabled={start.isPending}
          onClick={() => start.mutate(ends_ms)}
        >
          {late_min} min late: end at {hour(new Date(ends_ms).toISOString(), zone)} all the same
        </button>
      )}
      {start.isPending && <p role="status">Putting it in order</p>}
      {start.error && (
        <p role="alert" className="font-semibold text-hold">
          {start.error.message}
        </p>
      )}
    </div>
  );
}

interface OnProps {
  gym: string;
  running: Running;
  floor: FloorHere;
  zone: string;
}

function On({ gym, running, floor, zone }: OnProps) {
  const moment = useMoment(running);
  const short = useMemo(() => shortNames(running.order), [running.order]);
  const held = running.state.held_ms !== null;
  const press = (kind: CommandKind) => floor.press(running, kind);
  useClockKeys(press, held);
  return (
    <div className="mt-3 grid grid-cols-[minmax(0,460px)_minmax(0,1fr)] gap-8 max-lg:grid-cols-1">
      <div>
        {moment && <Face running={running} moment={moment} held={held} />}
        <div className="mt-3 grid grid-cols-4 gap-2 text-[17px] font-semibold">
          <button
            type="button"
            className="action col-span-4 min-h-16 !text-[22px]"
            onClick={() => press(held ? "go-on" : "hold")}
          >
            {held ? "Go on" : "Hold"}
          </button>
          <Press kind="back" press={press}>
            Back
          </Press>
          <Press kind="again" press={press}>
            Again
          </Press>
          <Press kind="more" press={press}>
            +30 s
          </Press>
          <Press kind="skip" press={press}>
            Skip
          </Press>
        </div>
        <Asides gym={gym} running={running} zone={zone} ask={floor.ask} />
        <Shorten gym={gym} running={running} zone={zone} ask={floor.ask} />
        <End press={press} />
      </div>
      <Who gym={gym} running={running} place={moment?.place ?? 0} short={short} ask={floor.ask} />
    </div>
  );
}

const TYPING = "input, select, textarea, button, a, summary";

/** The same keys as at the wall, while nothing else has them. */
function useClockKeys(press: (kind: CommandKind) => unknown, held: boolean): void {
  const now = useRef({ press, held });
  now.current = { press, held };
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      const { target } = event;
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (target instanceof Element && target.matches(TYPING) && event.key === " ") return;
      if (target instanceof Element && target.matches("input, select, textarea")) return;
      const kind = event.key === " " ? (now.current.held ? "go-on" : "hold") : kindOf(event.key);
      if (!kind) return;
      event.preventDefault();
      now.current.press(kind);
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}

function Press({
  kind,
  press,
  children,
}: {
  kind: CommandKind;
  press: (kind: CommandKind) => unknown;
  children: string;
}) {
  return (
    <button type="button" className="plain-action min-h-14 !text-[17px]" onClick={() => press(kind)}>
      {children}
    </button>
  );
}

/** What the class sees, small. */
function Face({ running, moment, held }: { running: Running; moment: Seen; held: boolean }) {
  const { order, state } = running;
  const go = order.gos[moment.place];
  const item = itemOf(order, go);
  const lasts_ms = go ? secondsOf(go, state.more) * 1000 : 1;
  const beat = go && go.kind !== "change" ? beatNow(go, moment.in_ms) : null;
  const fetch = fetchFor(order, moment);
  const counts = go?.kind !== "part" || go.seconds > 0;
  return (
    <div className="on-slate rounded-xl bg-slate-deep p-4 text-chalk">
      <p className="display text-[19px] text-amber">
        {go?.kind === "change" ? "Change" : held ? "Held" : " "}
        {go?.side && ` ${capital(go.side)} side`}
      </p>
      <p className="display text-[30px]" data-now>
        {goWords(order, go)}
      </p>
      <p>
        {item?.dose_words}
        {go && go.rounds > 1 && go.kind === "drill" && ` · round ${go.round} of ${go.rounds}`}
        {go?.kind === "stations" && `Turn ${go.round} of ${go.rounds}`}
        {beat && ` · ${beat.word} ${beat.of}`}
      </p>
      <p
        className="display mt-1 text-[84px] leading-none tabular-nums"
        role="timer"
        aria-label="Seconds left"
        data-left
        data-begun={begunHere(moment)}
      >
        {leftWords(counts ? moment.left_ms : moment.in_ms)}
      </p>
      <div className="mt-2 h-2 rounded-full bg-slate-line" aria-hidden>
        <div
          className="h-full rounded-full bg-chalk"
          style={{ width: `${Math.max(0, Math.min(1, moment.left_ms / lasts_ms)) * 100}%` }}
        />
      </div>
      <p className="mt-2">
        Next: {goWords(order, nextDrill(order, moment))}
        {fetch.length > 0 && `. Fetch: ${fetch.join(", ")}`}
      </p>
    </div>
  );
}

/** Ending a run takes two touches: it cannot be taken back. */
function End({ press }: { press: (kind: CommandKind) => unknown }) {
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <button type="button" className="plain-action mt-5" onClick={() => setSure(true)}>
        End the run
      </button>
    );
  return (
    <p className="mt-5 flex items-center gap-3">
      <button type="button" className="action" onClick={() => press("end")}>
        End it now
      </button>
      <button type="button" className="plain-action" onClick={() => setSure(false)}>
        Not yet
      </button>
    </p>
  );
}
