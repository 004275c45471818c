import { type InputHTMLAttributes, type ReactNode, useEffect, useId, useState } from "react";

interface Props extends Omit<InputHTMLAttributes<HTMLInputElement>, "onChange"> {
  label: ReactNode;
  value: string;
  onValue: (value: string) => void;
  hint?: ReactNode;
  /** What is wrong with it, said at its place. */
  wrong?: string;
}

/** One field with its label, a hint, and what is wrong with it. */
export function Field({ label, value, onValue, hint, wrong, className = "", id: named, ...rest }: Props) {
  const made = useId();
  const id = named ?? made;
  return (
    <div className={className}>
      <label className="block text-[15px] font-semibold" htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className={`field mt-1 w-full ${wrong ? "!border-hold" : ""}`}
        value={value}
        onChange={(event) => onValue(event.target.value)}
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong || hint ? `${id}-said` : undefined}
        {...rest}
      />
      {(wrong || hint) && (
        <p
          id={`${id}-said`}
          role={wrong ? "alert" : undefined}
          className={wrong ? "mt-1 text-[14px] font-semibold text-hold" : "quiet mt-1"}
        >
          {wrong || hint}
        </p>
      )}
    </div>
  );
}

interface Settled extends Omit<Props, "value" | "onValue"> {
  value: string;
  onSettled: (value: string) => void;
}

/** A field whose value counts when it is left, or at Enter: a number that is half typed is none yet. */
export function SettledField({ value, onSettled, ...rest }: Settled) {
  const [typed, setTyped] = useState(value);
  useEffect(() => setTyped(value), [value]);
  const settle = () => typed !== value && onSettled(typed);
  return (
    <Field
      value={typed}
      onValue={setTyped}
      onBlur={settle}
      onKeyDown={(event) => {
        if (event.key === "Enter") settle();
      }}
      {...rest}
    />
  );
}

interface ChipsProps {
  label: string;
  choices: { id: string; name: string }[];
  chosen: string[];
  onChange: (chosen: string[]) => void;
  disabled?: boolean;
}

/** Some of a small closed set, each on or off. */
export function Chips({ label, choices, chosen, onChange, disabled = false }: ChipsProps) {
  return (
    <fieldset disabled={disabled}>
      <legend className="text-[15px] font-semibold">{label}</legend>
      <div className="mt-1 flex flex-wrap gap-1.5">
        {choices.map((one) => {
          const on = chosen.includes(one.id);
          return (
            <button
              key={one.id}
              type="button"
              aria-pressed={on}
              className={`min-h-10 rounded-lg border px-3 text-[14px] ${
                on ? "border-ink bg-ink text-chalk" : "border-rule bg-sheet hover:border-dust"
              }`}
              onClick={() => onChange(on ? chosen.filter((each) => each !== one.id) : [...chosen, one.id])}
            >
              {one.name}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}
