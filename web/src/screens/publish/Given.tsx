import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { plural, when } from "../../parts/words";

type Delivery = Schemas["DeliveryOut"];

function stateWord(delivery: Delivery): string {
  if (delivery.ended) return "link ended";
  if (delivery.opened) return "opened";
  const [message] = delivery.messages;
  if (!message) return "no channel: hand over the link";
  return message.state;
}

/** Why a message did not arrive, or when it goes; empty when there is nothing to say of it. */
function whyWord(delivery: Delivery, zone: string): string {
  if (delivery.opened || delivery.ended) return "";
  const [message] = delivery.messages;
  if (!message || message.state === "handed over") return "";
  if (message.state === "queued") return `${message.why || "goes"} ${when(message.at, zone)}`;
  return message.why;
}

/** What is their own on the page, or that nothing of theirs was measured. */
function ownWords(measured: number, delivery: Delivery | undefined): string {
  const own = [
    ...(delivery?.extras ? [plural(delivery.extras, "extra")] : []),
    ...(delivery?.swaps ? [`${delivery.swaps} swapped`] : []),
    ...(measured === 0 ? ["not measured"] : []),
  ];
  return own.join(", ");
}

function Reported({ delivery }: { delivery: Delivery }) {
  const said = [
    ...(delivery.extras_done ? ["extras done"] : []),
    ...(delivery.done ? ["prep done"] : []),
    ...(delivery.felt ? [delivery.felt] : []),
  ];
  return (
    <>
      {delivery.pain !== null && (
        <strong className="block text-hold [overflow-wrap:anywhere]">
          hurts{delivery.pain && `: ${delivery.pain}`}
        </strong>
      )}
      {said.join(", ")}
    </>
  );
}

/** Everybody on the roster: what they have, whether it arrived, and what came of it. */
export function Given({
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
    <table className="mt-5 w-full text-[15px] max-sm:block">
      <thead className="border-b-2 border-ink text-left text-[13px] text-dust max-sm:hidden">
        <tr>
          {["who", "does", "their own", "message", "said"].map((one) => (
            <th key={one} scope="col" className="pb-1 font-normal">
              {one}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="max-sm:block">
        {data.roster.map((one) => {
          const delivery = sent.get(one.id);
          return (
            <tr
              key={one.id}
              className={`border-b border-rule max-sm:flex max-sm:flex-wrap max-sm:items-center max-sm:gap-x-3 ${one.id === shown ? "bg-sheet" : ""}`}
            >
              <td className="py-1.5 max-sm:w-full max-sm:pb-0">
                <button
                  type="button"
                  className={`min-h-8 text-left [overflow-wrap:anywhere] hover:underline max-lg:min-h-10 ${one.id === shown ? "font-semibold" : ""}`}
                  onClick={() => onShow(one.id)}
                  aria-pressed={one.id === shown}
                >
                  {one.name}
                </button>
                {one.adaptive.length > 0 && (
                  <span className="ml-2 rounded bg-sand px-1.5 text-[13px]">{one.adaptive.join(", ")}</span>
                )}
              </td>
              <td className="pr-3 whitespace-nowrap">{one.division || "as written"}</td>
              <td className="pr-3 max-sm:hidden">{ownWords(one.measured, delivery)}</td>
              <td>
                {delivery ? (
                  <>
                    <a className="inline-block py-2 underline underline-offset-2" href={delivery.link}>
                      {stateWord(delivery)}
                    </a>
                    {!delivery.ended && <EndLink delivery={delivery} classId={data.class_id} />}
                    <span className="block text-[14px] text-dust [overflow-wrap:anywhere]">
                      {whyWord(delivery, data.timezone)}
                    </span>
                    {delivery.taken_out && (
                      <span className="block text-[14px] text-hold">
                        new caution since: what it forbids is taken out
                        {delivery.holds_old && "; their phone may still show it"}
                      </span>
                    )}
                    {!delivery.taken_out && delivery.holds_old && (
                      <span className="block text-[14px] text-dust">
                        their phone may show an earlier version
                      </span>
                    )}
                  </>
                ) : (
                  "not sent"
                )}
              </td>
              <td>{delivery && <Reported delivery={delivery} />}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** A link in the wrong hands is ended here; the member still finds the page signed in. */
function EndLink({ delivery, classId }: { delivery: Delivery; classId: number }) {
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
      className="ml-2 min-h-8 rounded whitespace-nowrap px-1.5 py-0.5 text-[13px] text-dust hover:bg-sand max-lg:min-h-10"
      disabled={end.isPending}
      onBlur={() => setSure(false)}
      onClick={() => (sure ? end.mutate() : setSure(true))}
    >
      {sure ? "yes, end it" : "end link"}
      <span className="sr-only"> of {delivery.name}</span>
    </button>
  );
}
