import { DrillFigure } from "../figure/DrillFigure";
import { namesOf } from "../floor/saying";
import { type OnProps, Seconds } from "./Drill";

/** Every station with who is there now and who comes next; in a change-over who goes where. */
export function Stations({ order, go, moment, short, held }: OnProps) {
  const rows = [...go.stations].sort((one, other) => one.item - other.item);
  const groups = rows.map((row) => namesOf(order.groups[row.group] ?? [], short));
  const later = order.gos
    .slice(moment.place + 1)
    .find((one) => one.kind === "stations" && one.round > go.round);
  const coming = new Map(
    later?.stations.map((at) => [at.item, namesOf(order.groups[at.group] ?? [], short)]),
  );
  const changing = go.kind === "change";
  const half = go.half_s ? moment.in_ms >= go.half_s * 1000 : false;
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_9.5rem] gap-[0.8rem]">
      <table className="display h-full w-full table-fixed border-collapse text-left [overflow-wrap:anywhere] text-[1.02rem] leading-[1]">
        <thead className="text-chalk-dim">
          <tr>
            <td className="w-[1.6rem]" />
            <th className="font-normal">Station</th>
            <th className="w-[7.2rem] font-normal">{changing ? "goes there" : "now"}</th>
            <th className="w-[7.2rem] font-normal">next</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row, place) => {
            const item = order.items[row.item];
            return (
              <tr key={row.item} className="border-t border-slate-line" data-station={row.item}>
                <td className="w-[1.6rem]">
                  {item && (
                    <DrillFigure
                      figure={item.figure}
                      of=""
                      dark
                      at_ms={Math.max(0, moment.in_ms)}
                      showArcs={false}
                      className="h-[1.1rem] w-[1.3rem]"
                    />
                  )}
                </td>
                <td className="pr-[0.4rem]">{item?.name}</td>
                <td className={`pr-[0.3rem] ${changing ? "text-amber" : ""}`} data-here>
                  {groups[place] || "free"}
                </td>
                <td className="text-chalk-dim">{coming.get(row.item)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="flex min-h-0 flex-col text-right">
        <p className="display text-[1.5rem]">
          {changing ? (
            <span className="text-amber">{go.round === 1 ? "To your station" : "Move on"}</span>
          ) : (
            `Turn ${go.round} of ${go.rounds}`
          )}
        </p>
        {go.half_s && !changing && (
          <p className="display mt-[0.4rem] text-[1.5rem]">
            {half ? <span className="text-amber">Other side</span> : "First side"}
          </p>
        )}
        <Seconds moment={moment} held={held} />
      </div>
    </div>
  );
}
