import { useEffect, useReducer, useRef, useState } from "react";
import type { Item, Sheet } from "../api/client";
import { DrillFigure } from "../figure/DrillFigure";
import { clock } from "../parts/words";
import { elapsed_s, jumped, LEAD_S, type Moment, momentAt, type Run, type Step, turned } from "./run";
import { give, isSilent, setSilent, useScreenOn, wakeSound } from "./signals";

const TICK_MS = 200;
const LAST_S = 3; // each of them ticks
const SEEN_MS = 1_200; // how long the whole screen turns light where one thing follows another at once

interface Props {
  items: Item[];
  steps: Step[];
  names: Sheet["demand_names"];
  run: Run;
  onRun: (run: Run) => void;
  onEnd: () => void;
}

/** One drill a screen: big figure in motion, seconds wearing down, next. It moves on by itself; at every turn it sounds, shakes,
 * and turns light, which is seen from across a room. */
export function Runner({ items, steps, names, run, onRun, onEnd }: Props) {
  const now = useNow(run.paused === null);
  const moment = momentAt(steps, elapsed_s(run, now));
  const { place, phase } = moment;
  const step = steps[place];
  const item = step && items[step.item];
  const heading = useRef<HTMLHeadingElement>(null);
  const seen = useSignals(moment, run);
  useScreenOn(run.paused === null && phase !== "done");
  // biome-ignore lint/correctness/useExhaustiveDependencies: another drill takes the focus to its heading
  useEffect(() => heading.current?.focus(), [step?.item]);
  const go = (to: number) => onRun(jumped(run, steps, to, Date.now()));

  if (!step || !item)
    return (
      <div className="flex min-h-dvh flex-col items-center justify-center gap-6 p-6 text-center">
        <h1 className="text-[44px]">Done</h1>
        <button type="button" className="action w-full max-w-sm py-3 text-[18px]" onClick={onEnd}>
          Back to the page
        </button>
      </div>
    );
  const light = phase === "change" || seen;
  const why = item.serves[0] ? names[item.serves[0]]?.plain : "";
  const button = `rounded-xl border py-3 ${light ? "border-dust" : "border-slate-line"}`;
  const next = nextItem(items, steps, place);
  const whole = phase === "change" ? Math.max(1, gapBefore(steps, place)) : step.seconds;
  return (
    <div
      className={`mx-auto flex h-dvh max-w-lg flex-col px-5 pt-2 pb-4 ${light ? "bg-chalk text-ink" : "bg-slate-deep text-chalk on-slate"}`}
      data-phase={phase}
    >
      <div className="flex shrink-0 items-center justify-between text-[15px]">
        <span>
          {step.item + 1} of {items.length}
        </span>
        <span className="flex gap-2">
          <Sound light={light} />
          <button type="button" className={`${button} !py-2 px-3`} onClick={onEnd}>
            Close
          </button>
        </span>
      </div>
      <DrillFigure
        figure={item.figure}
        of={item.name}
        className="mx-auto my-1 min-h-0 max-w-full flex-1 basis-[180px]"
        dark={!light}
        moving={run.paused === null}
      />
      <h1
        ref={heading}
        tabIndex={-1}
        className="shrink-0 text-[32px] outline-none [overflow-wrap:anywhere] max-[400px]:text-[28px]"
      >
        {item.name}
      </h1>
      <p className="display shrink-0 text-[24px]" role="status">
        {phase === "change" ? "Get ready" : ""}
        {phase === "change" && step.side && ", "}
        {step.side && (phase === "change" ? `${step.side} side` : `${capital(step.side)} side`)}
      </p>
      <div className="min-h-0 shrink overflow-y-auto text-[17px]">
        <p>
          {item.dose_words}
          {step.rounds > 1 && ` · round ${step.round} of ${step.rounds}`}
          {step.waves > 1 && ` · ${step.wave === 1 ? "first" : "second"} half of the class`}
          {why && <span className="opacity-80"> · for {why}</span>}
        </p>
        {item.cues.map((cue) => (
          <p key={cue}>{cue}</p>
        ))}
        {item.cautions.map((one) => (
          <p key={one} className={`mt-1 text-[16px] ${light ? "font-semibold" : "text-amber"}`}>
            {one}.
          </p>
        ))}
      </div>
      <div className="shrink-0 pt-2">
        <div className="flex items-end justify-between gap-3">
          <span className="display text-[64px] leading-none tabular-nums" role="timer" aria-label="Time left">
            {clock(Math.ceil(moment.left_s))}
          </span>
          <span className="pb-1 text-right text-[15px]">{next ? `next: ${next.name}` : "the last one"}</span>
        </div>
        <div className={`mt-2 h-2 rounded-full ${light ? "bg-rule" : "bg-slate-line"}`} aria-hidden>
          <div
            className={`h-full rounded-full ${light ? "bg-slate-deep" : "bg-chalk"}`}
            style={{ width: `${Math.min(1, moment.left_s / whole) * 100}%` }}
          />
        </div>
        <div className="mt-3 grid grid-cols-[1fr_1fr_2fr] gap-2 text-[17px] font-semibold">
          <button type="button" className={button} disabled={place === 0} onClick={() => go(place - 1)}>
            Back
          </button>
          <button
            type="button"
            className={button}
            onClick={() => {
              wakeSound();
              onRun(turned(run, Date.now()));
            }}
          >
            {run.paused === null ? "Pause" : "Go on"}
          </button>
          <button
            type="button"
            className={`rounded-xl py-3 ${light ? "bg-slate-deep text-chalk" : "bg-chalk text-ink"}`}
            onClick={() => {
              wakeSound();
              go(phase === "change" ? place : place + 1);
            }}
          >
            {nextWord(steps, moment)}
          </button>
        </div>
      </div>
    </div>
  );
}

function Sound({ light }: { light: boolean }) {
  const [silent, set] = useState(isSilent);
  return (
    <button
      type="button"
      aria-pressed={!silent}
      className={`rounded-xl border px-3 py-2 ${light ? "border-dust" : "border-slate-line"}`}
      onClick={() => {
        wakeSound();
        setSilent(!silent);
        set(!silent);
      }}
    >
      <svg
        width="20"
        height="20"
        viewBox="0 0 20 20"
        fill="none"
        stroke="currentColor"
        strokeWidth="1.6"
        aria-hidden
      >
        <path d="M3 8h3l4-4v12l-4-4H3z" strokeLinejoin="round" />
        <path
          d={silent ? "M13 8l5 5M18 8l-5 5" : "M13 7.5q1.8 2.5 0 5M15.5 5q3.6 5 0 10"}
          strokeLinecap="round"
        />
      </svg>
      <span className="sr-only">Sound</span>
    </button>
  );
}

/** The world's clock, looked at several times a second, when the screen comes back, and at every press. */
function useNow(running: boolean): number {
  const [, look] = useReducer((looks: number) => looks + 1, 0);
  useEffect(() => {
    document.addEventListener("visibilitychange", look);
    const timer = running ? window.setInterval(look, TICK_MS) : undefined;
    return () => {
      window.clearInterval(timer);
      document.removeEventListener("visibilitychange", look);
    };
  }, [running]);
  return Date.now();
}

/** Signals at every turn of the clock; none for what was just pressed. Whether one has just been given that must be seen. */
function useSignals({ place, phase, left_s }: Moment, { begun, paused }: Run): boolean {
  const last = useRef({ place, phase, begun });
  const [seen, setSeen] = useState(false);
  const ticks = Math.ceil(left_s);
  useEffect(() => {
    const before = last.current;
    if (before.place === place && before.phase === phase) return;
    last.current = { place, phase, begun };
    if (before.begun !== begun) return;
    if (phase === "done") give("done");
    else if (phase === "change") give("change");
    else if (before.phase === "change") give("go");
    else give("change"); // the other side, or a drill that follows at once
    if (phase !== "on" || before.phase === "change") return;
    setSeen(true);
    const timer = window.setTimeout(() => setSeen(false), SEEN_MS);
    return () => {
      window.clearTimeout(timer);
      setSeen(false);
    };
  }, [place, phase, begun]);
  useEffect(() => {
    if (paused === null && ticks > 0 && ticks <= LAST_S) give("tick");
  }, [paused, ticks]);
  return seen;
}

/** The drill after this one. */
function nextItem(items: Item[], steps: Step[], place: number): Item | undefined {
  const next = steps.slice(place + 1).find((step) => step.item !== steps[place]?.item);
  return next && items[next.item];
}

function nextWord(steps: Step[], { place, phase }: Moment): string {
  if (phase === "change") return "Begin";
  const next = steps[place + 1];
  if (!next) return "Done";
  return next.item === steps[place]?.item && next.side !== steps[place]?.side ? "Other side" : "Next";
}

/** Seconds between a step and the one before it. */
function gapBefore(steps: Step[], place: number): number {
  const [before, step] = [steps[place - 1], steps[place]];
  if (!step) return 0;
  return before ? step.start_s - before.start_s - before.seconds : step.start_s + LEAD_S;
}

const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);
