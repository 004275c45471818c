import { useMutation, useQuery } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { itemOf, namesOf, platesWords } from "../../floor/saying";
import { askFloor, tellFloor } from "../../floor/tell";
import type { Order, Running } from "../../floor/useFloor";
import { number } from "../../parts/words";

interface Props {
  gym: string;
  running: Running;
  place: number;
  short: Map<number, string>;
  ask: () => void;
}

/** Who stands where and does what: what the wall does not say stands here. */
export function Who({ gym, running, place, short, ask }: Props) {
  const { order, run } = running;
  const found = useQuery({
    queryKey: ["floor-who", run.id, run.state.order],
    queryFn: () => askFloor<Schemas["WhoOut"]>(gym, `runs/${run.id}/who`),
  });
  const late = useMutation({
    mutationFn: (person: number) => tellFloor(gym, `runs/${run.id}/late`, { person }),
    onSuccess: () => {
      ask();
      return found.refetch();
    },
  });
  const go = order.gos[place];
  const item = itemOf(order, go);
  const ways = (found.data?.ways ?? []).flatMap((row) =>
    row.ways.map((way) => ({ ...way, drill: row.drill })),
  );
  const here = ways.filter((way) => way.drill === item?.drill);
  return (
    <div className="min-w-0">
      {(found.data?.late.length ?? 0) > 0 && (
        <section aria-labelledby="late">
          <h2 id="late" className="text-[20px]">
            Came late
          </h2>
          <ul className="mt-1">
            {found.data?.late.map((one) => (
              <li key={one.id} className="flex items-center justify-between gap-3 border-t border-rule py-2">
                {one.name}
                <button
                  type="button"
                  className="plain-action"
                  disabled={late.isPending}
                  onClick={() => late.mutate(one.id)}
                >
                  Place them
                </button>
              </li>
            ))}
          </ul>
          {late.error && <p role="alert">{late.error.message}</p>}
        </section>
      )}
      {here.length > 0 && (
        <section aria-labelledby="otherwise" className="mt-2">
          <h2 id="otherwise" className="text-[20px]">
            Now done another way
          </h2>
          <Ways ways={here} short={short} />
        </section>
      )}
      <Stations order={order} place={place} short={short} ways={ways} />
      <Waves order={order} short={short} />
      <Bars order={order} short={short} />
      {ways.length > 0 && (
        <details className="mt-4">
          <summary className="min-h-10 cursor-pointer py-2 font-semibold">
            Every drill somebody does another way
          </summary>
          <Ways ways={ways} short={short} named={drillNames(order)} />
        </details>
      )}
    </div>
  );
}

const drillNames = (order: Order): Map<string, string> =>
  new Map(order.items.map((item) => [item.drill, item.name]));

interface Way {
  member: number;
  name: string;
  way: string;
  drill: string;
}

function Ways({
  ways,
  short,
  named,
}: {
  ways: Way[];
  short: Map<number, string>;
  named?: Map<string, string>;
}) {
  return (
    <ul className="mt-1">
      {ways.map((way) => (
        <li key={`${way.drill} ${way.member}`} className="border-t border-rule py-1.5">
          <span className="font-semibold">{short.get(way.member)}</span>
          {named && <span className="quiet"> at {named.get(way.drill) ?? way.drill}</span>}
          <span className="block">{way.name ? `${way.name}: ${way.way}` : "leaves it out"}</span>
        </li>
      ))}
    </ul>
  );
}

function Stations({
  order,
  place,
  short,
  ways,
}: {
  order: Order;
  place: number;
  short: Map<number, string>;
  ways: Way[];
}) {
  const now = order.gos[place]?.stations ?? [];
  if (order.groups.length === 0 || now.length === 0) return null;
  const rows = [...now].sort((one, other) => one.item - other.item);
  return (
    <section aria-labelledby="stations" className="mt-2">
      <h2 id="stations" className="text-[20px]">
        Stations
      </h2>
      <ol className="mt-1">
        {rows.map((row, number) => {
          const group = order.groups[row.group] ?? [];
          const drill = order.items[row.item];
          const other = ways.filter((way) => way.drill === drill?.drill && group.includes(way.member));
          return (
            <li key={row.item} className="border-t border-rule py-1.5">
              {number + 1} {drill?.name}
              <span className="block font-semibold">{namesOf(group, short) || "free"}</span>
              {other.map((way) => (
                <span key={way.member} className="quiet block">
                  {short.get(way.member)}: {way.name || "leaves it out"}
                </span>
              ))}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function Waves({ order, short }: { order: Order; short: Map<number, string> }) {
  if (order.partners.length === 0) return null;
  return (
    <section aria-labelledby="partners" className="mt-4">
      <h2 id="partners" className="text-[20px]">
        Partners
      </h2>
      <ul className="mt-1 grid grid-cols-2 gap-x-6">
        {order.partners.map((pair) => (
          <li key={pair.join("-")} className="border-t border-rule py-1.5">
            {namesOf(pair, short) || "free"}
            {pair.length === 1 && <span className="quiet"> alone</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Bars({ order, short }: { order: Order; short: Map<number, string> }) {
  if (order.bars.length === 0) return null;
  return (
    <section aria-labelledby="bars" className="mt-4">
      <h2 id="bars" className="text-[20px]">
        Bars
      </h2>
      {order.short_of_bars > 0 && (
        <p className="mt-1 font-semibold text-hold">
          {order.short_of_bars} more than there are bars, and nobody is within 15 kg: pair them on the roster.
        </p>
      )}
      <ul className="mt-1">
        {order.bars.map((bar) => (
          <li key={bar.lifters.join("-")} className="border-t border-rule py-1.5">
            {bar.lifters.map((place) => {
              const lifter = order.lifters[place];
              if (!lifter) return null;
              return (
                <span key={place} className="block">
                  <span className="font-semibold">{short.get(lifter.member)}</span>{" "}
                  {lifter.sets.map((set) => `${number(set.load)} (${platesWords(set.plates)})`).join(", ")}
                  {`, to ${number(lifter.working)} ${lifter.sets[0]?.unit ?? ""}, ${lifter.name}`}
                </span>
              );
            })}
          </li>
        ))}
      </ul>
    </section>
  );
}
