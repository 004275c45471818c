import type { Schemas } from "../../api/client";
import { hour, longDate } from "../../parts/words";

/** The week on paper: a row a session, with its classes and what it leans on. */
export function PrintWeek({ week }: { week: Schemas["Week"] }) {
  return (
    <div className="hidden text-[11pt] leading-snug text-black print:block" aria-hidden>
      <p className="display text-[22pt]">Week of {longDate(week.start)}</p>
      <table className="mt-2 w-full border-collapse">
        <thead className="border-b-2 border-black text-left">
          <tr>
            <th scope="col">day</th>
            <th scope="col">session</th>
            <th scope="col">classes</th>
            <th scope="col">asks most</th>
          </tr>
        </thead>
        <tbody>
          {week.days.flatMap((day) =>
            (day.sessions.length > 0 ? day.sessions : [null]).map((session, place) => (
              <tr
                key={session?.id ?? day.date}
                className="border-b border-gray-400 align-top [&>td]:py-1 [&>td]:pr-3"
              >
                <td className="w-[18%]">{place === 0 && longDate(day.date)}</td>
                <td className="w-[24%] font-semibold">{session?.title}</td>
                <td className="w-[24%]">
                  {session?.classes
                    .map(
                      (one) =>
                        `${hour(one.starts_at, week.timezone)} (${one.people}${one.published_version ? ", sent" : ""})`,
                    )
                    .join(", ")}
                </td>
                <td>
                  {session?.asks
                    .slice(0, 5)
                    .map((one) => one.name.toLowerCase())
                    .join(", ")}
                </td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </div>
  );
}
