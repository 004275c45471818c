import { plural } from "../../parts/words";

const FILES: [Parameters<typeof fileHref>[0], string, string][] = [
  ["classes", "Classes", "day, time, title, coach"],
  ["came", "Who came", "each person on each roster"],
  ["ran", "What was run", "each drill, planned and run, and what became of it"],
  ["said", "What was said", "felt, done, extras, pain, with what was put aside"],
  ["asked", "What was asked", "each board, joint by joint"],
  ["tests", "Tests", "each reading"],
  ["trials", "Before and after", "each pair, with what was done between"],
  ["ticks", "Homework and blocks", "each day that was ticked"],
];

const fileHref = (
  what: "classes" | "came" | "ran" | "said" | "asked" | "tests" | "trials" | "ticks",
  form: "csv" | "json",
  weeks: number,
) => `/api/log/file?what=${what}&form=${form}&weeks=${weeks}`;

/** Each kind of row as a file. */
export function Files({ weeks }: { weeks: number }) {
  return (
    <section aria-label="Files" className="mt-4 max-w-2xl">
      <p>
        The last {plural(weeks, "week")} as files. Where people stand in them by name, it is written down that
        you took them out; each of them can see that.
      </p>
      <ul className="mt-3">
        {FILES.map(([what, name, said]) => (
          <li key={what} className="flex flex-wrap items-center gap-3 border-b border-rule py-2">
            <span className="min-w-0 flex-1">
              <b>{name}</b>
              <span className="quiet block">{said}</span>
            </span>
            {(["csv", "json"] as const).map((form) => (
              <a
                key={form}
                className="plain-action"
                href={fileHref(what, form, weeks)}
                download
                aria-label={`${name} as ${form.toUpperCase()}`}
              >
                {form.toUpperCase()}
              </a>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
