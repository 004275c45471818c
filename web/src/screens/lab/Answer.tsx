import type { Schemas } from "../../api/client";
import { Figure } from "../../figure/Figure";
import { Mark } from "../../parts/Mark";
import { HANDLES } from "./ask";

const SCALE_DEG = 60; // margin bars go from minus to plus this

interface Props {
  answer: Schemas["Lab"];
  label: string;
  narrow: boolean;
  onDrag?: (joint: string, pixels: number) => void;
}

/** A solved posture: the figure, each motion's margin as a bar from its end, what stops it, and what would free it. */
export function Answer({ answer, label, narrow, onDrag }: Props) {
  const handles = onDrag ? Object.keys(HANDLES[answer.family] ?? {}) : [];
  return (
    <article
      className={`grid min-h-0 gap-6 ${narrow ? "grid-rows-[340px_minmax(0,1fr)] narrow:grid-rows-[auto_auto]" : "grid-cols-[minmax(0,1fr)_360px] narrow:grid-cols-1"}`}
      aria-label={label || "this body"}
    >
      <div className="flex min-h-0 flex-col rounded-xl bg-sand p-3 narrow:h-[420px]">
        {label && <h2 className="text-[22px]">{label}</h2>}
        <Figure
          picture={answer.picture}
          label={answer.says}
          className="min-h-0 w-full flex-1"
          handles={handles}
          onDrag={onDrag}
        />
        <p className="quiet text-center">
          trunk {Math.round(Math.abs(answer.lean_deg))}° from upright
          {handles.length ? "; drag a joint, or use the sliders" : ""}
        </p>
      </div>
      <section
        className="min-h-0 desk:overflow-y-auto"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
        tabIndex={0}
        aria-label={label ? `Margins, ${label}` : "Margins"}
      >
        <p className="text-[19px] leading-snug" role="status">
          {answer.says}
        </p>
        <ul className="mt-3">
          {[...answer.margins]
            .sort((a, b) => (a.in_hand_deg ?? FAR_DEG) - (b.in_hand_deg ?? FAR_DEG))
            .map((one) => (
              <MarginRow
                key={one.name}
                margin={one}
                stops={one.motions.some((motion) => motion in answer.stops)}
              />
            ))}
        </ul>
        {!answer.holds && (
          <div className="mt-4">
            <h3 className="text-[20px]">Any one of these frees it</h3>
            {answer.changes.length ? (
              <ul className="mt-1 text-[16px]">
                {answer.changes.map((one) => (
                  <li key={one.what} className="border-t border-rule py-1">
                    {one.words}
                  </li>
                ))}
              </ul>
            ) : (
              <p className="mt-1">No single change within reason does; it takes two.</p>
            )}
          </div>
        )}
        {!narrow && (
          <div className="mt-5 text-[14px] text-dust">
            <h3 className="text-[17px]">What it does not know</h3>
            {answer.unknown.map((one) => (
              <p key={one} className="mt-1">
                {one}
              </p>
            ))}
          </div>
        )}
      </section>
    </article>
  );
}

const FAR_DEG = 1000; // what nothing can be said of comes last

/** 3.2 -> "3° in hand"; what is finer than anybody measures is neither in hand nor missing. */
function inHand(degrees: number | null): string {
  if (degrees === null) return "others stop it first";
  const whole = Math.round(Math.abs(degrees));
  return whole === 0 ? "just enough" : `${whole}° ${degrees > 0 ? "in hand" : "missing"}`;
}

function MarginRow({ margin, stops }: { margin: Schemas["Margin"]; stops: boolean }) {
  const room = margin.in_hand_deg ?? 0;
  const share = Math.max(-1, Math.min(1, room / SCALE_DEG)) * 50;
  const least = margin.least_deg === null ? "" : `at least ${Math.max(0, Math.round(margin.least_deg))}°, `;
  return (
    <li className="border-t border-rule py-1.5">
      <p className="flex items-center justify-between text-[15px]">
        <span className="flex items-center gap-1.5">
          <Mark kind="reach" size={15} />
          <span className={stops ? "font-semibold" : ""}>{margin.name}</span>
        </span>
        <span className={stops ? "font-semibold text-hold" : ""}>
          {stops ? "stops it: " : ""}
          {inHand(margin.in_hand_deg)}
        </span>
      </p>
      <div className="relative mt-1 h-2.5 rounded-sm bg-rule" aria-hidden>
        <span className="absolute top-[-3px] h-4 w-0.5 bg-ink" style={{ left: "50%" }} />
        <span
          className={`absolute h-full rounded-sm ${room < 0 ? "bg-hold" : "bg-reach"}`}
          style={share >= 0 ? { left: "50%", width: `${share}%` } : { right: "50%", width: `${-share}%` }}
        />
      </div>
      <p className="mt-0.5 text-[13px] text-dust">
        {least}drawn with {Math.max(0, Math.round(margin.used_deg))}°, has {Math.round(margin.has_deg)}°
        {margin.measured ? "" : ", not measured"}
      </p>
    </li>
  );
}
