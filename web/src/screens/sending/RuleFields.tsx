import { useId } from "react";
import type { Schemas } from "../../api/client";

export type Rule = Schemas["RuleIn"];

const WAYS: [Rule["how"], string][] = [
  ["by hand", "by hand only"],
  ["evening", "the evening before, at"],
  ["hours", "hours before class"],
];

/** When classes go out by themselves, and whether they wait for a coach's yes. */
export function RuleFields({
  rule,
  onRule,
  disabled = false,
}: {
  rule: Rule;
  onRule: (rule: Rule) => void;
  disabled?: boolean;
}) {
  const name = useId();
  return (
    <fieldset disabled={disabled} className="space-y-1">
      <legend className="text-[15px] font-semibold">Goes out</legend>
      {WAYS.map(([how, word]) => (
        <div key={how} className="flex min-h-10 flex-wrap items-center gap-2">
          <label className="flex min-h-10 items-center gap-2">
            <input
              type="radio"
              name={name}
              checked={rule.how === how}
              onChange={() => onRule({ ...rule, how })}
            />
            {how === "hours" ? "some hours before class:" : word}
          </label>
          {how === "evening" && (
            <input
              type="time"
              aria-label="At this time, the evening before"
              className="field !w-32"
              value={(rule.clock ?? "19:00").slice(0, 5)}
              onChange={(event) =>
                event.target.value && onRule({ ...rule, how: "evening", clock: event.target.value })
              }
            />
          )}
          {how === "hours" && (
            <input
              type="number"
              min={1}
              max={48}
              aria-label="Hours before class"
              className="field !w-20"
              value={rule.hours}
              onChange={(event) => {
                const hours = event.target.valueAsNumber;
                if (hours >= 1 && hours <= 48) onRule({ ...rule, how: "hours", hours: Math.round(hours) });
              }}
            />
          )}
        </div>
      ))}
      <label className="flex min-h-10 items-center gap-2">
        <input
          type="checkbox"
          disabled={rule.how === "by hand"}
          checked={rule.approve}
          onChange={(event) => onRule({ ...rule, approve: event.target.checked })}
        />
        only after a coach’s yes
      </label>
    </fieldset>
  );
}

/** A rule in words. */
export function ruleWords(rule: Rule): string {
  if (rule.how === "by hand") return "by hand";
  const when =
    rule.how === "evening"
      ? `the evening before, ${(rule.clock ?? "").slice(0, 5)}`
      : `${rule.hours} h before class`;
  return rule.approve ? `${when}, after a coach’s yes` : when;
}
