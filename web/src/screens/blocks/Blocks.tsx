import { useQuery } from "@tanstack/react-query";
import { Link, useSearch } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { percent, plural } from "../../parts/words";
import { NewBlock } from "./NewBlock";
import { AIM_NAMES } from "./words";

/** What runs for whom, this week's dose, clashes with the days, and where a coach is asked. */
export function Blocks() {
  const { over = false } = useSearch({ from: "/blocks" });
  const found = useQuery({
    queryKey: ["blocks", over],
    queryFn: () => answer(api.GET("/api/blocks", { params: { query: { over } } })),
  });
  const [making, setMaking] = useState(false);
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data) return <Waiting what="Working out the blocks" />;
  const { blocks } = found.data;
  const homework = blocks.filter((one) => one.homework);
  const others = blocks.filter((one) => !one.homework);
  const asks = blocks.flatMap((one) => one.asks.map((said) => ({ id: one.id, said })));
  return (
    <div className="mx-auto max-w-[1160px] px-5 pt-4 pb-10 max-md:px-3">
      <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
        <h1 className="text-[34px]">{over ? "Blocks that are over" : "Blocks"}</h1>
        {!over && !making && (
          <button type="button" className="action" onClick={() => setMaking(true)}>
            Start a block
          </button>
        )}
        <Link to="/blocks" search={over ? {} : { over: true }} className="plain-action ml-auto">
          {over ? "Those that run" : `Over (${found.data.over})`}
        </Link>
      </div>
      {making && <NewBlock onEnd={() => setMaking(false)} />}
      {asks.length > 0 && !over && (
        <section aria-label="For you" className="mt-4 border-l-[4px] border-ink pl-3">
          <h2 className="text-[21px]">For you</h2>
          <ul>
            {asks.map((one) => (
              <li key={one.said}>
                <Link
                  to="/blocks/$id"
                  params={{ id: String(one.id) }}
                  className="underline underline-offset-2"
                >
                  {one.said}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
      {blocks.length === 0 && !making && (
        <p className="mt-6 max-w-xl">
          {over
            ? "No block is over yet."
            : "Nothing runs. A block works on one thing over weeks, beside the classes: a range, landing and jumps, a skill, or the weeks before a competition. Homework is given by itself where a range stays short over two tests."}
        </p>
      )}
      <BlockList name="Blocks" blocks={others} />
      <BlockList name="Homework" blocks={homework} />
    </div>
  );
}

function BlockList({ name, blocks }: { name: string; blocks: Schemas["BlockLine"][] }) {
  if (blocks.length === 0) return null;
  return (
    <section aria-label={name} className="mt-6">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">{name}</h2>
      <ul>
        {blocks.map((one) => (
          <li key={one.id} className="border-b border-rule">
            <Link
              to="/blocks/$id"
              params={{ id: String(one.id) }}
              className="grid grid-cols-[minmax(0,1.1fr)_150px_minmax(0,1.6fr)] items-baseline gap-x-5 gap-y-1 py-2 hover:bg-sand max-md:grid-cols-1"
            >
              <span className="min-w-0">
                <b className="[overflow-wrap:anywhere]">{one.name}</b>
                <span className="quiet block">
                  {AIM_NAMES[one.aim]} for {one.for_words}
                </span>
              </span>
              <WeekLine block={one} />
              <span className="min-w-0 text-[15px]">
                {one.today > 0
                  ? `Today${one.running > 1 ? ` for ${one.today} of ${one.running}` : ""}: ${one.today_words}`
                  : one.running > 0
                    ? "Nothing today"
                    : "Over"}
                {one.clashes.map((said) => (
                  <span key={said} className="quiet block">
                    {said}
                  </span>
                ))}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** How far a block is: a mark a week, those behind filled, and how much was done. */
function WeekLine({ block }: { block: Schemas["BlockLine"] }) {
  return (
    <span>
      <span aria-hidden className="flex gap-1">
        {Array.from({ length: block.weeks }, (_, place) => (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: weeks keep their order
            key={place}
            className={`h-2.5 flex-1 border border-slate-line ${place + 1 < block.week ? "bg-slate-line" : place + 1 === block.week ? "bg-amber" : ""}`}
          />
        ))}
      </span>
      <span className="quiet block">
        {block.week > 0 ? `week ${block.week} of ${block.weeks}` : plural(block.weeks, "week")}
        {block.running > 0 && block.planned && `, ${percent(block.share_done)} done`}
      </span>
    </span>
  );
}
