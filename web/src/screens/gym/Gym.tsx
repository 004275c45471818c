import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { gymQuery, shelfQuery } from "../../api/queries";
import { SettledField } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { Conflict } from "../../saving/Conflict";
import { GYM, type Gym as Settled } from "../../saving/gym";
import { useRowForm } from "../../saving/useSaver";
import { Coaches } from "./Coaches";
import { Times } from "./Times";

/** What an owner settles: name, zone, units, defaults, class times, and who coaches. Coaches see it. */
export function Gym() {
  const found = useQuery(gymQuery);
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Opening" />;
  return <Form gym={found.data} />;
}

function Form({ gym }: { gym: Settled }) {
  const methods = useQuery(shelfQuery).data?.methods ?? [];
  const told = ["me", "week", "bench"];
  const { saver, draft, change, wrong } = useRowForm(GYM, gym, gymQuery.queryKey, told);
  const fixed = !gym.may_change;
  return (
    <div className="mx-auto max-w-[1100px] px-5 pt-4 pb-10 max-md:px-3">
      <div className="flex flex-wrap items-end gap-x-6">
        <h1 className="text-[34px] break-words">{gym.name}</h1>
        <span role="status" className="quiet pb-1.5">
          {saver.words()}
        </span>
      </div>
      {fixed && <p className="quiet">Only an owner changes this page.</p>}
      <Conflict saver={saver} />
      <section aria-label="The gym" className="mt-4">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">The gym</h2>
        <div className="mt-3 grid grid-cols-3 gap-x-5 gap-y-4 max-md:grid-cols-1">
          <SettledField
            label="Name"
            maxLength={80}
            disabled={fixed}
            value={draft.name}
            onSettled={(name) => name.trim() && change({ name: name.trim() })}
            wrong={wrong("name")}
          />
          <SettledField
            label="Place"
            maxLength={80}
            disabled={fixed}
            value={draft.place}
            onSettled={(place) => change({ place: place.trim() })}
          />
          <SettledField
            label="Time zone"
            list="zones"
            disabled={fixed}
            value={draft.timezone}
            onSettled={(timezone) => change({ timezone: timezone.trim() })}
            hint="Days and class times are told in it."
            wrong={wrong("timezone")}
          />
          <datalist id="zones">
            {gym.zones.map((zone) => (
              <option key={zone} value={zone} />
            ))}
          </datalist>
          <label className="block text-[15px] font-semibold">
            Loads in
            <select
              className="field mt-1 w-full font-normal"
              disabled={fixed}
              value={draft.unit}
              onChange={(event) => change({ unit: event.target.value as Settled["unit"] })}
            >
              <option value="kg">kilograms</option>
              <option value="lb">pounds</option>
            </select>
          </label>
          <label className="block text-[15px] font-semibold">
            Usual school of warm-up
            <select
              className="field mt-1 w-full font-normal"
              disabled={fixed}
              value={draft.method}
              onChange={(event) => change({ method: event.target.value })}
            >
              {methods.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          <SettledField
            label="Usual minutes"
            inputMode="numeric"
            disabled={fixed}
            value={String(draft.minutes)}
            onSettled={(typed) => Number(typed) && change({ minutes: Number(typed) })}
            wrong={wrong("minutes")}
          />
        </div>
      </section>
      <Times
        times={draft.times}
        coaches={gym.coaches}
        fixed={fixed}
        onChange={(times) => change({ times })}
        wrong={wrong("times")}
      />
      <Coaches gym={gym} />
      <section aria-label="Kit, floor and bars" className="mt-8">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">Kit, floor and bars</h2>
        <p className="mt-2">
          Counted on the{" "}
          <Link to="/shelf" search={{ tab: "place" }} className="underline underline-offset-2">
            Shelf
          </Link>
          ; preps keep to it.
        </p>
      </section>
      {gym.may_change && (
        <section aria-label="The whole gym as a file" className="mt-8">
          <h2 className="border-b-2 border-ink pb-1 text-[23px]">The whole gym as a file</h2>
          <p className="mt-2">
            Everything but passwords, as JSON: people, tests, cautions, sessions, what was published. It holds
            health data; keep it safe.{" "}
            <a className="plain-action ml-2 inline-block" href="/api/gym/file" download>
              Write it out
            </a>
          </p>
        </section>
      )}
      <Next />
    </div>
  );
}

/** What a new gym does next. */
function Next() {
  return (
    <section aria-label="What next" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What next</h2>
      <ul className="mt-2 list-disc pl-5">
        <li>
          <Link to="/people/import" className="underline underline-offset-2">
            Bring your roster from a file
          </Link>
          , or add people by name under{" "}
          <Link to="/people" className="underline underline-offset-2">
            People
          </Link>
          .
        </li>
        <li>
          <Link to="/week/import" className="underline underline-offset-2">
            Paste a week
          </Link>
          ; its sessions get the class times above.
        </li>
        <li>
          <Link to="/measure" className="underline underline-offset-2">
            Measure a class
          </Link>
          : ten minutes for three tests.
        </li>
      </ul>
    </section>
  );
}
