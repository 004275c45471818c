import { useEffect, useMemo, useRef, useState } from "react";
import { type CommandKind, secondsOf } from "../floor/clock";
import { kindOf, newPressKey } from "../floor/presses";
import { goWords, itemOf, sectionsOf, shortNames } from "../floor/saying";
import { serverNow } from "../floor/serverClock";
import { keepVolume, keptVolume, LOUDEST, Speaker } from "../floor/sound";
import { Refused, tellFloor } from "../floor/tell";
import {
  type FloorClass,
  type FloorHere,
  type Go,
  type Order,
  type Running,
  useFloor,
  useMoment,
} from "../floor/useFloor";
import { hour } from "../parts/words";
import { Drill, Next, Seconds } from "./Drill";
import { Part, Ramp } from "./Ramp";
import { Stations } from "./Stations";

const SOON_MS = 90 * 60_000; // how long before it begins a class is shown

/** The class that is shown: the one that runs, else the one that is near. */
function shownClass(classes: FloorClass[], now_ms: number): FloorClass | null {
  const running = classes.filter((one) => one.run);
  if (running.length > 0)
    return running.reduce((last, one) =>
      (one.run?.started_ms ?? 0) > (last.run?.started_ms ?? 0) ? one : last,
    );
  const near = classes.filter((one) => one.starts_ms > now_ms - 30 * 60_000);
  return near[0] ?? null;
}

/** The wall: whatever runs on this gym's floor. */
export function Wall() {
  const floor = useFloor("");
  const now_ms = serverNow() ?? floor.heard.floor?.at_ms ?? 0;
  const shown = shownClass(floor.classes, now_ms);
  const running = shown ? floor.running(shown.id) : null;
  const speaker = useSpeaker(running);
  const [trouble, setTrouble] = useState("");
  const start = () => {
    if (!shown) return;
    void tellFloor("", `classes/${shown.id}/start`, { key: newPressKey() })
      .then(() => setTrouble(""))
      .catch((error: Error) => setTrouble(error instanceof Refused ? error.message : ""))
      .finally(floor.ask);
  };
  const press = (kind: CommandKind) => running && floor.press(running, kind);
  const held = running?.state.held_ms != null;
  useKeys({ start, press, running, held, wake: speaker.wake, louder: speaker.louder });
  useScreenOn();
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: any touch lets the page sound; every command has a key and a button
    <main className="wall on-slate" onClick={speaker.wake} data-running={running ? "true" : "false"}>
      {running ? (
        <On running={running} held={held} />
      ) : (
        <Before shown={shown} floor={floor} now_ms={now_ms} />
      )}
      <Bar
        running={running}
        held={held}
        press={press}
        start={shown && !shown.run ? start : null}
        speaker={speaker}
        floor={floor}
        trouble={running ? "" : trouble}
      />
    </main>
  );
}

function On({ running, held }: { running: Running; held: boolean }) {
  const moment = useMoment(running);
  const short = useMemo(() => shortNames(running.order), [running.order]);
  const { order, state } = running;
  if (!moment) return <p className="row-span-3 m-auto text-[2rem]">One moment</p>;
  const go = order.gos[moment.place];
  const section = go?.section ?? "";
  const lasts_ms = go ? secondsOf(go, state.more) * 1000 : 1;
  const share = Math.max(0, Math.min(1, moment.left_ms / Math.max(1, lasts_ms)));
  const props = go && { order, go, moment, short, held };
  return (
    <>
      <header className="flex items-baseline gap-[0.8rem] pb-[0.3rem]">
        <p className="display min-w-0 flex-1 truncate text-[1.2rem]">{order.title}</p>
        <ol className="display flex gap-[0.7rem] text-[1.2rem]" aria-label="Sections">
          {sectionsOf(order).map((one) => (
            <li
              key={one.key}
              aria-current={one.key === section ? "step" : undefined}
              className={one.key === section ? "border-b-[0.1rem] border-amber" : "text-chalk-dim"}
            >
              {one.name}
            </li>
          ))}
        </ol>
      </header>
      <p className="sr-only" role="status">
        {goWords(order, go)}
        {go?.side ? `, ${go.side} side` : ""}
      </p>
      {!props && <p className="display m-auto text-[4rem]">Done</p>}
      {props && <OnGo {...props} />}
      <div className="flex items-end gap-[0.8rem]">
        <div className="min-w-0 flex-1">
          <div className="wearing mt-[0.3rem]" aria-hidden>
            <span style={{ width: `${share * 100}%` }} data-wearing />
          </div>
          {go && <Next order={order} moment={moment} />}
        </div>
        {go && isDrill(order, go) && <Seconds moment={moment} held={held} />}
      </div>
    </>
  );
}

/** Whether one drill has the whole screen; what else runs has its seconds beside it. */
const isDrill = (order: Order, go: Go): boolean =>
  go.stations.length === 0 && itemOf(order, go) !== undefined;

function OnGo(props: React.ComponentProps<typeof Drill>) {
  const { go, order } = props;
  if (go.stations.length > 0) return <Stations {...props} />;
  if (go.kind === "ramp" || (go.kind === "change" && !itemOf(order, go))) return <Ramp {...props} />;
  if (go.kind === "part" || go.kind === "finish") return <Part {...props} />;
  return <Drill {...props} />;
}

/** Nothing runs yet. */
function Before({ shown, floor, now_ms }: { shown: FloorClass | null; floor: FloorHere; now_ms: number }) {
  const zone = floor.heard.floor?.timezone;
  if (!floor.heard.floor)
    return (
      <p className="row-span-3 m-auto text-[1.6rem]">
        {floor.heard.online ? "One moment" : "The server does not answer. This goes on by itself."}
      </p>
    );
  if (!shown || shown.starts_ms - now_ms > SOON_MS)
    return (
      <div className="row-span-3 m-auto text-center">
        <h1 className="text-[4rem]">{floor.heard.floor.gym}</h1>
        <p className="mt-[0.6rem] text-[1.4rem]">
          {shown && zone
            ? `Next class at ${hour(new Date(shown.starts_ms).toISOString(), zone)}: ${shown.title}`
            : "No class today any more."}
        </p>
      </div>
    );
  return (
    <div className="row-span-3 m-auto text-center">
      <p className="display text-[2rem] text-chalk-dim">
        {zone && hour(new Date(shown.starts_ms).toISOString(), zone)}
      </p>
      <h1 className="mt-[0.2rem] text-[5rem]">{shown.title}</h1>
      <p className="mt-[0.5rem] text-[1.4rem]">
        {shown.coach ? `with ${shown.coach}, ` : ""}
        {shown.heads === 1 ? "1 person" : `${shown.heads} people`}
      </p>
      <p className="mt-[1.2rem] text-chalk-dim">Space, or the coach's phone, starts the prep.</p>
    </div>
  );
}

interface SpeakerHere {
  volume: number;
  heldBack: boolean;
  wake: () => void;
  louder: (by: number) => void;
}

/** Sound for what runs, planned ten times a second. */
function useSpeaker(running: Running | null): SpeakerHere {
  const speaker = useRef<Speaker | null>(null);
  const [volume, setVolume] = useState(keptVolume);
  const [heldBack, setHeldBack] = useState(false);
  const now = useRef(running);
  now.current = running;
  useEffect(() => {
    const mine = new Speaker();
    speaker.current = mine;
    mine.wake();
    const timer = window.setInterval(() => {
      setHeldBack(mine.heldBack);
      const at = serverNow();
      if (now.current && at !== null) mine.plan(now.current.order.gos, now.current.state, at);
    }, 100);
    return () => {
      window.clearInterval(timer);
      mine.stop();
    };
  }, []);
  return {
    volume,
    heldBack: heldBack && volume > 0,
    wake: () => speaker.current?.wake(),
    louder: (by) => {
      const next = Math.max(0, Math.min(LOUDEST, volume + by));
      keepVolume(next);
      setVolume(next);
      speaker.current?.setVolume(next);
    },
  };
}

interface KeysOf {
  start: () => void;
  press: (kind: CommandKind) => unknown;
  running: Running | null;
  held: boolean;
  wake: () => void;
  louder: (by: number) => void;
}

function useKeys(keys: KeysOf): void {
  const now = useRef(keys);
  now.current = keys;
  useEffect(() => {
    const pressed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const { start, press, running, held, wake, louder } = now.current;
      wake();
      const onButton = event.target instanceof HTMLButtonElement;
      if (event.key === " " && !onButton) {
        if (!running) start();
        else press(held ? "go-on" : "hold");
      } else if (event.key === "ArrowUp") louder(1);
      else if (event.key === "ArrowDown") louder(-1);
      else {
        const kind = kindOf(event.key);
        if (!kind) return;
        press(kind);
      }
      event.preventDefault();
    };
    window.addEventListener("keydown", pressed);
    return () => window.removeEventListener("keydown", pressed);
  }, []);
}

const SHOWN_MS = 5_000;

/** Whether somebody is at the screen: moved, touched, or a key was pressed in the last seconds. */
function useSomebodyHere(): boolean {
  const [here, setHere] = useState(false);
  useEffect(() => {
    let timer = 0;
    const seen = () => {
      setHere(true);
      window.clearTimeout(timer);
      timer = window.setTimeout(() => setHere(false), SHOWN_MS);
    };
    for (const kind of ["pointermove", "pointerdown", "keydown"]) window.addEventListener(kind, seen);
    return () => {
      window.clearTimeout(timer);
      for (const kind of ["pointermove", "pointerdown", "keydown"]) window.removeEventListener(kind, seen);
    };
  }, []);
  return here;
}

interface BarProps {
  running: Running | null;
  held: boolean;
  press: (kind: CommandKind) => unknown;
  start: (() => void) | null;
  speaker: SpeakerHere;
  floor: FloorHere;
  trouble: string;
}

/** What can be pressed at the screen, and what it has to say for itself. */
function Bar({ running, held, press, start, speaker, floor, trouble }: BarProps) {
  const here = useSomebodyHere();
  const button = "rounded-[0.2rem] border border-chalk-dim px-[0.5rem] py-[0.12rem]";
  const loud = (by: number, name: string, sign: string) => (
    <button type="button" className={button} aria-label={name} onClick={() => speaker.louder(by)}>
      {sign}
    </button>
  );
  return (
    <footer className="pointer-events-none fixed inset-x-0 bottom-0 flex items-center gap-[0.4rem] px-[0.9rem] pb-[0.4rem]">
      <div
        className="wall-bar pointer-events-auto flex gap-[0.4rem] bg-slate-deep pr-[0.4rem]"
        data-shown={here || !running}
      >
        {start && (
          <button type="button" className={`${button} bg-chalk text-ink`} onClick={start}>
            Start
          </button>
        )}
        {running && (
          <>
            <button type="button" className={button} onClick={() => press(held ? "go-on" : "hold")}>
              {held ? "Go on" : "Hold"}
            </button>
            <button type="button" className={button} onClick={() => press("back")}>
              Back
            </button>
            <button type="button" className={button} onClick={() => press("skip")}>
              Skip
            </button>
            <button type="button" className={button} onClick={() => press("more")}>
              +30 s
            </button>
            <button type="button" className={button} onClick={() => press("again")}>
              Again
            </button>
          </>
        )}
        {loud(-1, "Quieter", "−")}
        <span className="self-center">{speaker.volume === 0 ? "Sound off" : `Sound ${speaker.volume}`}</span>
        {loud(1, "Louder", "+")}
      </div>
      <p className="ml-auto bg-slate-deep text-amber" role="status">
        {trouble && `${trouble} `}
        {!floor.heard.online && "No network: the clock goes on. "}
        {floor.waiting.length > 0 && `${floor.waiting.length} kept until then. `}
        {floor.told.includes("asked") && "What was pressed here is for the coach to say. "}
        {speaker.heldBack && "Touch once for sound."}
      </p>
    </footer>
  );
}

/** Keep the screen on. */
function useScreenOn(): void {
  useEffect(() => {
    if (!("wakeLock" in navigator)) return;
    const ask = () => {
      if (document.visibilityState === "visible")
        void navigator.wakeLock.request("screen").catch(() => undefined); // a device may refuse
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => document.removeEventListener("visibilitychange", ask);
  }, []);
}
