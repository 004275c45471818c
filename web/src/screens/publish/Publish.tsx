import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { previewQuery, publishQuery } from "../../api/queries";
import { MemberPage } from "../../member/MemberPage";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour, plural, sentence } from "../../parts/words";
import { newKey } from "../../saving/key";
import { sessionSaved } from "../../saving/session";

/** Who gets what, when, what came of it; and the page as any member would see it. */
export function Publish() {
  const id = Number(useParams({ from: "/publish/$id" }).id);
  const found = useQuery(publishQuery(id));
  const [chosen, setChosen] = useState<number | null>(null);
  if (found.isPending) return <Waiting what="Looking up the roster" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  const shown = chosen ?? found.data.roster[0]?.id ?? null;
  return (
    <div className="mx-auto grid max-w-[1240px] grid-cols-[minmax(0,1fr)_420px] gap-8 px-5 pt-4 pb-8">
      <div>
        <Head data={found.data} />
        <Roster data={found.data} shown={shown} onShow={setChosen} />
      </div>
      <Preview classId={id} personId={shown} ready={!found.data.problem} />
    </div>
  );
}

function Head({ data }: { data: Schemas["PublishOut"] }) {
  const client = useQueryClient();
  const [attempt, setAttempt] = useState(newKey);
  const send = useMutation({
    mutationFn: async (_before: number | null) => {
      await sessionSaved(data.session_id);
      return answer(
        api.POST("/api/classes/{class_id}/publish", {
          params: { path: { class_id: data.class_id }, header: { "Idempotency-Key": attempt } },
        }),
      );
    },
    onSuccess: (next) => {
      setAttempt(newKey());
      client.setQueryData(["publish", data.class_id], next);
      void client.invalidateQueries({ queryKey: ["week"] });
      void client.invalidateQueries({ queryKey: ["session"] });
    },
  });
  const state = sentState(data);
  const again = send.isSuccess && send.variables === data.version;
  const word =
    data.version === null
      ? `Send now to ${plural(data.roster.length, "person", "people")}`
      : `Send version ${data.version + 1} to ${plural(data.roster.length, "person", "people")}`;
  return (
    <>
      <p className="text-[14px]">
        <Link
          className="underline underline-offset-2"
          to="/session/$id"
          params={{ id: String(data.session_id) }}
          search={{ class: data.class_id }}
        >
          Back to the Bench
        </Link>{" "}
        <Link
          className="ml-4 underline underline-offset-2"
          to="/roster/$id"
          params={{ id: String(data.class_id) }}
        >
          Roster
        </Link>
      </p>
      <h1 className="mt-1 text-[34px]">{data.title}</h1>
      <p className="quiet">
        {day(data.starts_at, data.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
        {hour(data.starts_at, data.timezone)} class{data.coach && `, with ${data.coach}`}
      </p>
      <div className="mt-4 flex items-center gap-4 rounded-xl border border-rule bg-sheet p-4">
        <div className="flex-1">
          <p>{state}</p>
          <p className="quiet mt-0.5">
            Each gets a message with a link of their own. What was sent never changes; a correction is a new
            version.
          </p>
          {data.problem && (
            <p role="alert" className="mt-2 font-semibold text-hold">
              {data.problem.message}
            </p>
          )}
          {send.error && (
            <p role="alert" className="mt-2 font-semibold text-hold">
              {send.error.message} Nothing was sent.
            </p>
          )}
          {send.isSuccess && !data.changed_since && (
            <p role="status" className="mt-2 font-semibold">
              {again
                ? "Nothing had changed, so nothing was sent again."
                : `Sent to ${plural(data.deliveries.length, "person", "people")}.`}
            </p>
          )}
        </div>
        <button
          type="button"
          className="action shrink-0"
          disabled={!!data.problem || send.isPending}
          onClick={() => send.mutate(data.version)}
        >
          {send.isPending ? "Sending" : word}
        </button>
      </div>
    </>
  );
}

function stateWord(delivery: Schemas["DeliveryOut"]): string {
  if (delivery.ended) return "ended";
  if (delivery.opened) return "opened";
  return delivery.sent ? "sent" : "no address: hand over the link";
}

function Roster({
  data,
  shown,
  onShow,
}: {
  data: Schemas["PublishOut"];
  shown: number | null;
  onShow: (id: number) => void;
}) {
  const sent = new Map(data.deliveries.map((one) => [one.person, one]));
  if (!data.roster.length)
    return (
      <p className="mt-5">
        Nobody is on this class’s roster yet.{" "}
        <Link
          className="font-semibold underline underline-offset-2"
          to="/roster/$id"
          params={{ id: String(data.class_id) }}
        >
          Put people on it
        </Link>
        .
      </p>
    );
  return (
    <table className="mt-5 w-full text-[15px]">
      <thead className="border-b-2 border-ink text-left text-[13px] text-dust">
        <tr>
          {["who", "does", "ranges known", "own extras", "swapped", "message", "felt"].map((one) => (
            <th key={one} scope="col" className="pb-1 font-normal">
              {one}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {data.roster.map((one) => {
          const delivery = sent.get(one.id);
          return (
            <tr key={one.id} className={`border-b border-rule ${one.id === shown ? "bg-sheet" : ""}`}>
              <td className="py-1.5">
                <button
                  type="button"
                  className={`text-left hover:underline ${one.id === shown ? "font-semibold" : ""}`}
                  onClick={() => onShow(one.id)}
                  aria-pressed={one.id === shown}
                >
                  {one.name}
                </button>
                {one.adaptive.length > 0 && (
                  <span className="ml-2 rounded bg-sand px-1.5 text-[13px]">{one.adaptive.join(", ")}</span>
                )}
              </td>
              <td>{one.division || "as written"}</td>
              <td>{one.measured || "none"}</td>
              <td>{delivery ? delivery.extras : ""}</td>
              <td>{delivery ? delivery.swaps : ""}</td>
              <td>
                {delivery ? (
                  <>
                    <a className="underline underline-offset-2" href={delivery.link}>
                      {stateWord(delivery)}
                    </a>
                    {!delivery.ended && <EndLink delivery={delivery} classId={data.class_id} />}
                  </>
                ) : (
                  "not sent"
                )}
              </td>
              <td>{delivery?.felt}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** A link in the wrong hands is ended here; the member still finds the page signed in. */
function EndLink({ delivery, classId }: { delivery: Schemas["DeliveryOut"]; classId: number }) {
  const client = useQueryClient();
  const [sure, setSure] = useState(false);
  const end = useMutation({
    mutationFn: () =>
      answer(api.DELETE("/api/deliveries/{sheet_id}", { params: { path: { sheet_id: delivery.id } } })),
    onSuccess: (next) => client.setQueryData(["publish", classId], next),
  });
  if (end.error)
    return (
      <span role="alert" className="ml-2 text-hold">
        {end.error.message}
      </span>
    );
  return (
    <button
      type="button"
      className="ml-2 rounded px-1.5 py-0.5 text-[13px] text-dust hover:bg-sand"
      disabled={end.isPending}
      onBlur={() => setSure(false)}
      onClick={() => (sure ? end.mutate() : setSure(true))}
    >
      {sure ? "yes, end it" : "end link"}
      <span className="sr-only"> of {delivery.name}</span>
    </button>
  );
}

function Preview({ classId, personId, ready }: { classId: number; personId: number | null; ready: boolean }) {
  const page = useQuery({ ...previewQuery(classId, personId ?? 0), enabled: personId !== null && ready });
  return (
    <aside aria-label="Preview" className="sticky top-4 self-start">
      <p className="quiet mb-2">As {page.data?.name ?? "a member"} will see it</p>
      {personId !== null &&
        page.data?.barred.map((one) => (
          <ChooseInstead
            key={`${personId}-${one.movement}`}
            classId={classId}
            personId={personId}
            who={page.data.name}
            barred={one}
          />
        ))}
      <section
        className="h-[calc(100dvh-130px)] min-h-[480px] overflow-y-auto rounded-[28px] border-[6px] border-slate-deep bg-paper"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
        tabIndex={0}
        aria-label="The member's page"
      >
        {page.error ? (
          <Trouble error={page.error} />
        ) : page.data ? (
          <MemberPage sheet={page.data} preview />
        ) : (
          <Waiting what={ready ? "Working out this member’s page" : "Nothing to show yet"} />
        )}
      </section>
    </aside>
  );
}

/** What this member does instead of a lift that is not for them. It is refused when it is not for them either. */
function ChooseInstead({
  classId,
  personId,
  who,
  barred,
}: {
  classId: number;
  personId: number;
  who: string;
  barred: Schemas["Barred"];
}) {
  const client = useQueryClient();
  const [text, setText] = useState(barred.instead);
  const choose = useMutation({
    mutationFn: () =>
      answer(
        api.PUT("/api/classes/{class_id}/instead/{person_id}", {
          params: { path: { class_id: classId, person_id: personId } },
          body: { movement: barred.movement, text },
        }),
      ),
    onSuccess: (chosen) => {
      setText(chosen.text);
      for (const key of ["preview", "publish", "week"]) void client.invalidateQueries({ queryKey: [key] });
    },
  });
  const id = `instead-${barred.movement}`;
  return (
    <form
      className="mb-3 rounded-xl border border-hold bg-sheet p-3"
      onSubmit={(event) => {
        event.preventDefault();
        choose.mutate();
      }}
    >
      <label className="text-[15px]" htmlFor={id}>
        <strong>{sentence(barred.name)}</strong> is not for {who} ({barred.why.join(", ").toLowerCase()}).
        Instead:
      </label>
      <div className="mt-1.5 flex gap-2">
        <input
          id={id}
          className="field min-w-0 flex-1 !py-1.5"
          value={text}
          maxLength={120}
          placeholder="as on the board: 12 ring rows"
          aria-invalid={!!choose.error}
          onChange={(event) => setText(event.target.value)}
        />
        <button
          type="submit"
          className="plain-action"
          disabled={choose.isPending || text.trim() === barred.instead}
        >
          Choose
        </button>
      </div>
      {choose.error && (
        <p role="alert" className="mt-1.5 text-[15px] text-hold">
          {choose.error.message}
        </p>
      )}
    </form>
  );
}

/** Whether and when a class was sent, and what changed since. */
function sentState(data: Schemas["PublishOut"]): string {
  if (data.version === null || data.published_at === null) return "Not sent yet.";
  const sent = `Version ${data.version} was sent ${hour(data.published_at, data.timezone)} by ${data.published_by}.`;
  return data.changed_since
    ? `${sent} The board or the prep has changed since.`
    : `${sent} Nothing has changed since.`;
}
