import type { Schemas } from "../../api/client";
import { Chips, SettledField } from "../../parts/Field";
import { fromKg, number, toKg } from "../../parts/words";
import { Conflict } from "../../saving/Conflict";
import { PERSON, type Person } from "../../saving/person";
import { useRowForm } from "../../saving/useSaver";

/** What stands in their row: saved as it is typed. A member may put their own body right. */
export function Facts({ person, choices }: { person: Person; choices: Schemas["PersonChoices"] }) {
  const told = ["people", "person-coming", "short", "bench"];
  const { saver, draft, change, wrong } = useRowForm(PERSON, person, ["person", person.id], told);
  const unit = draft.unit || person.gym_unit;
  const figure = (value: number | null) => (value === null ? "" : number(value));
  const numeric = (typed: string) => (typed.trim() === "" ? null : Number(typed.replace(",", ".")));
  const kept = (typed: string, is: (value: number | null) => void) => {
    const value = numeric(typed);
    if (value === null || Number.isFinite(value)) is(value);
  };
  const fixed = !person.may_edit; // a member's own name and the like are the coaches' to write
  return (
    <section aria-label="Body and person" className="mt-8">
      <h2 className="flex items-end justify-between border-b-2 border-ink pb-1 text-[23px]">
        Body and person
        <span role="status" className="quiet [font-family:var(--font-text)] font-normal">
          {saver.words()}
        </span>
      </h2>
      <Conflict saver={saver} />
      <div className="mt-3 grid grid-cols-4 gap-x-5 gap-y-4 max-lg:grid-cols-2">
        <SettledField
          label="Name"
          maxLength={80}
          disabled={fixed}
          value={draft.name}
          onSettled={(name) => name.trim() && change({ name: name.trim() })}
          wrong={wrong("name")}
        />
        <SettledField
          label="Email"
          type="email"
          disabled={fixed}
          value={draft.email}
          onSettled={(email) => change({ email: email.trim() })}
          wrong={wrong("email")}
        />
        <Pick
          label="Role"
          disabled={!person.may_own}
          value={draft.role}
          options={["member", "coach", "owner"]}
          onPick={(role) => change({ role: role as Person["role"] })}
          wrong={wrong("role")}
        />
        <Pick
          label="Division"
          value={draft.division}
          options={["", ...choices.divisions]}
          onPick={(division) => change({ division })}
        />
        <SettledField
          label="Born in"
          inputMode="numeric"
          value={figure(draft.born)}
          onSettled={(typed) => kept(typed, (born) => change({ born }))}
          wrong={wrong("born")}
        />
        <Pick
          label="Sex"
          value={draft.sex}
          options={["", "female", "male"]}
          onPick={(sex) => change({ sex: sex as Person["sex"] })}
        />
        <SettledField
          label="Height, cm"
          inputMode="decimal"
          value={figure(draft.height_m === null ? null : Math.round(draft.height_m * 1000) / 10)}
          onSettled={(typed) =>
            kept(typed, (cm) => change({ height_m: cm === null ? null : Math.round(cm * 10) / 1000 }))
          }
          wrong={wrong("height_m")}
        />
        <SettledField
          label={`Body mass, ${unit}`}
          inputMode="decimal"
          value={figure(draft.mass_kg === null ? null : fromKg(draft.mass_kg, unit))}
          onSettled={(typed) =>
            kept(typed, (mass) => change({ mass_kg: mass === null ? null : toKg(mass, unit) }))
          }
          wrong={wrong("mass_kg")}
        />
        {choices.segments.map((segment) => (
          <SettledField
            key={segment}
            label={<span className="first-letter:uppercase">{segment}, cm by tape</span>}
            inputMode="decimal"
            value={figure(
              draft.lengths_m[segment] === undefined
                ? null
                : Math.round(draft.lengths_m[segment] * 1000) / 10,
            )}
            onSettled={(typed) =>
              kept(typed, (cm) => {
                const { [segment]: _, ...rest } = draft.lengths_m;
                change({
                  lengths_m: cm === null ? rest : { ...rest, [segment]: Math.round(cm * 10) / 1000 },
                });
              })
            }
            wrong={segment === choices.segments[0] ? wrong("lengths_m") : undefined}
          />
        ))}
        <Pick
          label="Loads in"
          value={draft.unit}
          options={["", "kg", "lb"]}
          none={`as the gym (${person.gym_unit})`}
          onPick={(to) => change({ unit: to as Person["unit"] })}
        />
        <SettledField
          label="Groups"
          hint="With commas between them."
          disabled={fixed}
          value={draft.groups.join(", ")}
          onSettled={(typed) =>
            change({ groups: [...new Set(typed.split(",").map((one) => one.trim()))].filter(Boolean) })
          }
          wrong={wrong("groups")}
        />
      </div>
      <div className="mt-4 grid grid-cols-2 gap-5 max-lg:grid-cols-1">
        <Chips
          label="Adaptations"
          choices={choices.adaptive}
          chosen={draft.adaptive}
          onChange={(adaptive) => change({ adaptive })}
          disabled={fixed}
        />
        <Chips
          label="Kit at home"
          choices={choices.kit}
          chosen={draft.kit_at_home}
          onChange={(kit_at_home) => change({ kit_at_home })}
        />
      </div>
    </section>
  );
}

interface PickProps {
  label: string;
  value: string;
  options: string[];
  onPick: (value: string) => void;
  disabled?: boolean;
  none?: string;
  wrong?: string;
}

function Pick({ label, value, options, onPick, disabled, none = "not said", wrong }: PickProps) {
  const known = options.includes(value) ? options : [...options, value];
  return (
    <label className="block text-[15px] font-semibold">
      {label}
      <select
        className="field mt-1 w-full font-normal"
        disabled={disabled}
        value={value}
        onChange={(event) => onPick(event.target.value)}
      >
        {known.map((one) => (
          <option key={one} value={one}>
            {one || none}
          </option>
        ))}
      </select>
      {wrong && (
        <span role="alert" className="mt-1 block text-[14px] text-hold">
          {wrong}
        </span>
      )}
    </label>
  );
}
