import { X } from "lucide-react";
import type { Kind, Plan, Schemas } from "../../api/client";
import { DrillFigure } from "../../figure/DrillFigure";
import { Mark } from "../../parts/Mark";
import { clock, number, percent, plural } from "../../parts/words";
import { leftOut, type PrepProps } from "./shared";

const SHOWN = 5;
const USUAL_MIN = 3;
const MINUTES = [0, 2, 3, 4, 5, 6, 8, 10];

/** The later parts: what each finds still warm, what is missing, and a stop for it when the coach gives it minutes. */
export function Stops(props: PrepProps & { plan: Plan }) {
  return props.plan.breaks.map((stop) => <Stop key={stop.part} {...props} stop={stop} />);
}

function Stop({ stop, draft, change, shelf, onPoint }: PrepProps & { stop: Schemas["Break"] }) {
  const give = (minutes: number) => {
    const { [String(stop.part)]: _gone, ...others } = draft.breaks;
    change({ breaks: minutes ? { ...others, [stop.part]: minutes } : others });
  };
  const missing = new Set(stop.missing);
  const shown = [...stop.ready]
    .sort(
      (a, b) => Number(missing.has(b.demand)) - Number(missing.has(a.demand)) || b.readiness - a.readiness,
    )
    .slice(0, SHOWN);
  return (
    <li
      id={`stop-${stop.part}`}
      className="rounded-lg border border-dashed border-dust px-3 py-2"
      aria-label={`Before ${stop.name}`}
    >
      <div className="flex items-start justify-between gap-2">
        <div className="min-w-0">
          <p className="text-[13px] text-dust">about {Math.round(stop.starts_min)} min in</p>
          <p className="text-[15px] font-semibold">
            Before {stop.name}:{" "}
            {stop.missing.length === 0
              ? "all of it is still warm"
              : `${plural(stop.missing.length, "thing")} missing`}
          </p>
        </div>
        <label className="no-print text-[13px] text-dust">
          stop of
          <select
            className="field ml-1 !px-1.5 !py-1 font-semibold text-ink"
            aria-label={`Minutes before ${stop.name}`}
            value={stop.minutes}
            onChange={(event) => give(Number(event.target.value))}
          >
            {MINUTES.map((one) => (
              <option key={one} value={one}>
                {one ? `${one} min` : "none"}
              </option>
            ))}
          </select>
        </label>
      </div>
      <ul className="mt-1 space-y-0.5" aria-label={`How ready it is for ${stop.name}`}>
        {shown.map((one) => (
          <li
            key={one.demand}
            className="flex items-center gap-2 text-[13px]"
            onPointerEnter={() => onPoint({ at: "demand", id: one.demand })}
            onPointerLeave={() => onPoint(null)}
          >
            <Mark kind={shelf.demands[one.demand]?.kind as Kind} size={14} />
            <span className="w-[132px] shrink-0 leading-tight">{one.name}</span>
            <span className="h-[7px] flex-1 rounded-full border border-slate-line" aria-hidden>
              <span
                className="block h-full rounded-full bg-slate-line"
                style={{ width: percent(one.readiness).replace(" ", "") }}
              />
            </span>
            <span
              className={`w-[92px] shrink-0 text-right ${missing.has(one.demand) ? "font-semibold" : "text-dust"}`}
            >
              {one.readiness < 0.05 ? "cold" : `${percent(one.readiness)} warm`}
            </span>
          </li>
        ))}
      </ul>
      {stop.minutes === 0 && stop.missing.length > 0 && (
        <button type="button" className="plain-action no-print mt-1.5" onClick={() => give(USUAL_MIN)}>
          Give it {USUAL_MIN} minutes of its own
        </button>
      )}
      {stop.minutes > 0 && (
        <ol className="mt-1.5 space-y-1" aria-label={`Drills before ${stop.name}`}>
          {stop.items.map((item) => (
            <li
              key={item.drill}
              className="group flex items-center gap-2 border-t border-rule pt-1"
              onPointerEnter={() => onPoint({ at: "drill", id: item.drill })}
              onPointerLeave={() => onPoint(null)}
            >
              <span className="w-9 text-[13px] tabular-nums">+{clock(item.start_s)}</span>
              <DrillFigure figure={item.figure} of={item.name} className="h-10 w-10 shrink-0" lit />
              <span className="min-w-0 flex-1">
                <span className="block text-[15px] leading-tight font-semibold">{item.name}</span>
                <span className="block text-[13px] text-dust">
                  {item.dose_words}
                  {item.kit_names.length > 0 && `, ${item.kit_names.join(", ")}`}
                </span>
              </span>
              <button
                type="button"
                className="no-print flex items-center justify-center rounded-md p-1.5 hover:bg-sand touch:h-10 touch:w-10"
                aria-label={`Take out ${item.name}`}
                title="Take out"
                onClick={() => change({ bans: [...draft.bans, item.drill] })}
              >
                <X size={16} aria-hidden />
              </button>
            </li>
          ))}
          {stop.items.length === 0 && (
            <li className="text-[14px] text-dust">
              {stop.missing.length
                ? "Nothing on the shelf fits these minutes."
                : "Nothing to add: go straight to it."}
            </li>
          )}
          {stop.ramp.length > 0 && (
            <li className="border-t border-rule pt-1 text-[14px]">
              then the {stop.ramp[0]?.name}:{" "}
              {stop.ramp
                .map(
                  (one) =>
                    `${number(one.load)} ${one.unit} × ${one.reps}${one.start_s === null ? " (in the part’s time)" : ""}`,
                )
                .join(", ")}
            </li>
          )}
        </ol>
      )}
      {stop.uncovered.length > 0 && (
        <p className="mt-1 text-[13px] text-dust">Left: {leftOut(stop.uncovered)}.</p>
      )}
    </li>
  );
}
