import { useState } from "react";
import type { Schemas } from "../api/client";
import type { EventSaying } from "./eventSaying";
import { Hurts } from "./Hurts";

const FELT = ["better", "same", "worse"];

/** After an event: a result if they like, how it felt, what held and what failed. */
export function AfterEvent({ heat, saying }: { heat: Schemas["DayHeat"]; saying: EventSaying }) {
  const told = saying.told(heat.event);
  const [result, setResult] = useState(told.result);
  const pressed = (on: boolean) =>
    `min-h-11 rounded-xl border px-3 ${on ? "border-ink bg-ink text-chalk" : "border-rule bg-sheet"}`;
  return (
    <section aria-label={`After ${heat.title}`} className="no-print mt-2 rounded-xl bg-sand p-3">
      <fieldset>
        <legend className="font-semibold">Your positions, against what you are used to</legend>
        <div className="mt-1 flex flex-wrap gap-2">
          {FELT.map((felt) => (
            <button
              key={felt}
              type="button"
              aria-pressed={told.felt === felt}
              className={pressed(told.felt === felt)}
              onClick={() => saying.say(heat.event, "felt", felt)}
            >
              {felt}
            </button>
          ))}
        </div>
      </fieldset>
      {heat.positions.map((one) => (
        <fieldset key={one.position} className="mt-2 flex flex-wrap items-center gap-2">
          <legend className="sr-only">{one.name}</legend>
          <span className="mr-auto min-w-0" aria-hidden>
            {one.name}
          </span>
          {(["held", "failed"] as const).map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={told[kind].includes(one.position)}
              className={pressed(told[kind].includes(one.position))}
              onClick={() => saying.say(heat.event, kind, one.position)}
            >
              {kind}
            </button>
          ))}
        </fieldset>
      ))}
      <form
        className="mt-2 flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          saying.say(heat.event, "result", result.trim());
        }}
      >
        <label className="min-w-0 flex-1 text-[15px]" htmlFor={`result-${heat.event}`}>
          Result, if you like
          <input
            id={`result-${heat.event}`}
            className="field mt-1 w-full"
            maxLength={200}
            value={result}
            onChange={(event) => setResult(event.target.value)}
          />
        </label>
        <button type="submit" className="plain-action min-h-11">
          {told.result !== "" && told.result === result.trim() ? "Kept" : "Keep it"}
        </button>
      </form>
      {saying.waits(heat.event) && (
        <p role="status" className="mt-1 text-[15px]">
          Kept on this phone; your coach has it as soon as there is a signal.
        </p>
      )}
      <Hurts
        said={told.pain !== ""}
        waits={saying.waits(heat.event)}
        onSay={(what) => saying.say(heat.event, "pain", what || "something hurts")}
      />
    </section>
  );
}
