import { useQuery } from "@tanstack/react-query";
import { answer, api } from "../../api/client";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour } from "../../parts/words";
import { Reach } from "./Reach";

/** What a signed-in member sees: their own sheets, newest first. */
export function MySheets() {
  const mine = useQuery({ queryKey: ["my-sheets"], queryFn: () => answer(api.GET("/api/my-sheets")) });
  if (mine.isPending) return <Waiting what="Looking for your prep" />;
  if (mine.error && !mine.data) return <Trouble error={mine.error} again={() => mine.refetch()} />;
  return (
    <div className="mx-auto max-w-lg p-6">
      <h1 className="text-[34px]">Your prep</h1>
      {mine.data.length === 0 && (
        <p className="mt-3">
          Nothing yet. When your coach publishes a class you are in, its prep stands here.
        </p>
      )}
      <ul className="mt-4 space-y-2">
        {mine.data.map((one) => (
          <li key={one.link}>
            <a
              className="flex items-baseline justify-between rounded-xl border border-rule bg-sheet p-4 hover:border-dust"
              href={one.link}
            >
              <span className="display text-[22px]">{one.title}</span>
              <span className="quiet">
                {day(one.starts_at, one.timezone, { weekday: "short", day: "numeric", month: "short" })},{" "}
                {hour(one.starts_at, one.timezone)}
                {one.cancelled ? " · cancelled" : !one.opened && " · not looked at yet"}
              </span>
            </a>
          </li>
        ))}
      </ul>
      <Reach />
    </div>
  );
}
