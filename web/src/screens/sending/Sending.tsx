import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { meQuery, sendingQuery } from "../../api/queries";
import { SettledField } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { useTitle } from "../../parts/title";
import { day, hour, plural, when } from "../../parts/words";
import { RuleFields, ruleWords } from "./RuleFields";

type Data = Schemas["SendingOut"];
const GOOD = ["handed over", "queued", "sending"];

/** What goes out next, what went wrong, and what the gym sends by itself. */
export function Sending() {
  const found = useQuery({ ...sendingQuery, refetchInterval: 15_000 });
  useTitle("Sending");
  if (found.isPending) return <Waiting what="Looking at what goes out" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  const { data } = found;
  return (
    <div className="mx-auto max-w-[1100px] px-5 pt-4 pb-10 phone:px-3">
      <h1 className="text-[34px]">Sending</h1>
      <Pains data={data} />
      <Warnings data={data} />
      <div className="mt-4 grid grid-cols-1 gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,1fr)_320px]">
        <div className="min-w-0 space-y-8">
          <Next data={data} />
          <Troubles data={data} />
        </div>
        <ByItself data={data} />
      </div>
    </div>
  );
}

/** Who said that something hurts: the first thing a coach has to see. */
function Pains({ data }: { data: Data }) {
  if (data.pains.length === 0) return null;
  return (
    <section aria-label="Something hurts" className="mt-3 rounded-xl border-2 border-hold bg-sheet p-3">
      <h2 className="text-[23px] text-hold">Something hurts</h2>
      <ul>
        {data.pains.map((one) => (
          <li key={`${one.name}-${one.at}`} className="py-1 text-[15px] [overflow-wrap:anywhere]">
            <Link
              to="/publish/$id"
              params={{ id: String(one.class_id) }}
              className="font-semibold underline underline-offset-2"
            >
              {one.name}
            </Link>
            {one.what && `: ${one.what}`}{" "}
            <span className="quiet">
              {when(one.at, data.timezone)}, about the {when(one.starts_at, data.timezone)} class
            </span>
          </li>
        ))}
      </ul>
      <p className="quiet">
        Prep is not treatment: send what is sharp, radiating or numb to a licensed clinician.
      </p>
    </section>
  );
}

/** What keeps messages from leaving, said before a class learns it the hard way. */
function Warnings({ data }: { data: Data }) {
  const said = [
    ...(data.paused_at
      ? [
          `Sending is stopped since ${when(data.paused_at, data.timezone)}: nothing leaves, and nothing goes out by itself.`,
        ]
      : []),
    ...(data.mail
      ? []
      : ["No mail server is set here, so no mail leaves: hand the links over, or have CHALK_MAIL_URL set."]),
    ...(data.no_zone
      ? [
          "The gym’s time zone is UTC, as when nobody has chosen one: times below are told in it. Choose yours under Gym.",
        ]
      : []),
    ...(data.unreachable.length > 0
      ? [`No channel reaches ${names(data.unreachable)}: their links have to be handed over.`]
      : []),
  ];
  if (said.length === 0) return null;
  return (
    <ul className="mt-3 space-y-1 rounded-xl border border-hold bg-sheet p-3 text-[15px]">
      {said.map((one) => (
        <li key={one}>{one}</li>
      ))}
    </ul>
  );
}

function names(all: string[]): string {
  const shown = all.slice(0, 5).join(", ");
  return all.length > 5 ? `${shown} and ${all.length - 5} more` : shown;
}

function Next({ data }: { data: Data }) {
  return (
    <section aria-label="Next out">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Next out</h2>
      {data.next.length === 0 && (
        <p className="mt-3">
          {data.rule.how === "by hand"
            ? "Nothing goes out by itself. Say when it should, beside this, and the next days’ classes stand here."
            : "Nothing more in the next three days: all that goes out by itself has gone."}
        </p>
      )}
      <ol>
        {data.next.map((one) => (
          <NextRow key={one.class_id} one={one} zone={data.timezone} paused={data.paused_at !== null} />
        ))}
      </ol>
    </section>
  );
}

function NextRow({ one, zone, paused }: { one: Schemas["NextOut"]; zone: string; paused: boolean }) {
  const client = useQueryClient();
  const yes = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/classes/{class_id}/approve", { params: { path: { class_id: one.class_id } } })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["sending"] }),
  });
  const early = one.first_at !== one.due_at;
  return (
    <li className="grid grid-cols-[120px_minmax(0,1fr)_auto] items-baseline gap-x-4 border-b border-rule py-2.5 phone:grid-cols-1">
      <span className={`display text-[19px] ${paused || one.state === "held" ? "text-dust" : ""}`}>
        {when(one.due_at, zone)}
      </span>
      <span className="min-w-0">
        <Link
          to="/publish/$id"
          params={{ id: String(one.class_id) }}
          className="font-semibold underline-offset-2 hover:underline [overflow-wrap:anywhere]"
        >
          {day(one.starts_at, zone, { weekday: "short" })} {hour(one.starts_at, zone)} class, {one.title}
        </Link>
        {one.version !== null && <span className="quiet"> · version {one.version} is out</span>}
        {early && (
          <span className="quiet block">
            {when(one.first_at, zone)} to those who want quiet at {hour(one.due_at, zone)}
          </span>
        )}
        {one.why.map((why) => (
          <span key={why} className="block text-[15px] text-hold [overflow-wrap:anywhere]">
            {one.state === "held" ? "Held: " : ""}
            {why}
          </span>
        ))}
      </span>
      {one.approve &&
        (one.approved ? (
          <span className="quiet">a coach said yes</span>
        ) : (
          <button
            type="button"
            className="plain-action min-h-10"
            disabled={yes.isPending}
            onClick={() => yes.mutate()}
          >
            Say yes
            <span className="sr-only">
              {" "}
              to {hour(one.starts_at, zone)}, {one.title}
            </span>
          </button>
        ))}
    </li>
  );
}

function Troubles({ data }: { data: Data }) {
  const left = data.counts["handed over"] ?? 0;
  const waiting = (data.counts.queued ?? 0) + (data.counts.sending ?? 0);
  return (
    <section aria-label="What did not arrive">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">What did not arrive</h2>
      <p className="quiet mt-2">
        Last two days: {plural(left, "message")} handed over, {waiting} waiting
        {Object.entries(data.counts)
          .filter(([state]) => !GOOD.includes(state))
          .map(([state, count]) => `, ${count} ${state}`)}
        .
      </p>
      {data.troubles.length === 0 && <p className="mt-2">Nothing went wrong.</p>}
      <ul>
        {data.troubles.map((one) => (
          <li
            key={`${one.class_id}-${one.person}-${one.channel}-${one.kind}-${one.at}`}
            className="border-b border-rule py-2"
          >
            <Link
              to={one.class_id === null ? "/competition/$id" : "/publish/$id"}
              params={{ id: String(one.class_id ?? one.competition_id) }}
              className="font-semibold underline-offset-2 hover:underline"
            >
              {one.name}
            </Link>{" "}
            <span className="quiet">
              {day(one.starts_at, data.timezone, { weekday: "short" })} {hour(one.starts_at, data.timezone)},{" "}
              {one.kind}, {one.channel}
            </span>
            <span className="block text-[15px] [overflow-wrap:anywhere]">
              {one.state === "queued"
                ? `Tried ${one.attempts} times, again ${hour(one.at, data.timezone)}`
                : one.state}
              {one.why && `: ${one.why}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The gym's own rule, the stop, and whom its mails are from: an owner's to change. */
function ByItself({ data }: { data: Data }) {
  const client = useQueryClient();
  const me = useQuery(meQuery).data;
  const [rule, setRule] = useState(data.rule);
  const done = (next: Data) => client.setQueryData(sendingQuery.queryKey, next);
  const keep = useMutation({
    mutationFn: () => answer(api.PUT("/api/sending/rule", { body: rule })),
    onSuccess: done,
  });
  const pause = useMutation({
    mutationFn: (paused: boolean) => answer(api.POST("/api/sending/pause", { body: { paused } })),
    onSuccess: done,
  });
  const sender = useMutation({
    mutationFn: (address: string) => answer(api.PUT("/api/sending/sender", { body: { sender: address } })),
    onSuccess: done,
  });
  const test = useMutation({ mutationFn: () => answer(api.POST("/api/sending/test")) });
  const changed = JSON.stringify(rule) !== JSON.stringify(data.rule);
  return (
    <section aria-label="By itself" className="self-start rounded-xl border border-rule bg-sheet p-4">
      <h2 className="text-[23px]">By itself</h2>
      {!me?.owns && (
        <p className="mt-2">This gym’s classes go out {ruleWords(data.rule)}. An owner changes that.</p>
      )}
      {me?.owns && (
        <>
          <RuleFields rule={rule} onRule={setRule} />
          <button
            type="button"
            className="action mt-2 min-h-10"
            disabled={!changed || keep.isPending}
            onClick={() => keep.mutate()}
          >
            Keep this rule
          </button>
          <p role="status" className="quiet mt-1">
            {keep.isSuccess && !changed && "Kept. What it means for the next classes stands beside it."}
          </p>
          <SettledField
            className="mt-4"
            label="Mails are from"
            type="email"
            value={data.sender}
            onSettled={(address) => sender.mutate(address.trim())}
            wrong={sender.error?.message}
            hint="Answers go there. Empty: the address of this installation."
          />
          <button
            type="button"
            className="plain-action mt-2 min-h-10"
            disabled={test.isPending}
            onClick={() => test.mutate()}
          >
            Send me a mail to try it
          </button>
          <p role="status" className="mt-1 text-[15px] [overflow-wrap:anywhere]">
            {test.data &&
              (test.data.taken ? "The mail server took it." : `It did not leave: ${test.data.why}.`)}
          </p>
          <button
            type="button"
            className="plain-action mt-4 min-h-10"
            disabled={pause.isPending}
            onClick={() => pause.mutate(data.paused_at === null)}
          >
            {data.paused_at ? "Let it go on" : "Stop all sending"}
          </button>
        </>
      )}
      {(keep.error ?? pause.error) && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {(keep.error ?? pause.error)?.message}
        </p>
      )}
      {me?.demo && (
        <p className="mt-4 text-[15px]">
          In the demo messages stop in the{" "}
          <Link to="/outbox" className="underline underline-offset-2">
            outbox
          </Link>
          .
        </p>
      )}
    </section>
  );
}
