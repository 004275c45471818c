import { useId } from "react";
import type { ApiProblem, Schemas } from "../../api/client";
import { type Ask, BARS, FAMILY_NAMES, LOAD_OF } from "./ask";
import { knobsOf } from "./knobs";

const RANGE_NAMES: Record<string, [string, number, number]> = {
  "ankle.dorsiflexion": ["Ankle bend", 5, 55],
  "hip.flexion": ["Hip flexion", 70, 150],
  "knee.flexion": ["Knee bend", 90, 165],
  "shoulder.flexion": ["Shoulder flexion", 110, 195],
  "thoracic.extension": ["Upper back extension", 0, 45],
  "hip.extension": ["Hip extension", -10, 45],
  "hip.flexion-straight-knee": ["Straight-leg raise", 35, 125],
  "lumbar.extension": ["Low back extension", 0, 50],
  "wrist.extension": ["Wrist extension", 20, 110],
  "shoulder.extension": ["Shoulder extension", 10, 100],
  "elbow.flexion": ["Elbow bend", 90, 165],
  "spine.flexion": ["Spine rounding", 20, 120],
};
const LENGTH_NAMES: [string, string][] = [
  ["shank", "Shin"],
  ["thigh", "Thigh"],
  ["trunk", "Trunk"],
  ["arm", "Arm to grip"],
];

interface Props {
  start: Schemas["LabStart"];
  ask: Ask;
  answer: Schemas["Lab"] | undefined;
  problem: ApiProblem | null;
  onChange: (to: Partial<Ask>) => void;
}

/** The position, the person, and everything that can be changed: by slider or typed. */
export function Controls({ start, ask, answer, problem, onChange }: Props) {
  const at = (field: string) => (problem?.field === field ? problem.message : undefined);
  const range = (motion: string, value: number) => onChange({ ranges: { ...ask.ranges, [motion]: value } });
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
    <section aria-label="What is asked" className="min-h-0 overflow-y-auto pr-2" tabIndex={0}>
      <h1 className="text-[32px]">Position lab</h1>
      <fieldset aria-label="Position" className="mt-2 min-w-0 flex flex-wrap gap-1.5">
        {BARS.map(([bar, word]) => (
          <Choice
            key={bar}
            on={ask.family === "squat" && ask.bar === bar && !ask.single_leg}
            onPick={() =>
              onChange({ family: "squat", bar, single_leg: false, load_share: LOAD_OF[bar] ?? 0 })
            }
          >
            {word} squat
          </Choice>
        ))}
        <Choice
          on={ask.family === "squat" && ask.single_leg}
          onPick={() => onChange({ family: "squat", bar: "none", single_leg: true, load_share: 0 })}
        >
          one leg
        </Choice>
        {FAMILY_NAMES.map(([family, word]) => (
          <Choice
            key={family}
            on={ask.family === family}
            onPick={() => onChange({ family, bar: "none", single_leg: false, load_share: 0 })}
          >
            {word}
          </Choice>
        ))}
      </fieldset>
      <label className="mt-3 block text-[14px] font-semibold" htmlFor="lab-person">
        Body
      </label>
      <select
        id="lab-person"
        className="field mt-1 w-full !py-1.5"
        value={ask.person_id ?? (ask.class_id ? "class" : "")}
        onChange={(event) =>
          onChange({
            person_id: Number(event.target.value) || null,
            class_id: event.target.value === "class" ? ask.class_id : null,
            ranges: {},
            lengths_m: {},
          })
        }
      >
        <option value="">an adult nobody has measured</option>
        {ask.class_id && <option value="class">the average of the class</option>}
        {start.people.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
            {one.measured ? `, ${one.measured} measured` : ""}
          </option>
        ))}
      </select>
      <h2 className="mt-4 border-b-2 border-ink pb-0.5 text-[20px]">Ranges it has</h2>
      {Object.entries(answer?.ranges ?? {}).map(([motion, value]) => {
        const [label, low, high] = RANGE_NAMES[motion] ?? [motion, 0, 180];
        return (
          <Slider
            key={motion}
            label={label}
            unit="°"
            low={low}
            high={high}
            step={0.5}
            fault={at(`ranges.${motion}`)}
            value={ask.ranges[motion] ?? value}
            changed={motion in ask.ranges}
            onChange={(next) => range(motion, next)}
          />
        );
      })}
      {Object.keys(ask.ranges).length > 0 && (
        <button
          type="button"
          className="mt-1 text-[14px] underline underline-offset-2"
          onClick={() => onChange({ ranges: {} })}
        >
          back to this body's own
        </button>
      )}
      <h2 className="mt-4 border-b-2 border-ink pb-0.5 text-[20px]">Shape</h2>
      {knobsOf(ask).map((knob) => (
        <Slider
          key={knob.field}
          label={knob.label}
          unit={knob.unit}
          low={knob.low}
          high={knob.high}
          step={knob.step}
          fault={at(knob.field)}
          value={ask[knob.field]}
          onChange={(value) => onChange({ [knob.field]: value })}
        />
      ))}
      <details className="mt-3 text-[15px]">
        <summary className="cursor-pointer py-1">Lengths by tape measure</summary>
        {LENGTH_NAMES.map(([segment, label]) => (
          <Slider
            key={segment}
            label={label}
            unit=" m"
            low={0.28}
            high={0.75}
            step={0.005}
            fault={at(`lengths_m.${segment}`)}
            value={ask.lengths_m[segment] ?? answer?.lengths_m[segment] ?? 0.4}
            changed={segment in ask.lengths_m}
            onChange={(value) => onChange({ lengths_m: { ...ask.lengths_m, [segment]: value } })}
          />
        ))}
        {Object.keys(ask.lengths_m).length > 0 && (
          <button
            type="button"
            className="text-[14px] underline underline-offset-2"
            onClick={() => onChange({ lengths_m: {} })}
          >
            back to the averages
          </button>
        )}
      </details>
      {problem && !shownAtItsField(problem.field, ask) && (
        <p role="alert" className="mt-3 text-hold">
          {problem.message}
        </p>
      )}
    </section>
  );
}

/** Whether a field has a slider of its own to say its fault at. */
function shownAtItsField(field: string | null | undefined, ask: Ask): boolean {
  if (!field) return false;
  const own = knobsOf(ask).some((knob) => knob.field === field);
  return own || field.startsWith("ranges.") || field.startsWith("lengths_m.");
}

function Choice({ on, onPick, children }: { on: boolean; onPick: () => void; children: React.ReactNode }) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`rounded-lg border px-2.5 py-1.5 text-[14px] touch:min-h-10 ${on ? "border-slate-deep bg-slate-deep text-chalk" : "border-rule bg-sheet hover:border-dust"}`}
      onClick={onPick}
    >
      {children}
    </button>
  );
}

interface SliderProps {
  label: string;
  unit: string;
  low: number;
  high: number;
  step: number;
  value: number;
  changed?: boolean;
  /** What is wrong with the value, said here. */
  fault?: string;
  onChange: (value: number) => void;
}

/** A slider with its number, which can be typed as well. */
function Slider({ label, unit, low, high, step, value, changed = false, fault, onChange }: SliderProps) {
  const faultId = useId();
  const shown = Math.round(value * 1000) / 1000;
  return (
    <div className="mt-1.5">
      <div className="flex items-center justify-between text-[14px]">
        <span className={changed ? "font-semibold" : ""}>{label}</span>
        <span>
          <input
            type="number"
            aria-label={`${label}, typed`}
            aria-invalid={fault ? true : undefined}
            aria-describedby={fault ? faultId : undefined}
            className="w-[70px] rounded-md border touch:min-h-10 border-rule bg-sheet px-1.5 py-0.5 text-right"
            min={low}
            max={high}
            step={step}
            value={shown}
            onChange={(event) => event.target.value !== "" && onChange(Number(event.target.value))}
          />
          {unit}
        </span>
      </div>
      <input
        type="range"
        aria-label={label}
        className="h-5 w-full accent-reach"
        min={low}
        max={high}
        step={step}
        value={Math.min(high, Math.max(low, value))}
        onChange={(event) => onChange(Number(event.target.value))}
      />
      {fault && (
        <p role="alert" id={faultId} className="text-[14px] text-hold">
          {fault}
        </p>
      )}
    </div>
  );
}
