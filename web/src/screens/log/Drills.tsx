import { Link } from "@tanstack/react-router";
import type { Schemas } from "../../api/client";
import { Across } from "../../parts/Across";
import { clock, list, percent, plural } from "../../parts/words";

const WEAR: Record<Schemas["DrillUsed"]["wear"], string> = {
  worn: "in half of the classes and more",
  used: "",
  never: "not once",
};

/** Drills by the classes they were in, worn ones marked, and those that never came out. */
export function Drills({ log }: { log: Schemas["GymLogOut"] }) {
  const used = log.drills.filter((one) => one.wear !== "never");
  const worn = used.filter((one) => one.wear === "worn");
  const never = log.drills.filter((one) => one.wear === "never");
  const most = Math.max(1, ...used.map((one) => one.classes));
  const cell = "py-1.5 pr-4 text-right tabular-nums max-md:pr-2";
  return (
    <div className="mt-4 grid grid-cols-[minmax(0,1fr)_360px] gap-10 max-lg:grid-cols-1">
      <section aria-label="Drills that were given">
        <p className="text-[19px]">
          {used.length === 0
            ? "No drill was given in these weeks."
            : worn.length > 0
              ? `${list(worn.slice(0, 4).map((one) => one.name))} ${worn.length === 1 ? "is" : "are"} worn: in half of the ${plural(log.classes, "class", "classes")} and more.`
              : `None of ${plural(used.length, "drill")} is worn.`}
        </p>
        {used.length > 0 && (
          <Across of="Drills by classes">
            <table className="mt-3 w-full border-collapse text-[15px]">
              <thead>
                <tr className="border-b-2 border-ink text-left">
                  <th scope="col" className="py-1 font-semibold">
                    Drill
                  </th>
                  <th scope="col" className="py-1 font-semibold">
                    Classes
                  </th>
                  <th scope="col" className="py-1 pr-4 text-right font-semibold">
                    ran
                  </th>
                  <th scope="col" className="py-1 pr-4 text-right font-semibold">
                    planned
                  </th>
                  <th scope="col" className="py-1 text-right font-semibold">
                    cut
                  </th>
                </tr>
              </thead>
              <tbody>
                {used.map((one) => (
                  <tr key={one.drill} className="border-b border-rule">
                    <td className="py-1.5 pr-3">
                      <Link
                        to="/shelf"
                        search={{ tab: "drills", show: one.drill }}
                        className="underline-offset-2 hover:underline"
                      >
                        {one.name}
                      </Link>
                      <span className="quiet block">
                        {one.serves}
                        {WEAR[one.wear] && ` · ${WEAR[one.wear]}`}
                      </span>
                    </td>
                    <td className="w-[26%] py-1.5 pr-3">
                      <span className="flex items-center gap-2">
                        <span
                          aria-hidden
                          className={`h-3 ${one.wear === "worn" ? "bg-hold" : "bg-slate-line"}`}
                          style={{ width: `${(one.classes / most) * 55}%` }}
                        />
                        {one.classes} <span className="quiet whitespace-nowrap">{percent(one.share)}</span>
                      </span>
                    </td>
                    <td className={cell}>{one.ran_s ? clock(one.ran_s) : "–"}</td>
                    <td className={cell}>{one.planned_s ? clock(one.planned_s) : "–"}</td>
                    <td className={`${cell} !pr-0`}>{one.cut || "–"}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Across>
        )}
      </section>
      <section aria-label="Drills that never came out">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">Would serve, and never came out</h2>
        {never.length === 0 && <p className="mt-2">Nothing that these weeks asked is without its drills.</p>}
        <ul>
          {never.map((one) => (
            <li key={one.drill} className="border-b border-rule py-1.5">
              <Link
                to="/shelf"
                search={{ tab: "drills", show: one.drill }}
                className="underline underline-offset-2"
              >
                {one.name}
              </Link>
              <span className="quiet block">for {one.serves.toLowerCase()}</span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
