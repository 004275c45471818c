import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { clock } from "../../parts/words";

/** What became of each drill of the runs that are over. */
export function Ran({ classId }: { classId: number }) {
  const found = useQuery({
    queryKey: ["ran", classId],
    queryFn: () =>
      answer(api.GET("/api/classes/{class_id}/ran", { params: { path: { class_id: classId } } })),
  });
  const runs = found.data ?? [];
  return runs.map((run) => (
    <section key={run.id} className="mt-6 max-w-2xl" aria-label="What was run">
      <h2 className="text-[20px]">What was run{run.by && `, by ${run.by}`}</h2>
      <table className="mt-2 w-full text-left">
        <thead>
          <tr className="quiet">
            <th className="py-1 font-normal">Drill</th>
            <th className="font-normal">Planned</th>
            <th className="font-normal">Run</th>
            <th className="font-normal">What became of it</th>
          </tr>
        </thead>
        <tbody>
          {run.rows.map((row) => (
            <tr key={`${row.section} ${row.name}`} className="border-t border-rule">
              <td className="py-1.5 pr-3">{row.name}</td>
              <td className="pr-3 tabular-nums">{clock(row.planned_s)}</td>
              <td className="pr-3 tabular-nums">{clock(row.ran_s)}</td>
              <td>{row.outcome === "run" ? "" : row.outcome}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  ));
}
