import { useQuery } from "@tanstack/react-query";
import { Link, useNavigate, useParams, useSearch } from "@tanstack/react-router";
import { Trouble, Waiting } from "../../parts/Trouble";
import { useTitle } from "../../parts/title";
import { longDate } from "../../parts/words";
import { DayTab } from "./DayTab";
import { EventsTab } from "./EventsTab";
import { HeatsTab } from "./HeatsTab";
import { TABS, type Tab } from "./search";
import { type Competition, competitionQuery } from "./useCompetition";

const NAMES: Record<Tab, string> = { day: "Day", events: "Events", heats: "Heats and athletes" };

/** One competition: its day as lines, its events, its heats and who starts. */
export function CompetitionScreen() {
  const { id } = useParams({ from: "/competition/$id" });
  const found = useQuery(competitionQuery(Number(id)));
  useTitle(found.data?.name ?? "Competition");
  if (found.isPending) return <Waiting what="Opening the competition" />;
  if (found.error && !found.data) return <Trouble error={found.error} again={() => found.refetch()} />;
  return <Opened key={found.data.id} competition={found.data} />;
}

function Opened({ competition }: { competition: Competition }) {
  const search = useSearch({ from: "/competition/$id" });
  const navigate = useNavigate({ from: "/competition/$id" });
  const tab = search.tab ?? (competition.heats.length ? "day" : "events");
  return (
    <div className="mx-auto max-w-[1500px] px-5 pt-3 pb-10 phone:px-3">
      <div className="no-print flex flex-wrap items-end gap-x-5 gap-y-1">
        <h1 className="text-[30px] [overflow-wrap:anywhere]">{competition.name}</h1>
        <p className="quiet mr-auto pb-1">
          {longDate(competition.first)}
          {competition.days > 1 && `, ${competition.days} days`}
          {competition.place && `, ${competition.place}`}
        </p>
        <nav aria-label="Parts of the competition" className="flex gap-4 text-[15px]">
          {TABS.map((one) => (
            <Link
              key={one}
              from="/competition/$id"
              search={{ ...search, tab: one }}
              aria-current={tab === one ? "page" : undefined}
              className={`py-2 ${tab === one ? "font-semibold underline underline-offset-8" : "text-dust hover:text-ink"}`}
            >
              {NAMES[one]}
            </Link>
          ))}
        </nav>
      </div>
      {tab === "day" && (
        <DayTab
          competition={competition}
          chosen={search.athlete && search.heat ? { athlete: search.athlete, heat: search.heat } : null}
          onChoose={(chosen) =>
            void navigate({
              search: { tab: "day", ...(chosen ?? {}) },
              replace: true,
            })
          }
        />
      )}
      {tab === "events" && <EventsTab competition={competition} />}
      {tab === "heats" && <HeatsTab competition={competition} />}
    </div>
  );
}
