import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { reachQuery } from "../../api/queries";
import { Field } from "../../parts/Field";

type Reached = Schemas["ReachOut"];

/** How a member is reached: channels, quiet hours, and their own calendar. */
export function Reach() {
  const found = useQuery(reachQuery).data;
  return found ? <Form key={JSON.stringify(found)} found={found} /> : null;
}

function Form({ found }: { found: Reached }) {
  const client = useQueryClient();
  const [draft, setDraft] = useState(found);
  const change = (fields: Partial<Reached>) => setDraft({ ...draft, ...fields });
  const onSuccess = (next: Reached) => client.setQueryData(reachQuery.queryKey, next);
  const keep = useMutation({
    mutationFn: () => {
      const { mail, text, phone, quiet_from, quiet_to } = draft;
      return answer(api.PUT("/api/reach", { body: { mail, text, phone, quiet_from, quiet_to } }));
    },
    onSuccess,
  });
  const feed = useMutation({ mutationFn: () => answer(api.POST("/api/reach/feed")), onSuccess });
  const changed = JSON.stringify(draft) !== JSON.stringify(found);
  return (
    <section aria-label="How we reach you" className="mt-10">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">How we reach you</h2>
      <form
        className="mt-2 space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          keep.mutate();
        }}
      >
        <Switch on={draft.mail} onChange={(mail) => change({ mail })}>
          By mail{found.email ? ` to ${found.email}` : ": your coach has no address of yours yet"}
        </Switch>
        {found.bounced_why && (
          <p role="note" className="text-[15px] text-hold [overflow-wrap:anywhere]">
            Mails come back from that address ({found.bounced_why}). Ask your coach to put another one down.
          </p>
        )}
        {found.can_text && (
          <>
            <Switch on={draft.text} onChange={(text) => change({ text })}>
              By text message
            </Switch>
            {draft.text && (
              <Field
                label="Number"
                type="tel"
                value={draft.phone}
                placeholder="+44 7700 900123"
                onValue={(phone) => change({ phone })}
                hint="With its country, beginning with +."
                wrong={keep.error?.message}
              />
            )}
          </>
        )}
        <fieldset>
          <legend className="text-[15px] font-semibold">Quiet hours</legend>
          <div className="mt-1 flex flex-wrap items-center gap-2 text-[15px]">
            from
            <Clock
              label="Quiet from"
              value={draft.quiet_from}
              onValue={(quiet_from) => change({ quiet_from })}
            />
            to
            <Clock label="Quiet to" value={draft.quiet_to} onValue={(quiet_to) => change({ quiet_to })} />
          </div>
          <p className="quiet mt-1">
            By your gym’s clock. What would come too late for your class comes before they begin.
          </p>
        </fieldset>
        <button type="submit" className="action min-h-10" disabled={!changed || keep.isPending}>
          Keep
        </button>
        {keep.error && (
          <p role="alert" className="font-semibold text-hold">
            {keep.error.message}
          </p>
        )}
        {keep.isSuccess && !changed && <p role="status">Kept.</p>}
      </form>
      <h3 className="mt-6 text-[19px]">Your calendar</h3>
      <p className="text-[15px]">
        {found.feed
          ? "Give this address to your calendar; whoever has it sees your class times."
          : "Your classes in the calendar of your phone, kept up to date."}
      </p>
      {found.feed && <p className="mt-1 text-[15px] break-all select-all">{found.feed}</p>}
      <button
        type="button"
        className="plain-action mt-2 min-h-10"
        disabled={feed.isPending}
        onClick={() => feed.mutate()}
      >
        {found.feed ? "Make another address" : "Make its address"}
      </button>
    </section>
  );
}

function Switch({
  on,
  onChange,
  children,
}: {
  on: boolean;
  onChange: (on: boolean) => void;
  children: React.ReactNode;
}) {
  return (
    <label className="flex min-h-10 items-center gap-2 [overflow-wrap:anywhere]">
      <input type="checkbox" checked={on} onChange={(event) => onChange(event.target.checked)} />
      <span className="min-w-0">{children}</span>
    </label>
  );
}

function Clock({
  label,
  value,
  onValue,
}: {
  label: string;
  value: string | null;
  onValue: (value: string | null) => void;
}) {
  return (
    <input
      type="time"
      aria-label={label}
      className="field !w-32"
      value={value?.slice(0, 5) ?? ""}
      onChange={(event) => onValue(event.target.value || null)}
    />
  );
}
