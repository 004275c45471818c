import { useSyncExternalStore } from "react";
import { MustAnswer } from "../parts/MustAnswer";
import type { Kind, Row, Saver } from "./saver";

const LINES_SHOWN = 14;

/** Two people changed the same: both stand side by side, and the coach chooses. Nothing is saved before that. */
export function Conflict<R extends Row, Full extends object>({
  saver,
  names = {},
}: {
  saver: Saver<R, Full>;
  /** What ids among the values are called. */
  names?: Record<string, string>;
}) {
  const state = useSyncExternalStore(saver.subscribe, saver.snapshot);
  if (state.kind !== "conflict") return null;
  const { fields, mine, theirs } = state;
  return (
    <MustAnswer title="Changed in two places" wide>
      <p className="quiet mt-1">
        Somebody saved this after you opened it. What only one of you changed is kept either way; choose for
        the rest. Nothing of yours is lost before you do.
      </p>
      <div className="mt-4 grid min-h-0 grid-cols-2 gap-6 overflow-y-auto">
        <Side
          title="Yours, not saved yet"
          fields={fields}
          kind={saver.kind}
          names={names}
          of={mine}
          other={theirs}
        />
        <Side
          title="Saved by somebody else"
          fields={fields}
          kind={saver.kind}
          names={names}
          of={theirs}
          other={mine}
        />
      </div>
      <div className="mt-5 grid grid-cols-2 gap-6">
        <button type="button" className="action" onClick={() => saver.choose("mine")}>
          Keep mine
        </button>
        <button type="button" className="plain-action" onClick={() => saver.choose("theirs")}>
          Take theirs
        </button>
      </div>
    </MustAnswer>
  );
}

interface SideProps {
  title: string;
  fields: string[];
  kind: Pick<Kind<Row, object>, "pair"> & { words: Record<string, string> };
  names: Record<string, string>;
  of: object;
  other: object;
}

function Side({ title, fields, kind, names, of: mine, other: others }: SideProps) {
  const of = mine as Record<string, unknown>;
  const other = others as Record<string, unknown>;
  return (
    <section aria-label={title}>
      <h3 className="border-b-2 border-ink pb-1 text-[20px]">{title}</h3>
      {fields.map((name) => (
        <div key={name} className="mt-3">
          <p className="text-[14px] text-dust">{kind.words[name]}</p>
          {typeof of[name] === "string" && name !== "method" ? (
            <Text text={of[name] as string} other={String(other[name] ?? "")} />
          ) : (
            <p className="font-semibold">{said(of[name], names, kind.pair?.bind(null, name))}</p>
          )}
        </div>
      ))}
    </section>
  );
}

/** A text from its first line that differs, the lines the other has not got marked. */
function Text({ text, other }: { text: string; other: string }) {
  const lines = text.split("\n");
  const others = new Set(other.split("\n"));
  const first = Math.max(0, firstDifferent(lines, other.split("\n")) - 2);
  const shown = lines.slice(first, first + LINES_SHOWN);
  return (
    <div className="mt-1 rounded-lg border border-rule bg-paper p-2 text-[15px] leading-6 break-words whitespace-pre-wrap">
      {first > 0 && <p className="text-dust">… {first} lines the same</p>}
      {shown.map((line, place) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: lines of a text, in order
        <p key={place} className={others.has(line) ? "" : "bg-amber/30 font-semibold"}>
          {line || " "}
        </p>
      ))}
      {first + LINES_SHOWN < lines.length && (
        <p className="text-dust">… {lines.length - first - LINES_SHOWN} more lines</p>
      )}
    </div>
  );
}

/** The first line where two texts part; the same place on both sides. */
function firstDifferent(lines: string[], others: string[]): number {
  const place = lines.findIndex((line, index) => line !== others[index]);
  return place < 0 ? Math.min(lines.length, others.length) : place;
}

/** A value in a coach's words; an id by its name, a drill kept in a phase with the phase. */
function said(
  value: unknown,
  names: Record<string, string>,
  pair?: (name: string, value: unknown) => string,
): string {
  const named = (id: string) => {
    const [thing = "", phase] = id.split("@");
    const name = names[thing] ?? thing.replaceAll("-", " ");
    return phase ? `${name} (${phase.replaceAll("-", " ")})` : name;
  };
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value)) return value.map(named).join(", ") || "none";
  if (value && typeof value === "object") {
    const pairs = Object.entries(value).map(
      ([name, one]) => pair?.(named(name), one) ?? `${named(name)}: ${one}`,
    );
    return pairs.join(", ") || "none";
  }
  return named(String(value ?? "none"));
}
