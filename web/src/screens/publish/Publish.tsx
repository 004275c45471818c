import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useParams } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { publishQuery, wouldChangeQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { useTitle } from "../../parts/title";
import { day, hour, plural, when } from "../../parts/words";
import { newKey } from "../../saving/key";
import { sessionSaved } from "../../saving/session";
import { ByItself } from "./ByItself";
import { ClassActions } from "./ClassActions";
import { Given } from "./Given";
import { Preview } from "./Preview";

/** Who gets what, when, what came of it; and the page as any member would see it. */
export function Publish() {
  const id = Number(useParams({ from: "/publish/$id" }).id);
  // opened, done and pain come in while the page stands there
  const found = useQuery({ ...publishQuery(id), refetchInterval: 10_000 });
  const [chosen, setChosen] = useState<number | null>(null);
  useTitle(found.data && `Publish ${found.data.title}`);
  if (found.isPending) return <Waiting what="Looking up the roster" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  const shown = chosen ?? found.data.roster[0]?.id ?? null;
  return (
    <div className="mx-auto grid max-w-[1240px] grid-cols-1 gap-8 px-5 pt-4 pb-8 max-sm:px-3 lg:grid-cols-[minmax(0,1fr)_400px]">
      <div className="min-w-0">
        <Head data={found.data} />
        <Send key={id} data={found.data} />
        <Given data={found.data} shown={shown} onShow={setChosen} />
      </div>
      {shown !== null && <Preview classId={id} personId={shown} ready={!found.data.problem} />}
    </div>
  );
}

function Head({ data }: { data: Schemas["PublishOut"] }) {
  const link = "inline-block py-2 underline underline-offset-2";
  return (
    <>
      <p className="flex gap-4 text-[14px]">
        <Link
          className={link}
          to="/session/$id"
          params={{ id: String(data.session_id) }}
          search={{ class: data.class_id }}
        >
          Back to the Bench
        </Link>
        <Link className={link} to="/roster/$id" params={{ id: String(data.class_id) }}>
          Roster
        </Link>
        <Link className={link} to="/floor/$id/set-out" params={{ id: String(data.class_id) }}>
          Set-out
        </Link>
        <Link className={link} to="/floor/$id" params={{ id: String(data.class_id) }}>
          On the floor
        </Link>
      </p>
      <h1 className="text-[34px] [overflow-wrap:anywhere]">{data.title}</h1>
      <p className="quiet">
        {day(data.starts_at, data.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
        {hour(data.starts_at, data.timezone)} class{data.coach && `, with ${data.coach}`}
      </p>
      {data.classes.length > 1 && (
        <nav aria-label="Classes of this session" className="mt-3 flex flex-wrap gap-2">
          {data.classes.map((one) => (
            <Link
              key={one.id}
              to="/publish/$id"
              params={{ id: String(one.id) }}
              aria-current={one.id === data.class_id ? "page" : undefined}
              className={`flex min-h-10 items-center rounded-lg border px-3 text-[14px] ${one.id === data.class_id ? "border-ink bg-sheet font-semibold" : "border-rule hover:border-dust"}`}
            >
              {hour(one.starts_at, data.timezone)} · {one.people} ·{" "}
              {one.cancelled ? "cancelled" : classWord(one.published_version, one.changed_since)}
            </Link>
          ))}
        </nav>
      )}
    </>
  );
}

function classWord(version: number | null, changed: boolean): string {
  if (version === null) return "not sent";
  return changed ? `changed since ${version}` : `version ${version} sent`;
}

/** What was sent, what sending now would change, and the way to do it: this class, or all of the session. */
function Send({ data }: { data: Schemas["PublishOut"] }) {
  const client = useQueryClient();
  const would = useQuery(wouldChangeQuery(data.class_id, data.version !== null && !data.problem));
  const [attempt, setAttempt] = useState(newKey);
  const path = { class_id: data.class_id };
  const sent = () => {
    setAttempt(newKey());
    for (const key of ["publish", "would-change", "week", "session"])
      void client.invalidateQueries({ queryKey: [key] });
  };
  const header = { "Idempotency-Key": attempt };
  const one = useMutation({
    mutationFn: async (_before: number | null) => {
      await sessionSaved(data.session_id);
      return answer(api.POST("/api/classes/{class_id}/publish", { params: { path, header } }));
    },
    onSuccess: (next) => {
      client.setQueryData(["publish", data.class_id], next);
      sent();
    },
  });
  const all = useMutation({
    mutationFn: async () => {
      await sessionSaved(data.session_id);
      const session = { session_id: data.session_id };
      return answer(api.POST("/api/sessions/{session_id}/publish", { params: { path: session, header } }));
    },
    onSuccess: sent,
  });
  const count = plural(data.roster.length, "person", "people");
  const others = data.classes.filter((row) => row.id !== data.class_id && row.people > 0);
  const nothing = data.version !== null && (would.data?.nothing ?? !data.changed_since);
  const busy = !!data.problem || data.cancelled || one.isPending || all.isPending;
  const error = one.error ?? all.error;
  const word =
    data.version === null
      ? `Send now to ${count}`
      : nothing
        ? "Send again"
        : `Send version ${data.version + 1}`;
  return (
    <section aria-label="Sending" className="mt-4 rounded-xl border border-rule bg-sheet p-4">
      <p>{sentState(data, would.data?.nothing === false)}</p>
      <Changes title={`What version ${data.version} changed`} changes={data.changes} />
      {would.data && !would.data.nothing && <WouldChange would={would.data} />}
      <Unread data={data} />
      {data.problem && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {data.problem.message}
        </p>
      )}
      {error && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {error.message} Nothing was sent.
        </p>
      )}
      <div role="status" className="font-semibold">
        {one.isSuccess && !data.changed_since && (
          <p className="mt-2">
            {one.variables === data.version
              ? "Nothing had changed, so nothing was sent again."
              : sentTo(data)}
          </p>
        )}
        {all.data && <p className="mt-2">{allSent(all.data, data.timezone)}</p>}
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className={nothing ? "plain-action min-h-10" : "action min-h-10"}
          disabled={busy}
          onClick={() => one.mutate(data.version)}
        >
          {one.isPending ? "Sending" : word}
        </button>
        {others.length > 0 && (
          <button
            type="button"
            className="plain-action min-h-10"
            disabled={busy}
            onClick={() => all.mutate()}
          >
            {all.isPending ? "Sending" : `All ${others.length + 1} classes of this session`}
          </button>
        )}
      </div>
      <p className="quiet mt-3">
        What was sent never changes; a correction is a new version, and only those whose page it changes are
        told.
      </p>
      {Date.parse(data.starts_at) > Date.now() && (
        <>
          <ByItself classId={data.class_id} sessionId={data.session_id} />
          <ClassActions data={data} />
        </>
      )}
    </section>
  );
}

function Changes({ title, changes }: { title: string; changes: string[] }) {
  if (changes.length === 0) return null;
  return (
    <div className="mt-2">
      <h2 className="text-[19px]">{title}</h2>
      <ul className="list-disc pl-5 text-[15px]">
        {changes.map((one) => (
          <li key={one} className="[overflow-wrap:anywhere]">
            {one}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The difference before it is sent: for the class, for single people, and who comes or goes. */
function WouldChange({ would }: { would: Schemas["WouldChange"] }) {
  const own = would.told.filter((one) => one.changes.length > 0);
  const lines = [
    ...would.changes,
    ...own.map((one) => `${one.name}: ${one.changes.join(" ")}`),
    ...(would.come.length > 0 ? [`New on the roster: ${would.come.join(", ")}.`] : []),
    ...(would.go.length > 0 ? [`No longer on the roster: ${would.go.join(", ")}.`] : []),
  ];
  const told = would.told.length + would.come.length + would.go.length;
  return (
    <>
      <Changes title="What sending now changes" changes={lines} />
      <p className="quiet mt-1">
        {told === 0
          ? "Nobody’s page says anything else, so nobody is told."
          : `${plural(told, "person is", "people are")} told.`}
      </p>
    </>
  );
}

/** Lines that nobody understood reach members as they stand, and nothing is prepared for them. */
function Unread({ data }: { data: Schemas["PublishOut"] }) {
  if (data.unread.length === 0) return null;
  const one = data.unread.length === 1;
  return (
    <div role="note" className="mt-3 rounded-lg border border-hold p-3">
      <p className="font-semibold text-hold">
        {one ? "One line is not read" : `${data.unread.length} lines are not read`}: nothing is prepared for{" "}
        {one ? "it" : "them"}, and members get {one ? "it" : "them"} as written.
      </p>
      <ul className="mt-1 text-[15px]">
        {data.unread.map((line) => (
          <li key={line} className="[overflow-wrap:anywhere]">
            “{line}”
          </li>
        ))}
      </ul>
      <Link
        className="inline-block py-2 underline underline-offset-2"
        to="/session/$id"
        params={{ id: String(data.session_id) }}
        search={{ class: data.class_id }}
      >
        Say what {one ? "it means" : "they mean"} on the Bench
      </Link>
    </div>
  );
}

/** Whom it went to, and whose link has to be handed over, as nothing reaches them. */
function sentTo(data: Schemas["PublishOut"]): string {
  const left = data.deliveries.filter((one) => one.messages.length === 0 && !one.opened).length;
  const handed = left > 0 ? ` No channel reaches ${left} more: hand over their links.` : "";
  return `Sent to ${plural(data.told, "person", "people")}.${handed}`;
}

function allSent(classes: Schemas["SentClass"][], timezone: string): string {
  const sent = classes.filter((one) => one.sent);
  if (sent.length === 0) return "Nothing had changed in any class, so nothing was sent again.";
  const words = sent.map((one) => `${hour(one.starts_at, timezone)} (${one.people})`);
  return `Sent to ${plural(sent.length, "class", "classes")}: ${words.join(", ")}.`;
}

/** Whether and when a class was sent, and what changed since. */
function sentState(data: Schemas["PublishOut"], someWords: boolean): string {
  if (data.version === null || data.published_at === null) return "Not sent yet.";
  const sent = `Version ${data.version} was sent ${when(data.published_at, data.timezone)} ${data.published_by ? `by ${data.published_by}` : "by itself"}.`;
  if (data.changed_since) return `${sent} What it was made from has changed since.`;
  return someWords
    ? `${sent} What is known of its people has changed since.`
    : `${sent} Nothing has changed since.`;
}
