import { Link } from "@tanstack/react-router";
import { useEffect, useRef, useState } from "react";
import { away, type Bench, type Demand, type Position } from "../../api/client";
import { Figure } from "../../figure/Figure";
import { KIND_COLOUR, Mark } from "../../parts/Mark";
import { Trouble } from "../../parts/Trouble";
import { amount, sentence } from "../../parts/words";
import type { Lit, Point } from "../../thread/thread";
import { Strip, stopped } from "./Strip";

const FIRST = 10; // rows before the fold
const TILES = 5; // positions in one row

interface Props {
  bench: Bench | undefined;
  error: Error | null;
  lit: Lit | null;
  held: Point | null;
  classId: number | undefined;
  sessionId: number;
  /** On the roster of the class that is shown. */
  people: number;
  onPoint: (point: Point | null) => void;
  onHold: (point: Point | null) => void;
}

const FELT_SHOWN = 1.01; // of a need, below which answers moved nothing worth a word

/** The positions the board passes through, and everything they ask of this class, ranked. */
export function Asks({ bench, error, lit, held, classId, sessionId, people, onPoint, onHold }: Props) {
  const [all, setAll] = useState(false);
  const [allPositions, setAllPositions] = useState(false);
  const [open, setOpen] = useState<string | null>(held?.at === "demand" ? held.id : null);
  if (error && !(away(error) && bench))
    return (
      <section data-column="asks">
        <Trouble error={error} />
      </section>
    );
  const demands = bench?.demands ?? [];
  const beyond = demands.findIndex((one) => one.id === open) >= FIRST; // opened by an address
  const shown = all || beyond ? demands : demands.slice(0, FIRST);
  const unread = bench?.workout?.unread.length ?? 0;
  return (
    <section
      data-column="asks"
      data-scroll="asks"
      aria-label="What it asks"
      className="flex flex-col desk:min-h-0 desk:overflow-y-auto"
    >
      {bench && bench.positions.length > 0 && (
        <ul className="grid shrink-0 grid-cols-5 gap-1.5 narrow:grid-cols-3" aria-label="Positions">
          {(allPositions ? bench.positions : bench.positions.slice(0, TILES)).map((one) => (
            <PositionTile key={one.id} position={one} lit={lit} onPoint={onPoint} onHold={onHold} />
          ))}
        </ul>
      )}
      {bench && bench.positions.length > TILES && (
        <button
          type="button"
          className="mt-1 self-end text-[14px] text-dust underline underline-offset-2 touch:min-h-10"
          aria-expanded={allPositions}
          onClick={() => setAllPositions(!allPositions)}
        >
          {allPositions ? "fewer positions" : `${bench.positions.length - TILES} more positions`}
        </button>
      )}
      <div className="mt-2 flex flex-wrap items-baseline justify-between gap-x-3 border-b-2 border-ink pb-1">
        <h2 className="text-[23px]">
          {people > 0 ? "What it asks of this class" : "What it asks of adults"}
        </h2>
        <Legend />
      </div>
      {demands.some((one) => one.kind === "reach" && one.people.length > 0) && <DotLegend />}
      {demands.length === 0 && bench && !bench.problem && (
        <p className="py-6">
          {unread
            ? "Nothing could be read yet. The board shows which words, and what they may have meant."
            : "Write a movement on the board, such as “15 push presses 40 kg”."}
        </p>
      )}
      <ul>
        {shown.map((demand) => (
          <DemandRow
            key={demand.id}
            demand={demand}
            positions={bench?.positions ?? []}
            classId={classId}
            sessionId={sessionId}
            lit={lit}
            open={open === demand.id}
            onPoint={onPoint}
            onToggle={() => {
              const next = open === demand.id ? null : demand.id;
              setOpen(next);
              onHold(next ? { at: "demand", id: next } : null);
            }}
          />
        ))}
      </ul>
      {demands.length > FIRST && (
        <button
          type="button"
          className="plain-action mt-2 self-start"
          aria-expanded={all}
          onClick={() => setAll(!all)}
        >
          {all
            ? "Show the first ten"
            : `${demands.length - FIRST} smaller demands: ${demands
                .slice(FIRST, FIRST + 3)
                .map((one) => one.name.toLowerCase())
                .join(", ")} …`}
        </button>
      )}
    </section>
  );
}

function Legend() {
  return (
    <p className="flex gap-3 text-[13px] text-dust">
      {(["reach", "hold", "snap", "pattern"] as const).map((kind) => (
        <span key={kind} className="flex items-center gap-1">
          <Mark kind={kind} size={14} />
          {kind}
        </span>
      ))}
    </p>
  );
}

/** What stands on a strip of people. */
function DotLegend() {
  return (
    <p className="flex flex-wrap items-center gap-x-3 pt-1 text-[13px] text-dust">
      <span className="flex items-center gap-1">
        <svg width="12" height="12" aria-hidden>
          <circle cx="6" cy="6" r="4" fill="var(--color-reach)" />
        </svg>
        measured, stopped
      </span>
      <span className="flex items-center gap-1">
        <svg width="12" height="12" aria-hidden>
          <circle
            cx="6"
            cy="6"
            r="4"
            fill="var(--color-sheet)"
            stroke="var(--color-reach)"
            strokeWidth="1.4"
          />
        </svg>
        measured, holds
      </span>
      <span className="flex items-center gap-1">
        <svg width="18" height="12" aria-hidden>
          <line x1="1" x2="17" y1="6" y2="6" stroke="var(--color-dust)" strokeWidth="1.6" />
        </svg>
        not measured
      </span>
      <span className="flex items-center gap-1">
        <svg width="8" height="12" aria-hidden>
          <line x1="4" x2="4" y1="0" y2="12" stroke="var(--color-ink)" strokeWidth="1.8" />
        </svg>
        just enough
      </span>
    </p>
  );
}

function PositionTile({
  position,
  lit,
  onPoint,
  onHold,
}: {
  position: Position;
  lit: Lit | null;
  onPoint: Props["onPoint"];
  onHold: Props["onHold"];
}) {
  const on = lit?.positions.has(position.id) ?? false;
  return (
    <li>
      <button
        type="button"
        className={`block h-full w-full rounded-lg border-2 px-1 pt-1 pb-1.5 text-center ${on ? "border-reach bg-sheet" : "border-transparent bg-sand"} ${lit && !on ? "[&_svg]:opacity-45" : ""}`}
        onPointerEnter={() => onPoint({ at: "position", id: position.id })}
        onPointerLeave={() => onPoint(null)}
        onFocus={() => onPoint({ at: "position", id: position.id })}
        onBlur={() => onPoint(null)}
        onClick={() => onHold({ at: "position", id: position.id })}
      >
        <Figure
          picture={position.picture}
          label={`${position.name}, drawn from joint angles`}
          className="mx-auto h-[84px] w-full max-w-[84px]"
          lit={on}
        />
        <span className="block text-[13px] leading-tight">{position.name}</span>
      </button>
    </li>
  );
}

function DemandRow({
  demand,
  positions,
  classId,
  sessionId,
  lit,
  open,
  onPoint,
  onToggle,
}: {
  demand: Demand;
  positions: Position[];
  classId: number | undefined;
  sessionId: number;
  lit: Lit | null;
  open: boolean;
  onPoint: Props["onPoint"];
  onToggle: () => void;
}) {
  const on = lit?.demands.has(demand.id) ?? false;
  const dim = lit !== null && !on;
  const row = useRef<HTMLLIElement>(null);
  useEffect(() => {
    if (open) row.current?.scrollIntoView({ block: "nearest" });
  }, [open]);
  return (
    <li
      ref={row}
      data-demand={demand.id}
      className={`border-b border-rule ${on ? "bg-sheet shadow-[inset_3px_0_0_var(--color-reach)]" : ""} ${dim ? "[&_svg]:opacity-45" : ""}`}
    >
      <button
        type="button"
        className="grid w-full grid-cols-[24px_minmax(0,1fr)_132px_84px] items-center gap-x-2 py-1 pl-2 text-left narrow:min-h-11 narrow:grid-cols-[24px_minmax(0,1fr)_92px]"
        aria-expanded={open}
        onClick={onToggle}
        onPointerEnter={() => onPoint({ at: "demand", id: demand.id })}
        onPointerLeave={() => onPoint(null)}
        onFocus={() => onPoint({ at: "demand", id: demand.id })}
        onBlur={() => onPoint(null)}
      >
        <Mark kind={demand.kind} title={demand.kind} />
        <span className="min-w-0">
          <span className="block text-[15px] leading-tight font-semibold">{demand.name}</span>
          <span className="block truncate text-[13px] text-dust">{reason(demand)}</span>
          {demand.felt >= FELT_SHOWN && (
            <span
              className="block text-[13px] text-dust"
              title="By what these people said of its positions after earlier preps"
            >
              felt the same: × {demand.felt.toFixed(2)}
            </span>
          )}
        </span>
        <span className="narrow:col-span-2 narrow:col-start-2 narrow:row-start-2">
          {demand.kind === "reach" && demand.people.length ? (
            <Strip demand={demand} />
          ) : (
            <Bar demand={demand} />
          )}
        </span>
        <span className="pr-1 text-right">
          <span className="display block text-[19px]">{amount(demand.score)}</span>
          <span className="block text-[13px] text-dust">
            {demand.people.length && demand.kind === "reach" ? stopped(demand) : demand.score.toFixed(2)}
          </span>
        </span>
      </button>
      {open && <Terms demand={demand} positions={positions} classId={classId} sessionId={sessionId} />}
    </li>
  );
}

function reason(demand: Demand): string {
  const counted = new Set(demand.terms.filter((term) => term.counts).map((term) => term.text.toLowerCase()));
  const lines =
    [...counted].slice(0, 2).join(", ") + (counted.size > 2 ? ` and ${counted.size - 2} more` : "");
  const needs = degrees(demand.required_deg);
  return needs && needs !== "none" ? `at least ${needs} · ${lines}` : lines;
}

function Bar({ demand }: { demand: Demand }) {
  return (
    <span className="block h-2.5 rounded-sm bg-rule" aria-hidden>
      <span
        className="block h-full rounded-sm"
        style={{ width: `${Math.max(3, demand.score * 100)}%`, background: KIND_COLOUR[demand.kind] }}
      />
    </span>
  );
}

/** A score opened into its terms: which line, which position, how hard, how much, whose division, and who is short by how much. */
function Terms({
  demand,
  positions,
  classId,
  sessionId,
}: {
  demand: Demand;
  positions: Position[];
  classId: number | undefined;
  sessionId: number;
}) {
  const where = new Set(demand.terms.map((term) => term.position));
  const stopping = positions.filter((one) => where.has(one.id) && one.stops.length > 0);
  const divided = demand.divisions.length > 0;
  const everyone = demand.divisions.reduce((sum, one) => sum + one.people, 0);
  return (
    <div className="px-3 pb-3 text-[14px]">
      <p className="text-dust">
        {sentence(demand.plain)}. Score {demand.score.toFixed(2)}: of each movement the hardest position
        counts, and movements add up.
      </p>
      {demand.kind === "reach" && stopping.length > 0 && (
        <ul className="mt-1" aria-label="What stops whom">
          {stopping.map((one) => (
            <li key={one.id}>
              <strong>{one.name}</strong> {stops(one)}.
            </li>
          ))}
        </ul>
      )}
      <table className="mt-1 w-full table-fixed [overflow-wrap:anywhere]">
        <thead className="text-left text-[13px] text-dust">
          <tr>
            <th scope="col" className="w-[30%] font-normal">
              line
            </th>
            <th scope="col" className="w-[28%] font-normal">
              position
            </th>
            <th scope="col" className="pl-3 text-right font-normal">
              least, comfort
            </th>
            <th scope="col" className="pl-3 text-right font-normal">
              have
            </th>
            <th scope="col" className="pl-3 text-right font-normal">
              hard × much
            </th>
          </tr>
        </thead>
        <tbody>
          {demand.terms.slice(0, 6).map((term, index) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: terms have no id and are drawn whole
            <tr key={index} className={`align-top ${term.counts ? "" : "text-dust"}`}>
              <td className="pr-2">
                {term.line} {term.text}
                {term.people < everyone && (
                  <span className="text-dust">
                    {" "}
                    · {term.division ?? "as written"}, {term.people} of {everyone}
                  </span>
                )}
              </td>
              <td>
                {term.in_lab ? (
                  <Link
                    to="/lab"
                    search={{
                      position: term.position,
                      ...(classId ? { class: classId } : {}),
                      from: sessionId,
                      point: demand.id,
                    }}
                    className="underline underline-offset-2"
                  >
                    {term.position_name}
                  </Link>
                ) : (
                  term.position_name
                )}
                {term.shared_with.length > 0 && <span className="text-dust">, shared</span>}
                {term.judged && <span className="text-dust">, decides the rep</span>}
              </td>
              <td className="pl-3 text-right">
                {degrees(term.required_deg)}
                {term.comfortable_deg !== null && term.required_deg !== null && (
                  <span className="text-dust">, {degrees(term.comfortable_deg)}</span>
                )}
              </td>
              <td className="pl-3 text-right">
                {term.range_deg === null ? "" : `${Math.round(term.range_deg)}°`}
              </td>
              <td className="pl-3 text-right">
                {term.severity.toFixed(2)} × {term.exposure.toFixed(2)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {divided && (
        <p className="mt-2">
          <strong>By division:</strong>{" "}
          {demand.divisions
            .map(
              (one) =>
                `${one.division ?? "as written"}, ${amountOf(one.people)}: ${amount(one.score).toLowerCase()}${demand.kind === "reach" ? ` (${one.short ? `about ${one.short}` : "none"} stopped)` : ""}`,
            )
            .join("; ")}
        </p>
      )}
      {demand.people.length > 0 && demand.kind === "reach" && <Bands demand={demand} />}
      {demand.people.some((one) => one.short) && (
        <p className="mt-2">
          <strong>Stopped, as measured:</strong>{" "}
          {demand.people
            .filter((one) => one.short)
            .sort((a, b) => b.shortfall_deg - a.shortfall_deg)
            .map((one) => `${one.name} (${sides(one)})`)
            .join(", ")}
        </p>
      )}
    </div>
  );
}

/** 20 -> "20°"; a joint that need not move, or may even lack some, needs "none". */
function degrees(value: number | null): string {
  if (value === null) return "";
  return Math.round(value) <= 0 ? "none" : `${Math.round(value)}°`;
}

/** "stops 4 at ankle bend, 2 at upper back extension; 8 hold": whole people, most first. */
function stops(position: Position): string {
  const holds = position.stops.find((one) => one.what === "holds")?.people ?? 0;
  const by = position.stops.filter((one) => one.what !== "holds" && one.people > 0);
  if (by.length === 0) return holds === 1 ? "is held" : `is held by all ${holds}`;
  const said = by.map((one) => `${one.people} at ${one.name.toLowerCase()}`).join(", ");
  return `stops about ${said}; ${holds} ${holds === 1 ? "holds" : "hold"}`;
}

function amountOf(people: number): string {
  return people === 1 ? "1 person" : `${people} people`;
}

/** How many of the class expect to be short, and by how much: lengths, with their numbers. */
function Bands({ demand }: { demand: Demand }) {
  const bands = demand.shortfall_bands.map((one, index) => ({
    ...one,
    from: demand.shortfall_bands[index - 1]?.up_to_deg ?? 0,
    shade: SHADES[index] ?? "",
  }));
  const said = (one: (typeof bands)[number], first: boolean) =>
    first ? "as good as none" : one.up_to_deg === null ? `over ${one.from}°` : `up to ${one.up_to_deg}°`;
  return (
    <div className="mt-2">
      <p>
        <strong>Expected to be short by:</strong>{" "}
        {bands
          .map((one, index) => [one, said(one, index === 0)] as const)
          .filter(([one]) => one.people > 0)
          .map(([one, words]) => `${words} ${one.people}`)
          .join(", ")}
        ; {demand.shortfall_deg.toFixed(1)}° on average
      </p>
      <span className="mt-1 flex h-2.5 overflow-hidden rounded-sm border border-reach" aria-hidden>
        {bands.map((one) => (
          <span key={one.from} className={one.shade} style={{ flexGrow: one.people }} />
        ))}
      </span>
    </div>
  );
}

const SHADES = ["bg-sheet", "bg-reach/30", "bg-reach/60", "bg-reach"];

/** What somebody has: one number, or left and right where they were measured and differ. */
function sides(one: Demand["people"][number]): string {
  if (!one.measured) return `${Math.round(one.range_deg)}°, not measured`;
  const [left, right] = [one.left_deg, one.right_deg];
  if (left == null || right == null || Math.round(left) === Math.round(right))
    return `${Math.round(one.range_deg)}°`;
  return `left ${Math.round(left)}°, right ${Math.round(right)}°`;
}
