import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { choicesQuery, personComingQuery, personQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { weekday } from "../../parts/words";
import type { Person } from "../../saving/person";
import { Bests } from "./Bests";
import { Cautions } from "./Cautions";
import { Facts } from "./Facts";
import { Homework } from "./Homework";
import { Notes, Trail } from "./Notes";
import { type Need, newest, RangeStrip } from "./RangeStrip";
import { Spots } from "./Spots";
import { Standing } from "./Standing";

/** One body: ranges over months, sides, cautions, bests, and what the coming sessions ask of it. */
export function PersonScreen() {
  const id = Number(useParams({ from: "/people/$id" }).id);
  const found = useQuery(personQuery(id));
  const choices = useQuery(choicesQuery);
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data || !choices.data) return <Waiting what="Opening" />;
  const person = found.data;
  return (
    <div className="mx-auto max-w-[1240px] px-5 pt-4 pb-10 max-md:px-3">
      {person.may_edit && (
        <p className="text-[14px]">
          <Link to="/people" className="underline underline-offset-2">
            People
          </Link>
        </p>
      )}
      <Standing person={person} />
      <p className="mt-2 flex flex-wrap gap-2">
        <Link to="/people/$id/log" params={{ id: String(person.id) }} className="plain-action">
          The weeks
        </Link>
        <Link to="/people/$id/year" params={{ id: String(person.id) }} className="plain-action">
          The year on a page
        </Link>
      </p>
      <div className="mt-4 grid grid-cols-[minmax(0,1fr)_420px] gap-x-10 gap-y-8 max-lg:grid-cols-1">
        <div className="space-y-8">
          <Coming person={person} />
          <Ranges person={person} />
        </div>
        <div className="space-y-8">
          <Cautions person={person} choices={choices.data} />
          <Spots person={person} choices={choices.data} />
          <Bests person={person} />
          <Homework person={person} />
          <Notes person={person} />
        </div>
      </div>
      <Facts key={person.id} person={person} choices={choices.data} />
      <Trail person={person} />
    </div>
  );
}

/** What the sessions of the days ahead ask that this body has not got, and what stops it where. */
function Coming({ person }: { person: Person }) {
  const found = useQuery(personComingQuery(person.id));
  if (found.isPending)
    return <p className="quiet">Working out what the coming sessions ask of {person.name}</p>;
  if (found.error && !found.data) return <Trouble error={found.error} />;
  const told = found.data.filter((one) => one.asks.shorts.length + one.asks.barred.length > 0);
  const clear = found.data.length - told.length;
  return (
    <section aria-label="What is coming">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What is coming</h2>
      {found.data.length === 0 && <p className="mt-2">No session stands on the week ahead yet.</p>}
      <ul>
        {told.map((one) => (
          <li
            key={one.id}
            className="grid grid-cols-[150px_minmax(0,1fr)] gap-3 border-b border-rule py-2 max-sm:grid-cols-1"
          >
            <span>
              <b>{weekday(one.date)}</b>{" "}
              {person.may_edit ? (
                <Link
                  to="/session/$id"
                  params={{ id: String(one.id) }}
                  className="underline underline-offset-2"
                >
                  {one.title}
                </Link>
              ) : (
                one.title
              )}
            </span>
            <span className="text-[15px]">
              {one.asks.barred.length > 0 && (
                <span className="block text-hold">Not for them: {one.asks.barred.join(", ")}</span>
              )}
              {one.asks.shorts.slice(0, 3).map((short) => (
                <span key={short.motion} className="block">
                  {short.name}: has {Math.round(short.has_deg)}°, {asked(short)}
                  {short.side && `, tighter on the ${short.side}`}
                  <span className="quiet"> for “{short.text}”</span>
                </span>
              ))}
              {one.asks.stops.length > 0 && (
                <span className="quiet block">
                  {one.asks.stops
                    .slice(0, 2)
                    .map(
                      (stop) =>
                        `${stop.name}: ${likely(stop.chance)} stopped by ${stop.what_name.toLowerCase()}`,
                    )
                    .join("; ")}
                </span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {clear > 0 && (
        <p className="quiet mt-2">
          {told.length > 0 ? "The other" : "All"} {clear} ask nothing that was measured and found short.
        </p>
      )}
    </section>
  );
}

const asked = (short: { has_deg: number; least_deg: number; comfortable_deg: number }) =>
  short.has_deg < short.least_deg
    ? `needs ${Math.round(short.least_deg)}°`
    : `comfort takes ${Math.round(short.comfortable_deg)}°`;
const likely = (chance: number) =>
  chance >= 0.75 ? "very likely" : chance >= 0.5 ? "likely" : chance >= 0.35 ? "perhaps" : "now and then";

function Ranges({ person }: { person: Person }) {
  const coming = useQuery(personComingQuery(person.id)).data ?? [];
  const needs = (motion: string): Need[] =>
    coming.flatMap((one) =>
      one.asks.shorts
        .filter((short) => short.motion === motion)
        .map((short) => ({
          day: weekday(one.date),
          title: one.title,
          least: short.has_deg < short.least_deg ? short.least_deg : short.comfortable_deg,
          comfortable: short.comfortable_deg,
        })),
    );
  const today = Date.now();
  return (
    <section aria-label="Ranges">
      <h2 className="flex items-end justify-between border-b-2 border-ink pb-1 text-[23px]">
        Ranges
        {person.may_edit && (
          <Link to="/measure" className="[font-family:var(--font-text)] plain-action mb-1 !font-normal">
            Measure
          </Link>
        )}
      </h2>
      {person.ranges.length === 0 && (
        <p className="mt-2">
          Nothing is measured yet. Until then everything is reckoned with what adults of this age and sex
          have.
        </p>
      )}
      {person.ranges.length > 0 && (
        <p className="quiet mt-1">
          Filled: left. Hollow: right. The blue shade is the test’s error, the sand what most adults like them
          have, a red line what the days ahead ask.
        </p>
      )}
      <ul>
        {person.ranges.map((range) => (
          <li
            key={range.motion}
            className="grid grid-cols-[170px_minmax(0,1fr)] items-center gap-3 border-b border-rule py-1.5 max-sm:grid-cols-1"
          >
            <div>
              <h3 className="text-[20px]">{range.name}</h3>
              {newest(range).map((one) => (
                <p key={one.side} className="text-[15px]">
                  {one.side === "both" ? "" : `${one.side} `}
                  <b>{Math.round(one.degrees)}°</b>
                  {range.tight === one.side && ", tighter"}
                </p>
              ))}
            </div>
            <RangeStrip range={range} needs={needs(range.motion)} today={today} />
          </li>
        ))}
      </ul>
      {person.held.length > 0 && (
        <ul className="mt-2">
          {person.held.map((one) => (
            <li key={one.test} className="flex justify-between gap-3 border-b border-rule py-1.5">
              {one.name}
              <span>
                <b>{one.said}</b> <span className="quiet">{one.on}</span>
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
