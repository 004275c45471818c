import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { methodsQuery, shelfQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, percent } from "../../parts/words";
import { Overtaken, overtaken } from "../../saving/Overtaken";

type Method = Schemas["MethodRow"];
type Phase = Schemas["PhaseBounds"]["phase"];
type ClockKind = Schemas["Clock"]["kind"];
const CLOCKS: Record<ClockKind, string> = {
  free: "one drill after the other",
  stations: "stations on the clock",
  supersets: "pairs back to back",
  flow: "passes through all of it",
  "every-minute": "a minute each",
};

/** The schools of warm-up, what each sets, and the gym's own copies of them. */
export function Methods() {
  const methods = useQuery(methodsQuery);
  const shelf = useQuery(shelfQuery);
  const { show = "" } = useSearch({ from: "/shelf" });
  const [chosen, setChosen] = useState(show);
  useEffect(() => setChosen(show), [show]);
  const [editing, setEditing] = useState(false);
  if (methods.error && !methods.data)
    return <Trouble error={methods.error} again={() => void methods.refetch()} />;
  if (shelf.error && !shelf.data) return <Trouble error={shelf.error} again={() => void shelf.refetch()} />;
  const open = methods.data?.find((one) => one.id === chosen) ?? methods.data?.[0];
  if (!methods.data || !shelf.data || !open) return <Waiting what="Opening the methods" />;
  return (
    <div className="grid grid-cols-[360px_minmax(0,1fr)] gap-10 narrow:grid-cols-[minmax(0,2fr)_minmax(0,3fr)] narrow:gap-6 phone:grid-cols-1">
      <ul aria-label="Methods" className="border-t-2 border-ink phone:max-h-[40dvh] phone:overflow-y-auto">
        {methods.data.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className={`block w-full border-b border-rule px-2 py-2 text-left ${one.id === open.id ? "bg-sand" : "hover:bg-sheet"}`}
              aria-current={one.id === open.id}
              onClick={() => {
                setChosen(one.id);
                setEditing(false);
              }}
            >
              <span className="block font-semibold">
                {one.name}
                {one.own && <span className="font-normal text-dust"> (yours)</span>}
              </span>
              <span className="block text-[14px] text-dust">{one.belief}</span>
            </button>
          </li>
        ))}
      </ul>
      {editing ? (
        <Edit
          key={open.id}
          from={open}
          taken={methods.data}
          choices={shelf.data.choices}
          onDone={(id) => {
            setEditing(false);
            if (id) setChosen(id);
          }}
        />
      ) : (
        <Shown method={open} onEdit={() => setEditing(true)} onGone={() => setChosen("")} />
      )}
    </div>
  );
}

function useChanged() {
  const client = useQueryClient();
  return () =>
    Promise.all(
      [["methods"], ["shelf"], ["session"], ["bench"]].map((queryKey) =>
        client.invalidateQueries({ queryKey }),
      ),
    );
}

function Shown({ method, onEdit, onGone }: { method: Method; onEdit: () => void; onGone: () => void }) {
  const changed = useChanged();
  const remove = useMutation({
    mutationFn: () => answer(api.DELETE("/api/methods/{slug}", { params: { path: { slug: method.id } } })),
    onSuccess: () => {
      onGone();
      void changed();
    },
  });
  const longest = Math.max(...method.phases.map((one) => one.max_s));
  return (
    <section aria-label={method.name}>
      <div className="flex items-start justify-between gap-4">
        <div>
          <h2 className="text-[28px]">{method.name}</h2>
          <p>{method.belief}</p>
        </div>
        <span className="flex shrink-0 gap-2">
          <button type="button" className="action" onClick={onEdit}>
            {method.own ? "Change it" : "Make our own copy"}
          </button>
          {method.own && (
            <button
              type="button"
              className="plain-action"
              disabled={remove.isPending}
              onClick={() => remove.mutate()}
            >
              Delete
            </button>
          )}
        </span>
      </div>
      {remove.error && (
        <p role="alert" className="mt-2 text-hold">
          {remove.error.message}
        </p>
      )}
      <p className="mt-1 text-dust">Coaches differ: {method.differ}</p>
      <h3 className="mt-5 border-b-2 border-ink pb-0.5 text-[20px]">
        Phases, in {method.reference_minutes} minutes
      </h3>
      <ul>
        {method.phases.map((one) => (
          <li
            key={one.phase}
            className="grid grid-cols-[110px_minmax(0,1fr)_170px_120px] items-center gap-3 phone:grid-cols-2 border-b border-rule py-1.5 text-[15px]"
          >
            <span className="font-semibold">{one.phase.replace("-", " ")}</span>
            <span className="relative h-3 rounded-full bg-sand" aria-hidden>
              <span
                className="absolute inset-y-0 rounded-full bg-slate-line"
                style={{
                  left: `${(one.min_s / longest) * 100}%`,
                  width: `${Math.max(1, ((one.max_s - one.min_s) / longest) * 100)}%`,
                }}
              />
            </span>
            <span>
              {clock(one.min_s)} to {clock(one.max_s)}
            </span>
            <span className="text-dust">
              {one.min_items} to {one.max_items} drills
            </span>
          </li>
        ))}
      </ul>
      <dl className="mt-4 grid grid-cols-[200px_minmax(0,1fr)] gap-y-1.5 phone:grid-cols-1 text-[15px]">
        <dt className="text-dust">how the clock runs</dt>
        <dd>{clockWords(method.clock)}</dd>
        <dt className="text-dust">longest single hold</dt>
        <dd>{method.max_hold_s ? `${method.max_hold_s} s` : "none"}</dd>
        <dt className="text-dust">building the bar takes</dt>
        <dd>at most {percent(method.ramp_share)} of the minutes</dd>
        <dt className="text-dust">never uses</dt>
        <dd>
          {method.forbids.length
            ? method.forbids.map((one) => one.replace("-", " ")).join(", ")
            : "nothing is ruled out"}
        </dd>
        {Object.entries(method.styles).map(([phase, styles]) => (
          <Only key={phase} phase={phase} styles={styles} />
        ))}
        {method.kit_only && (
          <>
            <dt className="text-dust">all the kit it needs</dt>
            <dd>{method.kit_only.join(", ") || "none"}</dd>
          </>
        )}
        {method.if_cold.map((one) => (
          <ColdPhase key={one.phase} {...one} />
        ))}
      </dl>
    </section>
  );
}

function Only({ phase, styles }: { phase: string; styles: string[] }) {
  return (
    <>
      <dt className="text-dust">only in {phase.replace("-", " ")}</dt>
      <dd>{styles.join(", ")}</dd>
    </>
  );
}

function ColdPhase({ phase, min_s, max_s }: Schemas["PhaseBounds"]) {
  return (
    <>
      <dt className="text-dust">in a cold room</dt>
      <dd>
        {phase} {clock(min_s)} to {clock(max_s)}
      </dd>
    </>
  );
}

function clockWords(one: Schemas["Clock"]): string {
  if (one.kind === "stations") return `${one.work_s} s work, ${one.change_s} s change`;
  return one.kind === "free" ? CLOCKS.free : `${CLOCKS[one.kind]}, ${one.rounds} rounds`;
}

function Edit({
  from,
  taken,
  choices,
  onDone,
}: {
  from: Method;
  taken: Method[];
  choices: Schemas["Choices"];
  onDone: (id?: string) => void;
}) {
  const [draft, setDraft] = useState({ ...from, name: from.own ? from.name : "" });
  const changed = useChanged();
  const save = useMutation({
    mutationFn: (version: number) => {
      const body = {
        base: from.base,
        name: draft.name,
        belief: draft.belief,
        reference_minutes: draft.reference_minutes,
        phases: draft.phases,
        ramp_share: draft.ramp_share,
        max_hold_s: draft.max_hold_s,
        forbids: draft.forbids,
        clock: draft.clock,
      };
      return from.own
        ? answer(
            api.PUT("/api/methods/{slug}", {
              params: { path: { slug: from.id } },
              body: { ...body, version },
            }),
          )
        : answer(api.POST("/api/methods", { body }));
    },
    onSuccess: (rows) => {
      void changed();
      onDone(rows.find((one) => !taken.some((old) => old.id === one.id))?.id ?? from.id);
    },
  });
  const theirs = overtaken<Method>(save.error);
  const problem = save.error instanceof ApiProblem ? save.error : null;
  const set = (to: Partial<Method>) => setDraft({ ...draft, ...to });
  const bounds = (phase: Phase, to: Partial<Schemas["PhaseBounds"]>) =>
    set({ phases: draft.phases.map((one) => (one.phase === phase ? { ...one, ...to } : one)) });
  const toggle = (phase: Phase, on: boolean) => {
    const kept = draft.phases.filter((one) => one.phase !== phase);
    const all = on ? [...kept, { phase, min_s: 0, max_s: 180, min_items: 0, max_items: 3 }] : kept;
    set({ phases: all.sort((a, b) => choices.phases.indexOf(a.phase) - choices.phases.indexOf(b.phase)) });
  };
  return (
    <form
      aria-label="Your copy"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(from.version);
      }}
    >
      <h2 className="text-[28px]">{from.own ? `Change ${from.name}` : `Your copy of ${from.name}`}</h2>
      <div className="mt-2 grid grid-cols-[260px_minmax(0,1fr)] gap-3 phone:grid-cols-1">
        <label className="text-[14px] text-dust">
          name
          <input
            className="field mt-1 block w-full text-ink"
            required
            maxLength={60}
            value={draft.name}
            aria-invalid={problem?.field === "name"}
            onChange={(event) => set({ name: event.target.value })}
          />
        </label>
        <label className="text-[14px] text-dust">
          what you believe
          <input
            className="field mt-1 block w-full text-ink"
            maxLength={300}
            value={draft.belief}
            onChange={(event) => set({ belief: event.target.value })}
          />
        </label>
      </div>
      <table className="mt-4 w-full text-[15px]">
        <caption className="border-b-2 border-ink pb-0.5 text-left text-[18px]">
          <span className="display text-[20px]">Phases</span>, in{" "}
          <Count
            label="Reference minutes"
            value={draft.reference_minutes}
            least={2}
            most={60}
            onCount={(reference_minutes) => set({ reference_minutes })}
          />{" "}
          minutes
        </caption>
        <thead className="text-left text-[13px] text-dust">
          <tr>
            <th scope="col">phase</th>
            <th scope="col">least seconds</th>
            <th scope="col">most seconds</th>
            <th scope="col">least drills</th>
            <th scope="col">most drills</th>
          </tr>
        </thead>
        <tbody>
          {choices.phases.map((phase) => {
            const one = draft.phases.find((row) => row.phase === phase);
            return (
              <tr key={phase} className="border-b border-rule">
                <td className="py-1">
                  <label className="flex items-center gap-2">
                    <input
                      type="checkbox"
                      className="h-5 w-5 accent-slate-deep"
                      checked={!!one}
                      onChange={(event) => toggle(phase, event.target.checked)}
                    />
                    {phase.replace("-", " ")}
                  </label>
                </td>
                {(["min_s", "max_s", "min_items", "max_items"] as const).map((field) => (
                  <td key={field} className="py-1">
                    {one && (
                      <Count
                        label={`${phase} ${field.replace("_", " ")}`}
                        value={one[field]}
                        most={field.endsWith("_s") ? 1800 : 20}
                        onCount={(value) => bounds(phase, { [field]: value })}
                      />
                    )}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-4 flex flex-wrap items-end gap-5 text-[14px] text-dust">
        <label>
          the clock
          <select
            className="field mt-1 block !py-1 text-ink"
            value={draft.clock.kind}
            onChange={(event) => {
              const kind = choices.clocks.find((clock) => clock === event.target.value);
              if (kind) set({ clock: { ...draft.clock, kind } });
            }}
          >
            {choices.clocks.map((clock) => (
              <option key={clock} value={clock}>
                {CLOCKS[clock]}
              </option>
            ))}
          </select>
        </label>
        {draft.clock.kind === "stations" && (
          <>
            <label>
              seconds of work
              <br />
              <Count
                label="Seconds of work"
                value={draft.clock.work_s}
                least={10}
                most={300}
                onCount={(work_s) => set({ clock: { ...draft.clock, work_s } })}
              />
            </label>
            <label>
              seconds to change
              <br />
              <Count
                label="Seconds to change"
                value={draft.clock.change_s}
                most={120}
                onCount={(change_s) => set({ clock: { ...draft.clock, change_s } })}
              />
            </label>
          </>
        )}
        {!["free", "stations"].includes(draft.clock.kind) && (
          <label>
            rounds
            <br />
            <Count
              label="Rounds"
              value={draft.clock.rounds}
              least={1}
              most={10}
              onCount={(rounds) => set({ clock: { ...draft.clock, rounds } })}
            />
          </label>
        )}
        <label>
          longest hold, s<br />
          <Count
            label="Longest hold"
            value={draft.max_hold_s}
            most={60}
            onCount={(max_hold_s) => set({ max_hold_s })}
          />
        </label>
        <label>
          bar, % of the minutes
          <br />
          <Count
            label="Bar share"
            value={Math.round(draft.ramp_share * 100)}
            most={100}
            onCount={(value) => set({ ramp_share: value / 100 })}
          />
        </label>
      </div>
      <fieldset className="mt-4">
        <legend className="text-[14px] text-dust">never uses</legend>
        <div className="mt-1 flex flex-wrap gap-x-5 gap-y-1.5">
          {choices.styles.map((style) => (
            <label key={style} className="flex items-center gap-2 text-[15px]">
              <input
                type="checkbox"
                className="h-5 w-5 accent-slate-deep"
                checked={draft.forbids.includes(style)}
                onChange={(event) =>
                  set({
                    forbids: event.target.checked
                      ? [...draft.forbids, style]
                      : draft.forbids.filter((one) => one !== style),
                  })
                }
              />
              {style.replace("-", " ")}
            </label>
          ))}
        </div>
      </fieldset>
      {theirs ? (
        <Overtaken
          onMine={() => save.mutate(theirs.version)}
          onTheirs={() => {
            void changed();
            onDone();
          }}
        />
      ) : (
        save.error && (
          <p role="alert" className="mt-3 text-hold">
            {save.error.message}
          </p>
        )
      )}
      <div className="mt-4 flex gap-3">
        <button type="submit" className="action" disabled={save.isPending}>
          {from.own ? "Save" : "Save the copy"}
        </button>
        <button type="button" className="plain-action" onClick={() => onDone()}>
          Leave it
        </button>
      </div>
    </form>
  );
}

function Count({
  label,
  value,
  least = 0,
  most,
  onCount,
}: {
  label: string;
  value: number;
  least?: number;
  most: number;
  onCount: (value: number) => void;
}) {
  return (
    <input
      className="field w-20 !py-1 text-ink"
      type="number"
      aria-label={label}
      min={least}
      max={most}
      required
      value={Number.isNaN(value) ? "" : value}
      onChange={(event) => onCount(event.target.valueAsNumber)}
    />
  );
}
