import { useEffect, useRef, useState } from "react";
import type { Item, Sheet } from "../api/client";
import { Figure } from "../figure/Figure";
import { clock } from "../parts/words";

const TICK_MS = 200;

/** One drill a screen: big figure in motion, seconds wearing down, next, done. Seconds come from the clock, not from ticks. */
export function Runner({
  items,
  names,
  onEnd,
}: {
  items: Item[];
  names: Sheet["demand_names"];
  onEnd: () => void;
}) {
  const [place, setPlace] = useState(0);
  const [paused, setPaused] = useState(false);
  const heading = useRef<HTMLHeadingElement>(null);
  const item = items[place];
  const next = items[place + 1];
  const seconds = item?.seconds ?? 0;
  const left = useCountdown(place, seconds, paused);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another drill takes the focus to its heading
  useEffect(() => heading.current?.focus(), [place]);

  if (!item) {
    return (
      <div className="flex min-h-dvh flex-col items-center justify-center gap-6 p-6 text-center">
        <h1 className="text-[44px]">Done</h1>
        <button type="button" className="action w-full max-w-sm py-3 text-[18px]" onClick={onEnd}>
          Back to the page
        </button>
      </div>
    );
  }
  const why = item.serves[0] ? names[item.serves[0]]?.plain : "";
  return (
    <div className="mx-auto flex min-h-dvh max-w-lg flex-col bg-slate-deep px-5 pt-4 pb-6 text-chalk on-slate">
      <div className="flex items-center justify-between text-[15px] text-chalk-dim">
        <span>
          {place + 1} of {items.length}
        </span>
        <button type="button" className="rounded-lg border border-slate-line px-3 py-2" onClick={onEnd}>
          Close
        </button>
      </div>
      <Figure
        picture={item.picture}
        label={`${item.name}, drawn from joint angles`}
        className="mx-auto mt-2 h-[44dvh] max-w-full"
        dark
        moving={!paused}
      />
      <h1 ref={heading} tabIndex={-1} className="mt-2 text-[36px] outline-none">
        {item.name}
      </h1>
      <p className="text-[18px]">
        {item.dose_words}
        {why && <span className="text-chalk-dim"> · for {why}</span>}
      </p>
      <ul className="mt-2 text-[18px] text-chalk-dim">
        {item.cues.map((cue) => (
          <li key={cue}>{cue}</li>
        ))}
      </ul>
      {item.cautions.map((one) => (
        <p key={one} className="mt-2 text-[16px] text-amber">
          {one}.
        </p>
      ))}
      <div className="mt-auto pt-4">
        <div className="flex items-end justify-between">
          <span className="display text-[64px] leading-none tabular-nums" role="timer" aria-label="Time left">
            {clock(Math.ceil(left))}
          </span>
          <span className="pb-2 text-[15px] text-chalk-dim">
            {next ? `next: ${next.name}` : "the last one"}
          </span>
        </div>
        <div className="mt-2 h-2 rounded-full bg-slate-line" aria-hidden>
          <div
            className="h-full rounded-full bg-chalk"
            style={{ width: `${(left / Math.max(1, seconds)) * 100}%` }}
          />
        </div>
        <div className="mt-4 grid grid-cols-[1fr_1fr_2fr] gap-2 text-[17px] font-semibold">
          <button
            type="button"
            className="rounded-xl border border-slate-line py-3"
            disabled={place === 0}
            onClick={() => setPlace(place - 1)}
          >
            Back
          </button>
          <button
            type="button"
            className="rounded-xl border border-slate-line py-3"
            onClick={() => setPaused(!paused)}
          >
            {paused ? "Go on" : "Pause"}
          </button>
          <button
            type="button"
            className="rounded-xl bg-chalk py-3 text-ink"
            onClick={() => setPlace(place + 1)}
          >
            {items[place + 1] ? "Next" : "Done"}
          </button>
        </div>
      </div>
    </div>
  );
}

/** Seconds left of the drill at a place, by the clock and not by ticks. Every drill starts from its own seconds,
 * whatever the one before had left, and whether it comes by Next or by Back. */
function useCountdown(place: number, seconds: number, paused: boolean): number {
  const [run, setRun] = useState({ place, left: seconds });
  const left = run.place === place ? run.left : seconds;
  const running = useRef({ place, left });
  running.current = { place, left };
  useEffect(() => {
    if (paused) return;
    const start = running.current.place === place ? running.current.left : seconds;
    const began = performance.now();
    const timer = window.setInterval(() => {
      const rest = Math.max(0, start - (performance.now() - began) / 1000);
      setRun({ place, left: rest });
      if (rest === 0) window.clearInterval(timer);
    }, TICK_MS);
    return () => window.clearInterval(timer);
  }, [place, seconds, paused]);
  return left;
}
