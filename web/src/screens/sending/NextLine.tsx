import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { sendingQuery } from "../../api/queries";
import { hour, when } from "../../parts/words";

/** What goes out next, in a line: it is always in sight where the week is. */
export function NextLine() {
  const { data } = useQuery({ ...sendingQuery, refetchInterval: 60_000 });
  if (!data) return null;
  if (data.rule.how === "by hand" && data.next.length === 0 && data.pains.length === 0) return null;
  const first = data.next.find((one) => one.state !== "held");
  const held = data.next.filter((one) => one.state === "held").length;
  return (
    <Link to="/sending" className="underline-offset-2 hover:underline">
      {"· "}
      {data.paused_at
        ? "Sending is stopped"
        : first
          ? `Next out: ${when(first.due_at, data.timezone)}, the ${hour(first.starts_at, data.timezone)} class`
          : "Nothing more goes out by itself soon"}
      {data.pains.length > 0 && (
        <strong className="text-hold"> · something hurts ({data.pains.length})</strong>
      )}
      {held > 0 && <strong className="text-hold"> · {held} held</strong>}
    </Link>
  );
}
