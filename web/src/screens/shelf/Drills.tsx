import { useQuery } from "@tanstack/react-query";
import { useSearch } from "@tanstack/react-router";
import { useEffect, useMemo, useState } from "react";
import type { Kind, Schemas } from "../../api/client";
import { drillQuery, drillsQuery } from "../../api/queries";
import { Figure } from "../../figure/Figure";
import { Mark } from "../../parts/Mark";
import { Trouble, Waiting } from "../../parts/Trouble";
import { percent, plural } from "../../parts/words";

/** Every drill: what it prepares and why, how much of it, and which is easier or harder. */
export function Drills() {
  const drills = useQuery(drillsQuery);
  const [asked, setAsked] = useState("");
  const [demand, setDemand] = useState("");
  const { show = "" } = useSearch({ from: "/shelf" });
  const [chosen, setChosen] = useState(show);
  useEffect(() => setChosen(show), [show]);
  const demands = useMemo(() => {
    const found = new Map<string, string>();
    for (const served of drills.data?.flatMap((drill) => drill.serves) ?? []) {
      found.set(served.demand, served.name);
    }
    return [...found].sort((a, b) => a[1].localeCompare(b[1]));
  }, [drills.data]);
  if (drills.error && !drills.data)
    return <Trouble error={drills.error} again={() => void drills.refetch()} />;
  if (!drills.data) return <Waiting what="Opening the shelf" />;
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const kept = drills.data.filter(
    (one) =>
      words.every((word) => [one.name, ...one.aliases].some((name) => name.toLowerCase().includes(word))) &&
      (!demand || one.serves.some((served) => served.demand === demand)),
  );
  const open = kept.some((one) => one.id === chosen) ? chosen : kept[0]?.id;
  return (
    <div className="grid grid-cols-[430px_minmax(0,1fr)] gap-10 narrow:grid-cols-[minmax(0,5fr)_minmax(0,7fr)] narrow:gap-6 phone:grid-cols-1 md:h-[calc(100dvh-170px)] md:min-h-[480px]">
      <section className="flex min-h-0 flex-col" aria-label="All drills">
        <div className="flex flex-wrap gap-2">
          <input
            className="field min-w-[140px] flex-1"
            aria-label="Find a drill"
            placeholder="Find a drill"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
          />
          <select
            className="field w-[200px]"
            aria-label="That prepares"
            value={demand}
            onChange={(event) => setDemand(event.target.value)}
          >
            <option value="">that prepares anything</option>
            {demands.map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </div>
        <p className="quiet mt-1">{plural(kept.length, "drill")}</p>
        <ul className="mt-1 min-h-0 flex-1 overflow-y-auto border-t-2 border-ink phone:max-h-[40dvh]">
          {kept.map((one) => (
            <li key={one.id}>
              <button
                type="button"
                className={`flex w-full items-center justify-between gap-2 border-b border-rule px-2 py-1.5 text-left ${one.id === open ? "bg-sand" : "hover:bg-sheet"}`}
                aria-current={one.id === open}
                onClick={() => setChosen(one.id)}
              >
                <span className="min-w-0">
                  <span className="block font-semibold">{one.name}</span>
                  <span className="block truncate text-[13px] text-dust">
                    {one.phases.map((phase) => phase.replace("-", " ")).join(", ")};{" "}
                    {one.level.replaceAll("-", " ")}
                    {one.kit_names.length > 0 && `; ${one.kit_names.join(", ")}`}
                  </span>
                </span>
                <span className="flex shrink-0 gap-1">
                  {[...new Set(one.serves.map((served) => served.kind))].map((kind) => (
                    <Mark key={kind} kind={kind as Kind} size={16} title={kind} />
                  ))}
                </span>
              </button>
            </li>
          ))}
          {kept.length === 0 && (
            <li className="py-4">
              No drill is called “{asked}”{demand && " and prepares that"}.
            </li>
          )}
        </ul>
      </section>
      {open && (
        <OneDrill
          id={open}
          onOpen={(id) => {
            setAsked("");
            setDemand("");
            setChosen(id);
          }}
        />
      )}
    </div>
  );
}

function OneDrill({ id, onOpen }: { id: string; onOpen: (id: string) => void }) {
  const found = useQuery(drillQuery(id));
  if (found.error && !found.data) return <Trouble error={found.error} />;
  if (!found.data) return <Waiting what="Fetching it" />;
  const one = found.data;
  return (
    <section className="min-h-0 overflow-y-auto pr-2" aria-label={one.name}>
      <div className="flex gap-6">
        <Figure
          picture={one.picture}
          label={`${one.name}, drawn from joint angles`}
          className="h-[250px] w-[250px] shrink-0 rounded-xl border border-rule bg-sheet"
          moving
          lit
        />
        <div className="min-w-0">
          <h2 className="text-[30px] leading-tight">{one.name}</h2>
          <p className="text-dust">
            {one.style}; {percent(one.effort)} effort; {one.level.replaceAll("-", " ")}; {SPACE[one.space]}
          </p>
          <p className="mt-2">{one.why}.</p>
          <ul className="mt-2 list-disc pl-5 text-[15px]">
            {one.cues.map((cue) => (
              <li key={cue}>{cue}</li>
            ))}
            {one.fault && <li className="text-dust">Not: {one.fault}</li>}
          </ul>
          {one.cautions.map((caution) => (
            <p key={caution} className="mt-1 text-[15px] font-semibold text-hold">
              {caution}
            </p>
          ))}
        </div>
      </div>
      <h3 className="mt-5 border-b-2 border-ink pb-0.5 text-[20px]">What it prepares</h3>
      <ul>
        {one.effects.map((effect) => (
          <li
            key={effect.demand}
            className="grid grid-cols-[22px_190px_110px_minmax(0,1fr)] items-center gap-2 phone:grid-cols-[22px_minmax(0,1fr)_110px] phone:[&>*:last-child]:col-span-3 border-b border-rule py-1 text-[15px]"
          >
            <Mark kind={effect.kind as Kind} size={16} title={effect.kind} />
            <span>{effect.name}</span>
            <span className="flex items-center gap-2">
              <span className="h-[8px] w-[68px] rounded-full border border-slate-line" aria-hidden>
                <span
                  className="block h-full rounded-full bg-slate-line"
                  style={{ width: `${effect.twentieths * 5}%` }}
                />
              </span>
              <span className="text-[13px] text-dust">{effect.twentieths * 5} %</span>
            </span>
            <span className="text-[14px] text-dust">{effect.because}</span>
          </li>
        ))}
      </ul>
      <div className="mt-4 grid grid-cols-2 gap-8 phone:grid-cols-1 text-[15px]">
        <div>
          <h3 className="border-b-2 border-ink pb-0.5 text-[20px]">How much</h3>
          <ul>
            {one.doses.map((dose) => (
              <li key={dose} className="border-b border-rule py-1">
                {dose}
              </li>
            ))}
          </ul>
          {amounts("Held still before training", one.holds_s, (value) => `${value} s`)}
          {amounts("Tires", one.fatigue, percent)}
          {amounts("Kit for each person", one.kit, (value) =>
            value < 1 ? `${value} (shared)` : String(value),
          )}
        </div>
        <div>
          <h3 className="border-b-2 border-ink pb-0.5 text-[20px]">For whom</h3>
          {one.easier && <Rung rung={one.easier} is="is easier, until" onOpen={onOpen} />}
          {one.harder && <Rung rung={one.harder} is="is harder, once" onOpen={onOpen} />}
          {one.seated && (
            <p className="py-1">
              <strong>Seated:</strong> {one.seated}.
            </p>
          )}
          {Object.entries(one.instead).map(([tag, way]) => (
            <p key={tag} className="py-1">
              <strong>{tag.replace("-", " ")}:</strong> {way}.
            </p>
          ))}
          {one.hazards.length > 0 && (
            <p className="py-1">Not with these cautions: {one.hazards.join(", ").toLowerCase()}.</p>
          )}
          <p className="quiet mt-2">{one.sources.join("; ")}</p>
        </div>
      </div>
    </section>
  );
}

const SPACE: Record<string, string> = {
  spot: "a spot to stand",
  mat: "a mat’s length",
  bar: "a bar’s width",
  lane: "a lane to travel",
  wall: "a wall",
};

function amounts(name: string, of: Schemas["DrillOut"]["fatigue"], say: (value: number) => string) {
  const rows = Object.entries(of);
  return (
    rows.length > 0 && (
      <p className="py-1">
        {name}: {rows.map(([what, value]) => `${what.replaceAll("-", " ")} ${say(value)}`).join(", ")}.
      </p>
    )
  );
}

/** The neighbouring drill of a family, and what decides between the two. */
function Rung({ rung, is, onOpen }: { rung: Schemas["Rung"]; is: string; onOpen: (drill: string) => void }) {
  return (
    <p className="py-1">
      <button type="button" className="underline underline-offset-2" onClick={() => onOpen(rung.drill)}>
        {rung.name}
      </button>{" "}
      {is} {rung.test}.
    </p>
  );
}
