import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { FilePick } from "../../parts/FilePick";
import { plural } from "../../parts/words";

type Review = Schemas["FileReview"];
type Source = { text: string; mapping: Record<string, string> | null };

const FIELD: Record<string, string> = {
  name: "Name",
  email: "Email",
  born: "Born (year or date)",
  sex: "Sex",
  height_cm: "Height, cm",
  mass_kg: "Body mass, kg",
  division: "Division",
  groups: "Groups",
  test: "Test",
  side: "Side of the test",
  value: "Reading",
  motion: "Motion of an angle",
  on: "Day of the test",
};
const STATUS: Record<string, string> = {
  bad: "cannot be taken",
  new: "new",
  changed: "changes",
  same: "there already",
};

/** A roster or tests from a file: columns mapped, every row looked at, then saved all at once. */
export function ImportPeople() {
  const client = useQueryClient();
  const [source, setSource] = useState<Source>({ text: "", mapping: null });
  const [skip, setSkip] = useState<number[]>([]);
  const review = useQuery({
    queryKey: ["file-review", source, skip],
    queryFn: () => answer(api.POST("/api/people/file/review", { body: { ...source, skip } })),
    enabled: source.text.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });
  const take = useMutation({
    mutationFn: () => answer(api.POST("/api/people/file/import", { body: { ...source, skip } })),
    onSuccess: () => {
      for (const name of ["people", "file-review", "short", "measure", "bench"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  const open = (text: string) => {
    setSource({ text, mapping: null });
    setSkip([]);
    take.reset();
  };
  const found = source.text.trim() && !review.error ? review.data : undefined;
  const bad = found?.rows.filter((row) => row.status === "bad" && !skip.includes(row.number)) ?? [];
  const left = found ? found.new + found.changed : 0;
  return (
    <div className="mx-auto max-w-[1100px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/people" className="underline underline-offset-2">
          People
        </Link>
      </p>
      <h1 className="text-[34px]">From a file</h1>
      <p className="quiet max-w-2xl">
        A CSV with a line of headings: names, and whatever else you have of address, year of birth, sex,
        height, mass, groups; or tests with test, side, reading and day. Nobody is told or invited. The same
        file again changes nothing.
      </p>
      <div className="mt-3 flex flex-wrap items-start gap-4">
        <FilePick label="Choose a file" accept=".csv,.tsv,.txt,text/csv" onText={open} />
        <a className="plain-action" href="/api/people/file/roster" download>
          Your roster as a file
        </a>
        <a className="plain-action" href="/api/people/file/tests" download>
          Your tests as a file
        </a>
      </div>
      <textarea
        aria-label="Or paste the table here"
        placeholder={"Or paste the table here:\nname,email,born\nAda Marl,ada@kiln.example,1990"}
        className="field mt-3 w-full font-mono text-[14px]"
        rows={5}
        spellCheck={false}
        value={source.text}
        onChange={(event) => open(event.target.value)}
      />
      {review.error && source.text.trim() && (
        <p role="alert" className="mt-3 font-semibold text-hold">
          {review.error.message}
        </p>
      )}
      {found && (
        <>
          <Columns
            review={found}
            onMap={(mapping) => {
              setSource({ ...source, mapping });
              setSkip([]);
            }}
          />
          <Rows
            review={found}
            skip={skip}
            onSkip={(number) =>
              setSkip(skip.includes(number) ? skip.filter((one) => one !== number) : [...skip, number])
            }
          />
          <div className="sticky bottom-0 mt-4 flex flex-wrap items-center gap-4 border-t border-rule bg-paper py-3">
            <button
              type="button"
              className="action"
              disabled={found.bad > 0 || left === 0 || take.isPending}
              onClick={() => take.mutate()}
            >
              {take.isPending
                ? "Saving"
                : `Take ${plural(found.new, "new person", "new people")}, ${plural(found.changed, "change")}`}
            </button>
            {bad.length > 0 && (
              <button
                type="button"
                className="plain-action"
                onClick={() => setSkip([...skip, ...bad.map((row) => row.number)])}
              >
                Leave out {plural(bad.length, "row")} that cannot be taken
              </button>
            )}
            {take.error && (
              <p role="alert" className="font-semibold text-hold">
                {take.error instanceof ApiProblem ? take.error.message : "That did not work."}
              </p>
            )}
            {take.data && (
              <p role="status" className="font-semibold">
                {plural(take.data.added, "person", "people")} added, {take.data.changed} changed,{" "}
                {plural(take.data.readings, "reading")} kept.{" "}
                <Link to="/people" className="underline underline-offset-2">
                  See them
                </Link>
              </p>
            )}
          </div>
        </>
      )}
    </div>
  );
}

function Columns({ review, onMap }: { review: Review; onMap: (mapping: Record<string, string>) => void }) {
  return (
    <section aria-label="Columns" className="mt-5">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Columns</h2>
      <div className="mt-2 grid grid-cols-4 gap-x-4 gap-y-2 max-md:grid-cols-2">
        {review.fields.map((field) => (
          <label key={field} className="block text-[14px] font-semibold">
            {FIELD[field] ?? field}
            <select
              className="field mt-0.5 w-full !py-1.5 font-normal"
              value={review.mapping[field] ?? ""}
              onChange={(event) => onMap({ ...review.mapping, [field]: event.target.value })}
            >
              <option value="">not in the file</option>
              {review.headings.map((heading) => (
                <option key={heading}>{heading}</option>
              ))}
            </select>
          </label>
        ))}
      </div>
    </section>
  );
}

function Rows({
  review,
  skip,
  onSkip,
}: {
  review: Review;
  skip: number[];
  onSkip: (number: number) => void;
}) {
  return (
    <section aria-label="Rows" className="mt-5">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Rows</h2>
      <p className="quiet mt-1">
        {plural(review.total, "row")}: {review.new} new, {review.changed} change, {review.same} there already,{" "}
        {review.bad} cannot be taken{review.readings > 0 && `; ${plural(review.readings, "reading")}`}.
      </p>
      <ul>
        {review.rows.map((row) => (
          <li key={row.number} className="border-b border-rule">
            <label className="flex min-h-10 items-baseline gap-3 py-1.5">
              <input
                type="checkbox"
                checked={!skip.includes(row.number)}
                onChange={() => onSkip(row.number)}
                aria-label={`Take line ${row.number}, ${row.name}`}
              />
              <span className="quiet w-16 shrink-0">line {row.number}</span>
              <span className="min-w-0 flex-1 break-words">
                {row.name || "no name"}
                {Object.entries(row.problems).map(([field, why]) => (
                  <span key={field} className="block font-semibold text-hold">
                    {FIELD[field] ?? field}: {why}
                  </span>
                ))}
              </span>
              <span className="quiet shrink-0">
                {skip.includes(row.number) ? "left out" : STATUS[row.status]}
                {row.changes.length > 0 && `: ${row.changes.join(", ").replaceAll("_", " ")}`}
              </span>
            </label>
          </li>
        ))}
      </ul>
      {review.total > review.rows.length && (
        <p className="quiet mt-1">and {review.total - review.rows.length} more rows</p>
      )}
    </section>
  );
}
