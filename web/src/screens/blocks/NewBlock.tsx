import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { Field } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { newKey } from "../../saving/key";
import { AIM_NAMES, AIM_SAID, type Aim, USUAL_DAYS, WEEKDAYS } from "./words";

const AIMS = Object.keys(AIM_NAMES) as Aim[];
const WEEK_DAYS = 7;
const DAY_MS = 86_400_000;

/** Start a block: what for, for whom, from when, on which days. */
export function NewBlock({ onEnd }: { onEnd: () => void }) {
  const choices = useQuery({
    queryKey: ["block-choices"],
    queryFn: () => answer(api.GET("/api/blocks/choices")),
  });
  if (choices.error && !choices.data) return <Trouble error={choices.error} />;
  if (!choices.data) return <Waiting what="Fetching what there is to choose" />;
  return <Fill choices={choices.data} onEnd={onEnd} />;
}

function Fill({ choices, onEnd }: { choices: Schemas["BlockChoices"]; onEnd: () => void }) {
  const client = useQueryClient();
  const key = useRef(newKey());
  const [aim, setAim] = useState<Aim>("range");
  const [name, setName] = useState("");
  const [startsOn, setStartsOn] = useState(choices.today);
  const [weeks, setWeeks] = useState(6);
  const [days, setDays] = useState(USUAL_DAYS.range);
  const [motions, setMotions] = useState<string[]>([]);
  const [skill, setSkill] = useState(choices.skills[0]?.id ?? "");
  const [until, setUntil] = useState("");
  const [who, setWho] = useState("people");
  const [people, setPeople] = useState<number[]>([]);
  const start = useMutation({
    mutationFn: (body: Schemas["BlockNew"]) =>
      answer(api.POST("/api/blocks", { body, params: { header: { "Idempotency-Key": key.current } } })),
    onSuccess: () => void client.invalidateQueries({ queryKey: ["blocks"] }),
  });
  const wrong = start.error instanceof ApiProblem ? start.error : null;
  const at = (...fields: string[]) => (wrong && fields.includes(wrong.field ?? "") ? wrong.message : "");
  const choose = (next: Aim) => {
    setAim(next);
    setDays(USUAL_DAYS[next]);
    setWeeks(choices.weeks[next] ?? 6);
    start.reset();
  };
  const { fewest, most } = choices.days[aim] ?? { fewest: 1, most: 7 };
  const ranged = aim === "range" || aim === "competition";
  if (start.data)
    return (
      <div role="status" className="mt-4 max-w-2xl rounded-xl border border-rule bg-sheet p-4">
        <p className="font-semibold">It runs.</p>
        {start.data.left_out.map((one) => (
          <p key={one.name} className="mt-1">
            Not for {one.name}: {one.why}.
          </p>
        ))}
        <p className="mt-3 flex gap-3">
          <Link to="/blocks/$id" params={{ id: String(start.data.id) }} className="plain-action">
            Look at it
          </Link>
          <button type="button" className="plain-action" onClick={onEnd}>
            Close
          </button>
        </p>
      </div>
    );
  const submit = () => {
    const [kind, id] = who.split(" ");
    const weeksTo = until
      ? Math.max(1, Math.ceil((Date.parse(until) - Date.parse(startsOn)) / DAY_MS / WEEK_DAYS))
      : 6;
    start.mutate({
      aim,
      name,
      starts_on: startsOn,
      weeks: aim === "competition" ? weeksTo : weeks,
      weekdays: days,
      motions: ranged ? motions : [],
      skill: aim === "skill" ? skill : "",
      until: aim === "competition" && until ? until : null,
      people: kind === "people" ? people : [],
      group: kind === "group" ? Number(id) : null,
      weekly_class: kind === "class" ? Number(id) : null,
    });
  };
  return (
    <form
      aria-label="A new block"
      className="mt-4 rounded-xl border border-rule bg-sheet p-5 max-md:p-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (!start.isPending) submit();
      }}
    >
      <fieldset>
        <legend className="font-semibold">What for</legend>
        <div className="mt-1 flex flex-wrap gap-2">
          {AIMS.map((one) => (
            <button
              key={one}
              type="button"
              aria-pressed={aim === one}
              className={`min-h-10 rounded-lg border px-3 ${aim === one ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
              onClick={() => choose(one)}
            >
              {AIM_NAMES[one]}
            </button>
          ))}
        </div>
        <p className="quiet mt-1">{AIM_SAID[aim]}</p>
      </fieldset>
      <div className="mt-4 grid grid-cols-2 gap-x-6 gap-y-4 max-md:grid-cols-1">
        {ranged && (
          <Motions choices={choices} motions={motions} onMotions={setMotions} wrong={at("motions")} />
        )}
        {aim === "skill" && (
          <label className="block text-[15px] font-semibold">
            What is practised
            <select
              className="field mt-1 block w-full font-normal"
              value={skill}
              onChange={(event) => setSkill(event.target.value)}
            >
              {choices.skills.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
            {at("skill") && <Wrong said={at("skill")} />}
          </label>
        )}
        {aim === "competition" && (
          <Field
            label="Day of the competition"
            type="date"
            value={until}
            onValue={setUntil}
            required
            wrong={at("until")}
          />
        )}
        <Who
          choices={choices}
          who={who}
          people={people}
          onWho={setWho}
          onPeople={setPeople}
          wrong={at("people")}
        />
        <Field
          label="From"
          type="date"
          value={startsOn}
          onValue={setStartsOn}
          required
          wrong={at("starts_on")}
        />
        {(aim === "range" || aim === "skill") && (
          <Field
            label="Weeks"
            type="number"
            inputMode="numeric"
            min={1}
            max={26}
            value={String(weeks)}
            onValue={(typed) => setWeeks(Number(typed))}
            wrong={at("weeks")}
          />
        )}
        <fieldset>
          <legend className="text-[15px] font-semibold">
            Days, {fewest} to {most}
          </legend>
          <div className="mt-1 flex flex-wrap gap-1.5">
            {WEEKDAYS.map((one, place) => (
              <button
                key={one}
                type="button"
                aria-pressed={days.includes(place)}
                className={`min-h-10 min-w-12 rounded-lg border px-2 ${days.includes(place) ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
                onClick={() =>
                  setDays(
                    days.includes(place) ? days.filter((day) => day !== place) : [...days, place].sort(),
                  )
                }
              >
                {one}
              </button>
            ))}
          </div>
          <p className="quiet mt-1">
            Where a day clashes with its class, the block moves or shrinks, and says so.
          </p>
          {at("weekdays") && <Wrong said={at("weekdays")} />}
        </fieldset>
        <Field
          label="What you call it"
          value={name}
          onValue={setName}
          maxLength={80}
          placeholder={AIM_NAMES[aim]}
          wrong={at("name")}
        />
      </div>
      {start.error &&
        !at("motions", "skill", "until", "people", "starts_on", "weeks", "weekdays", "name") && (
          <Wrong said={start.error.message} />
        )}
      <p className="mt-4 flex gap-3">
        <button type="submit" className="action" disabled={start.isPending}>
          {start.isPending ? "Starting" : "Start it"}
        </button>
        <button type="button" className="plain-action" onClick={onEnd}>
          Not now
        </button>
      </p>
    </form>
  );
}

const Wrong = ({ said }: { said: string }) => (
  <p role="alert" className="mt-1 text-[14px] font-semibold text-hold">
    {said}
  </p>
);

interface MotionsProps {
  choices: Schemas["BlockChoices"];
  motions: string[];
  onMotions: (motions: string[]) => void;
  wrong: string;
}

function Motions({ choices, motions, onMotions, wrong }: MotionsProps) {
  return (
    <div>
      {[0, 1].map((place) => (
        <label key={place} className="block text-[15px] font-semibold first:mt-0 [&+label]:mt-2">
          {place === 0 ? "Area" : "And a second, if need be"}
          <select
            className="field mt-1 block w-full font-normal"
            value={motions[place] ?? ""}
            onChange={(event) => {
              const next = [...motions];
              next[place] = event.target.value;
              onMotions([...new Set(next.filter(Boolean))]);
            }}
          >
            <option value="">{place === 0 ? "Choose one" : "None"}</option>
            {choices.motions.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
          </select>
        </label>
      ))}
      {wrong && <Wrong said={wrong} />}
    </div>
  );
}

interface WhoProps {
  choices: Schemas["BlockChoices"];
  who: string;
  people: number[];
  onWho: (who: string) => void;
  onPeople: (people: number[]) => void;
  wrong: string;
}

function Who({ choices, who, people, onWho, onPeople, wrong }: WhoProps) {
  const [sought, setSought] = useState("");
  const shown = choices.people.filter(
    (one) =>
      people.includes(one.id) || (sought.length > 0 && one.name.toLowerCase().includes(sought.toLowerCase())),
  );
  return (
    <div>
      <label className="block text-[15px] font-semibold">
        For whom
        <select
          className="field mt-1 block w-full font-normal"
          value={who}
          onChange={(event) => onWho(event.target.value)}
        >
          <option value="people">Some people</option>
          {choices.groups.map((one) => (
            <option key={one.id} value={`group ${one.id}`}>
              {one.name} ({one.people})
            </option>
          ))}
          {choices.classes.map((one) => (
            <option key={one.id} value={`class ${one.id}`}>
              The class of {one.name} ({one.people})
            </option>
          ))}
        </select>
      </label>
      {who === "people" && (
        <>
          <Field
            label="Find them by name"
            className="mt-2"
            value={sought}
            onValue={setSought}
            autoComplete="off"
          />
          <ul className="mt-1 flex max-h-40 flex-wrap gap-1.5 overflow-y-auto">
            {shown.slice(0, 24).map((one) => (
              <li key={one.id}>
                <button
                  type="button"
                  aria-pressed={people.includes(one.id)}
                  className={`min-h-10 rounded-lg border px-3 text-[15px] ${people.includes(one.id) ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
                  onClick={() =>
                    onPeople(
                      people.includes(one.id) ? people.filter((id) => id !== one.id) : [...people, one.id],
                    )
                  }
                >
                  {one.name}
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      {wrong && <Wrong said={wrong} />}
    </div>
  );
}
