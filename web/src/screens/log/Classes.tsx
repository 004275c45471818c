import { useInfiniteQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, day, hour, list } from "../../parts/words";

/** Classes that are over, the newest first, each in a line. */
export function Classes() {
  const found = useInfiniteQuery({
    queryKey: ["log-classes"],
    queryFn: ({ pageParam }) =>
      answer(api.GET("/api/log/classes", { params: { query: pageParam ? { before: pageParam } : {} } })),
    initialPageParam: "",
    getNextPageParam: (page) => (page.more ? (page.classes.at(-1)?.starts_at ?? null) : null),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Reading the classes" />;
  const zone = found.data.pages[0]?.timezone ?? "UTC";
  const classes = found.data.pages.flatMap((page) => page.classes);
  if (classes.length === 0) return <p className="mt-6">No class is over yet.</p>;
  return (
    <section aria-label="Classes" className="mt-4">
      <ul>
        {classes.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <Link
              to="/log/$id"
              params={{ id: String(one.id) }}
              className="grid grid-cols-[150px_minmax(0,1.2fr)_minmax(0,2fr)] items-baseline gap-x-4 py-2 hover:bg-sand max-md:grid-cols-1"
            >
              <span className="whitespace-nowrap">
                {day(one.starts_at, zone, { weekday: "short", day: "numeric", month: "short" })},{" "}
                {hour(one.starts_at, zone)}
              </span>
              <span className="min-w-0 [overflow-wrap:anywhere]">
                <b>{one.title}</b>
                {one.coach && <span className="quiet"> {one.coach}</span>}
              </span>
              <span className="text-[15px]">{lineWords(one)}</span>
            </Link>
          </li>
        ))}
      </ul>
      {found.hasNextPage && (
        <button
          type="button"
          className="plain-action mt-3"
          disabled={found.isFetchingNextPage}
          onClick={() => void found.fetchNextPage()}
        >
          {found.isFetchingNextPage ? "Fetching more" : "Earlier classes"}
        </button>
      )}
    </section>
  );
}

function lineWords(one: Schemas["ClassLineOut"]): string {
  const words = [one.came < one.roster ? `${one.came} of ${one.roster} came` : `${one.came} came`];
  if (one.ran_s) words.push(`ran ${clock(one.ran_s)} of ${clock(one.planned_s)}`);
  if (one.extras) words.push(`${one.extras} did extras`);
  const felt = [
    one.better && `${one.better} better`,
    one.same && `${one.same} the same`,
    one.worse && `${one.worse} worse`,
  ].filter(Boolean);
  if (felt.length > 0) words.push(`felt ${list(felt as string[])}`);
  if (one.pain) words.push(`${one.pain} said something hurts`);
  return words.join(", ");
}
