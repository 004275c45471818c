import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { answer, api, away, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { hour, plural } from "../../parts/words";
import { PlanDrawing } from "./PlanDrawing";

type Out = Schemas["SetOutOut"];
type Line = Out["set_out"]["lines"][number];
type Ticked = Schemas["Ticked"];
const LOOK_MS = 10_000; // somebody else ticks off too

/** What to put where before the class: ticked off by phone, or on paper. */
export function SetOut() {
  const id = Number(useParams({ from: "/floor/$id/set-out" }).id);
  const key = ["set-out", id];
  const ticksKey = ["set-out-ticks", id];
  const client = useQueryClient();
  const found = useQuery({
    queryKey: key,
    queryFn: () =>
      answer(api.GET("/api/floor/classes/{class_id}/set-out", { params: { path: { class_id: id } } })),
  });
  const ticks = useQuery({
    queryKey: ticksKey,
    queryFn: () =>
      answer(api.GET("/api/floor/classes/{class_id}/set-out/ticks", { params: { path: { class_id: id } } })),
    refetchInterval: LOOK_MS,
  });
  const tick = useMutation({
    mutationFn: (to: { key: string; on: boolean }) =>
      answer(
        api.POST("/api/floor/classes/{class_id}/set-out/tick", {
          params: { path: { class_id: id } },
          body: to,
        }),
      ),
    // it stands at once; without a network it is sent as soon as there is one
    networkMode: "always",
    retry: (_, error) => away(error),
    retryDelay: 2_000,
    onMutate: (to) => {
      void client.cancelQueries({ queryKey: ticksKey }, { revert: false });
      client.setQueryData<Ticked[]>(ticksKey, (now = found.data?.ticked ?? []) => {
        const others = now.filter((one) => one.key !== to.key);
        return to.on ? [...others, { key: to.key, by: "" }] : others;
      });
    },
    onSuccess: (ticked) => client.setQueryData<Ticked[]>(ticksKey, ticked),
    onError: () => void client.invalidateQueries({ queryKey: ticksKey }),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Counting what it takes" />;
  const { set_out } = found.data;
  const ticked = ticks.data ?? found.data.ticked;
  const done = new Map(ticked.map((one) => [one.key, one.by]));
  const places = [...new Set(set_out.lines.map((line) => line.where))];
  const left = set_out.lines.filter((line) => !done.has(line.key)).length;
  return (
    <div className="mx-auto max-w-[900px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="no-print flex gap-5 text-[14px]">
        <Link to="/floor/$id" params={{ id: String(id) }} className="py-2 underline underline-offset-2">
          The clock
        </Link>
        <button type="button" className="py-2 underline underline-offset-2" onClick={() => window.print()}>
          Print
        </button>
      </p>
      <h1 className="text-[26px]">
        Set out for {hour(new Date(found.data.starts_ms).toISOString(), found.data.timezone)}{" "}
        {found.data.title}
      </h1>
      <p role="status">
        {plural(found.data.heads, "person", "people")}.{" "}
        {left === 0
          ? set_out.lines.length > 0
            ? "Everything stands."
            : "Nothing has to be put anywhere."
          : `${plural(left, "thing", "things")} left to put out.`}
        {tick.isPaused || (tick.isPending && tick.failureCount > 0)
          ? " No network: your ticks are kept and sent by themselves."
          : ""}
      </p>
      <Clashes out={set_out} />
      {places.map((where) => (
        <section key={where} className="mt-5" aria-label={where}>
          <h2 className="border-b-2 border-ink pb-1 text-[21px]">
            {where.charAt(0).toUpperCase() + where.slice(1)}
            {where.startsWith("station") && (
              <span className="ml-2 text-[18px] font-normal">
                {set_out.stations[Number(where.split(" ")[1]) - 1]}
              </span>
            )}
          </h2>
          <ul>
            {set_out.lines
              .filter((line) => line.where === where)
              .map((line) => (
                <Row
                  key={line.key}
                  line={line}
                  by={done.get(line.key)}
                  onTick={(on) => tick.mutate({ key: line.key, on })}
                />
              ))}
          </ul>
        </section>
      ))}
      {set_out.clear.length > 0 && (
        <section className="mt-6" aria-label="Clear room">
          <h2 className="border-b-2 border-ink pb-1 text-[21px]">Clear room</h2>
          <ul>
            {set_out.clear.map((one) => (
              <li key={one.name} className="border-b border-rule py-2">
                <span className="font-semibold">{one.name}</span>: {one.radius_m} m round everybody, {one.why}
                .
              </li>
            ))}
          </ul>
        </section>
      )}
      {set_out.layout && (
        <section className="mt-6" aria-label="Where the stations stand">
          <h2 className="text-[21px]">Where the stations stand</h2>
          <PlanDrawing plan={found.data.plan} layout={set_out.layout} />
          <p className="mt-1">
            A round is {Math.round(set_out.layout.walk_m)} m of walking.
            {set_out.layout.left.length > 0 &&
              ` No place was found for ${set_out.layout.left.map((at) => set_out.stations[at]).join(", ")}.`}
          </p>
        </section>
      )}
    </div>
  );
}

function Row({ line, by, onTick }: { line: Line; by: string | undefined; onTick: (on: boolean) => void }) {
  return (
    <li className="border-b border-rule">
      <label className="flex min-h-11 cursor-pointer items-baseline gap-3 py-2">
        <input
          type="checkbox"
          className="size-5 shrink-0 self-center accent-slate-deep"
          checked={by !== undefined}
          onChange={(event) => onTick(event.target.checked)}
        />
        <span className="min-w-0">
          <span className="font-semibold">
            {line.count > 1 || !line.key.startsWith("bar ") ? `${line.count} x ` : ""}
            {line.what}
          </span>
          {line.more && ` · ${line.more}`}
          <span className="quiet block">
            {line.uses.join(", ")}
            {by ? ` · put out by ${by}` : ""}
          </span>
        </span>
      </label>
    </li>
  );
}

/** What does not fit, with a way out. */
function Clashes({ out }: { out: Out["set_out"] }) {
  return out.clashes.map((clash) => (
    <section
      key={clash.name}
      className="mt-4 rounded-xl border border-snap bg-sheet p-4"
      aria-label={`${clash.name}: not enough room`}
    >
      <p>
        <span className="font-semibold">{clash.name}</span>: {clash.says.replaceAll("m2", "m²")}
      </p>
      <ul className="mt-1 list-disc pl-5">
        {clash.ways_out.map((way) => (
          <li key={way}>{way.replaceAll("m2", "m²")}</li>
        ))}
      </ul>
    </section>
  ));
}
