import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { ApiProblem, answer, api, type Schemas } from "../../api/client";
import { meQuery } from "../../api/queries";
import { type FloorClass, useFloor } from "../../floor/useFloor";
import { Field } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour, plural } from "../../parts/words";

/** The classes near now, each with its clock, and the screens on the walls. */
export function FloorList() {
  const me = useQuery(meQuery).data;
  if (!me) return <Waiting what="Opening the floor" />;
  return <Near gym={String(me.gym_id)} />;
}

function Near({ gym }: { gym: string }) {
  const { heard, classes } = useFloor(gym);
  if (!heard.floor) {
    if (heard.online) return <Waiting what="Opening the floor" />;
    return <Trouble error={new Error("The server does not answer. This is asked again by itself.")} />;
  }
  return (
    <div className="mx-auto grid max-w-[1100px] grid-cols-[minmax(0,1fr)_380px] gap-10 px-5 pt-5 pb-10 max-lg:grid-cols-1 max-md:px-3">
      <section aria-labelledby="near">
        <h1 id="near" className="text-[30px]">
          On the floor
        </h1>
        {classes.length === 0 && (
          <p className="mt-3">
            No class in the next hours. <Link to="/">The week</Link> has them all.
          </p>
        )}
        <ul className="mt-3">
          {classes.map((one) => (
            <ClassRow key={one.id} gymClass={one} zone={heard.floor?.timezone ?? "UTC"} />
          ))}
        </ul>
      </section>
      <Screens />
    </div>
  );
}

function ClassRow({ gymClass, zone }: { gymClass: FloorClass; zone: string }) {
  const starts = new Date(gymClass.starts_ms).toISOString();
  return (
    <li className="flex items-center gap-4 border-t border-rule py-3 max-md:flex-wrap">
      <span className="display w-16 text-[26px]">{hour(starts, zone)}</span>
      <span className="min-w-0 flex-1">
        <span className="font-semibold">{gymClass.title}</span>
        <span className="quiet block">
          {plural(gymClass.heads, "person", "people")}
          {gymClass.coach && `, ${gymClass.coach}`}
          {gymClass.run && " · the clock runs"}
        </span>
      </span>
      <Link to="/floor/$id/set-out" params={{ id: String(gymClass.id) }} className="plain-action">
        Set-out
      </Link>
      <Link
        to="/floor/$id"
        params={{ id: String(gymClass.id) }}
        className={gymClass.run ? "action" : "plain-action"}
      >
        {gymClass.run ? "Take the clock" : "Open"}
      </Link>
    </li>
  );
}

/** The screens that see this gym's floor; letting one in by its code. */
function Screens() {
  const client = useQueryClient();
  const key = ["floor-screens"];
  const found = useQuery({ queryKey: key, queryFn: () => answer(api.GET("/api/floor/screens")) });
  const again = async () => {
    await client.cancelQueries({ queryKey: key }); // a first answer still on its way may be older than what was done
    await client.invalidateQueries({ queryKey: key });
  };
  const [code, setCode] = useState("");
  const [name, setName] = useState("");
  const letIn = useMutation({
    mutationFn: () => answer(api.POST("/api/floor/screens", { body: { code, name } })),
    onSuccess: () => {
      setCode("");
      setName("");
      return again();
    },
  });
  const wrong = letIn.error instanceof ApiProblem ? letIn.error.message : "";
  return (
    <section aria-labelledby="screens">
      <h2 id="screens" className="text-[22px]">
        Screens
      </h2>
      <p className="quiet mt-1">
        Open <span className="font-semibold text-ink">{window.location.host}/wall</span> on a screen, and type
        the code that it shows.
      </p>
      <form
        className="mt-3 grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (code.trim()) letIn.mutate();
        }}
      >
        <Field
          label="Code on the screen"
          value={code}
          onValue={(typed) => setCode(typed.toUpperCase())}
          maxLength={20}
          autoComplete="off"
          spellCheck={false}
          {...(wrong ? { wrong } : {})}
        />
        <Field
          label="What you call it"
          value={name}
          onValue={setName}
          maxLength={40}
          placeholder="North wall"
        />
        <button
          type="submit"
          className="action justify-self-start"
          disabled={!code.trim() || letIn.isPending}
        >
          Let it in
        </button>
      </form>
      {found.error && <p role="alert">{found.error.message}</p>}
      <p className="mt-4">
        <Link to="/floor/plan" className="inline-block py-2 underline underline-offset-2">
          The gym from above
        </Link>
        , for how much floor there is and where stations stand.
      </p>
      <ul className="mt-2">
        {(found.data ?? []).map((screen) => (
          <ScreenRow key={screen.id} screen={screen} again={again} />
        ))}
      </ul>
    </section>
  );
}

function ScreenRow({ screen, again }: { screen: Schemas["ScreenOut"]; again: () => Promise<void> }) {
  const off = useMutation({
    mutationFn: () =>
      answer(api.DELETE("/api/floor/screens/{screen_id}", { params: { path: { screen_id: screen.id } } })),
    onSuccess: again,
  });
  const since = day(screen.approved_at, Intl.DateTimeFormat().resolvedOptions().timeZone, {
    day: "numeric",
    month: "short",
  });
  return (
    <li className="flex items-center gap-3 border-t border-rule py-2">
      <span className="min-w-0 flex-1">
        <span className="font-semibold [overflow-wrap:anywhere]">{screen.name}</span>
        <span className="quiet block">
          since {since}
          {screen.approved_by && `, let in by ${screen.approved_by}`}
        </span>
      </span>
      <button
        type="button"
        className="plain-action"
        disabled={off.isPending}
        aria-label={`Take off: ${screen.name}`}
        onClick={() => off.mutate()}
      >
        Take off
      </button>
    </li>
  );
}
