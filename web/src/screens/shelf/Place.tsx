import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { placeQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { number } from "../../parts/words";
import { Overtaken, overtaken } from "../../saving/Overtaken";

type Place = Schemas["PlaceOut"];
const SPACES: Record<string, string> = {
  mat: "lying down",
  bar: "with a bar",
  lane: "travelling",
  wall: "at a wall",
};

/** What there is to work with: pieces of kit, people the floor holds, one platform's bars and plates. Plans keep to it. */
export function Place() {
  const found = useQuery(placeQuery);
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Counting" />;
  return <Form key={JSON.stringify(found.data)} place={found.data} />;
}

function Form({ place }: { place: Place }) {
  const client = useQueryClient();
  const [kit, setKit] = useState<Record<string, string>>(
    Object.fromEntries(place.kit.map((one) => [one.id, String(one.pieces)])),
  );
  const [places, setPlaces] = useState<Record<string, string>>(
    Object.fromEntries(
      place.spaces.map((space) => [
        space,
        place.places[space] === undefined ? "" : String(place.places[space]),
      ]),
    ),
  );
  const [rack, setRack] = useState({
    unit: place.rack.unit,
    bars: place.rack.bars.map(String),
    pairs: sized(place.rack, place),
  });
  const save = useMutation({
    mutationFn: (version: number) =>
      answer(
        api.PUT("/api/place", {
          body: {
            version,
            kit: whole(kit),
            places: whole(
              Object.fromEntries(Object.entries(places).filter(([, value]) => value.trim() !== "")),
            ),
            rack: {
              unit: rack.unit,
              bars: rack.bars.map(Number),
              pairs: Object.entries(rack.pairs).map(([plate, pairs]) => ({
                plate: Number(plate),
                pairs: Number(pairs),
              })),
            },
          },
        }),
      ),
    onSuccess: (data) => {
      client.setQueryData(placeQuery.queryKey, data);
      void client.invalidateQueries({ queryKey: ["bench"] });
    },
  });
  const theirs = overtaken<Place>(save.error);
  const problem = save.error instanceof ApiProblem ? save.error : null;
  const unitTo = (unit: string) => {
    const usual = place.usual.find((one) => one.unit === unit);
    if (!usual) return;
    setRack({
      unit,
      bars: usual.bars.map(String),
      pairs: sized(unit === place.rack.unit ? place.rack : usual, place),
    });
  };
  const count = (label: string, value: string, onValue: (value: string) => void, step = 1) => (
    <input
      className="field w-20 !py-1"
      type="number"
      min={0}
      step={step}
      aria-label={label}
      value={value}
      onChange={(event) => onValue(event.target.value)}
    />
  );
  return (
    <form
      aria-label="Kit, floor and bars"
      className="grid grid-cols-[minmax(0,1fr)_380px] gap-10 narrow:grid-cols-1"
      onSubmit={(event) => {
        event.preventDefault();
        save.mutate(place.version);
      }}
    >
      <section aria-label="Kit">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">Kit, in pieces</h2>
        <ul className="grid grid-cols-2 gap-x-10 phone:grid-cols-1">
          {place.kit.map((one) => (
            <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-1.5">
              <span className="first-letter:uppercase">{one.name}</span>
              {count(one.name, kit[one.id] ?? "0", (value) => setKit({ ...kit, [one.id]: value }))}
            </li>
          ))}
        </ul>
        <p className="quiet mt-2">
          A drill that needs more than there is goes in two waves, or is swapped for what stands in.
        </p>
      </section>
      <div>
        <section aria-label="Floor">
          <h2 className="border-b-2 border-ink pb-1 text-[23px]">Floor, in people at once</h2>
          <ul>
            {place.spaces.map((space) => (
              <li key={space} className="flex items-center justify-between border-b border-rule py-1.5">
                {SPACES[space]}
                <span className="flex items-center gap-2">
                  <span className="quiet">{places[space] === "" && "no limit"}</span>
                  {count(`People ${SPACES[space]}`, places[space] ?? "", (value) =>
                    setPlaces({ ...places, [space]: value }),
                  )}
                </span>
              </li>
            ))}
          </ul>
        </section>
        <section className="mt-6" aria-label="One platform">
          <h2 className="flex items-end justify-between border-b-2 border-ink pb-1 text-[23px]">
            One platform
            <select
              className="field !py-1 !font-normal [font-family:var(--font-text)]"
              aria-label="Unit of the plates"
              value={rack.unit}
              onChange={(event) => unitTo(event.target.value)}
            >
              <option value="kg">kilograms</option>
              <option value="lb">pounds</option>
            </select>
          </h2>
          <ul>
            {["men’s bar", "women’s bar"].map((name, index) => (
              <li key={name} className="flex items-center justify-between border-b border-rule py-1.5">
                {name}
                <span>
                  {count(
                    name,
                    rack.bars[index] ?? "",
                    (value) =>
                      setRack({
                        ...rack,
                        bars: rack.bars.map((bar, place_) => (place_ === index ? value : bar)),
                      }),
                    0.5,
                  )}{" "}
                  {rack.unit}
                </span>
              </li>
            ))}
            {Object.keys(rack.pairs)
              .map(Number)
              .sort((a, b) => b - a)
              .map((size) => (
                <li key={size} className="flex items-center justify-between border-b border-rule py-1.5">
                  {number(size)} {rack.unit}
                  <span>
                    {count(
                      `Pairs of ${number(size)} ${rack.unit}`,
                      rack.pairs[String(size)] ?? "0",
                      (value) => setRack({ ...rack, pairs: { ...rack.pairs, [size]: value } }),
                    )}{" "}
                    pairs
                  </span>
                </li>
              ))}
          </ul>
        </section>
      </div>
      <div className="sticky bottom-0 col-span-2 -mt-4 flex items-center gap-4 border-t border-rule bg-paper py-3">
        <button type="submit" className="action" disabled={save.isPending}>
          Write it down
        </button>
        {theirs ? (
          <Overtaken
            onMine={() => save.mutate(theirs.version)}
            onTheirs={() => client.setQueryData(placeQuery.queryKey, theirs)}
          />
        ) : (
          save.error && (
            <p role="alert" className="text-hold">
              {problem?.message ?? "That did not work."}
            </p>
          )
        )}
        {save.isSuccess && <p role="status">Written down. Preps that are open are planned again.</p>}
      </div>
    </form>
  );
}

/** Pairs by plate, with every usual size of the unit to fill in. */
function sized(rack: Schemas["Plates"], place: Place): Record<string, string> {
  const usual = place.usual.find((one) => one.unit === rack.unit)?.pairs ?? [];
  return {
    ...Object.fromEntries(usual.map(({ plate }) => [String(plate), "0"])),
    ...Object.fromEntries(rack.pairs.map(({ plate, pairs }) => [String(plate), String(pairs)])),
  };
}

function whole(of: Record<string, string>): Record<string, number> {
  return Object.fromEntries(Object.entries(of).map(([name, value]) => [name, Number(value || 0)]));
}
