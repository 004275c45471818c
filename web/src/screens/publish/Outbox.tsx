import { useQuery } from "@tanstack/react-query";
import { meQuery, outboxQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour } from "../../parts/words";

/** Messages that left. In the demo this page stands in for everybody's mail. */
export function Outbox() {
  const found = useQuery(outboxQuery);
  const zone = useQuery(meQuery).data?.timezone;
  if (found.isPending) return <Waiting what="Opening the outbox" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  return (
    <div className="mx-auto max-w-3xl px-5 pt-4 pb-8">
      <h1 className="text-[34px]">Outbox</h1>
      <p className="quiet">
        A small stand-in for a mail server and a text-message service: messages stop here, newest first.
      </p>
      {found.data.length === 0 && (
        <p className="mt-4">Nothing was sent yet. Publish a class and its messages appear here.</p>
      )}
      <ul className="mt-4">
        {found.data.map((one) => (
          <li key={one.id} className="border-t border-rule py-2.5">
            <p className="flex justify-between gap-4">
              <span className="font-semibold">{one.subject}</span>
              <span className="quiet shrink-0">
                {zone &&
                  `${day(one.sent_at, zone, { day: "numeric", month: "short", year: "numeric" })}, ${hour(one.sent_at, zone)}`}
              </span>
            </p>
            <p className="quiet">
              {one.channel === "text" ? "text message" : "mail"} to {one.to}
            </p>
            <Body text={one.body} />
          </li>
        ))}
      </ul>
    </div>
  );
}

function Body({ text }: { text: string }) {
  return (
    <p className="mt-1 text-[15px] whitespace-pre-line">
      {text
        .trim()
        .split(/(https?:\/\/\S+)/)
        .map((piece, index) =>
          pathOf(piece) ? (
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text keep their order
            <a key={index} className="break-all underline underline-offset-2" href={pathOf(piece)}>
              {piece}
            </a>
          ) : (
            piece
          ),
        )}
    </p>
  );
}

/** Where a link of ours leads; empty for words that only look like one. */
function pathOf(piece: string): string {
  if (!/^https?:\/\//.test(piece) || !URL.canParse(piece)) return "";
  return new URL(piece).pathname;
}
