import { queryOptions, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../api/client";
import type { Kind } from "../../saving/saver";
import { allSaved } from "../../saving/saver";

export type Competition = Schemas["CompetitionOut"];
export type Day = Schemas["DayOut"];

export const competitionsQuery = queryOptions({
  queryKey: ["competitions"],
  queryFn: () => answer(api.GET("/api/competitions")),
});
export const competitionQuery = (id: number) =>
  queryOptions({
    queryKey: ["competition", id],
    queryFn: () =>
      answer(api.GET("/api/competitions/{competition_id}", { params: { path: { competition_id: id } } })),
  });
export const dayQuery = (id: number) =>
  queryOptions({
    queryKey: ["competition-day", id],
    queryFn: async () => {
      await allSaved().catch(() => undefined);
      return answer(
        api.GET("/api/competitions/{competition_id}/day", { params: { path: { competition_id: id } } }),
      );
    },
  });

export type Fields = Pick<
  Competition,
  | "name"
  | "place"
  | "first"
  | "days"
  | "timezone"
  | "sheet"
  | "minutes"
  | "method"
  | "check_in_min"
  | "racks"
  | "heads"
  | "coaches"
>;

export const COMPETITION: Kind<Competition, Fields> = {
  place: ({ id }) => `competition-${id}`,
  words: {
    name: "name",
    place: "place",
    first: "first day",
    days: "days",
    timezone: "time zone",
    sheet: "the event sheet",
    minutes: "minutes",
    method: "method",
    check_in_min: "minutes of check-in",
    racks: "racks",
    heads: "room in the warm-up area",
    coaches: "coaches",
  },
  send: ({ id }, body) =>
    answer(
      api.PATCH("/api/competitions/{competition_id}", {
        params: { path: { competition_id: id } },
        body,
        keepalive: true,
      }),
    ),
};

/** Give out every line that is another one than its athlete has. */
export const giveOut = (id: number): Promise<Day> =>
  answer(
    api.POST("/api/competitions/{competition_id}/publish", { params: { path: { competition_id: id } } }),
  );

const AT_ONCE = "give-out-at-once";
export const givesAtOnce = (): boolean => localStorage.getItem(AT_ONCE) === "1";
export function setGivesAtOnce(on: boolean): void {
  if (on) localStorage.setItem(AT_ONCE, "1");
  else localStorage.removeItem(AT_ONCE);
}

/** Ask for a competition anew: what was refused may have been made on an older one. */
export function useAskAnew(id: number): () => void {
  const client = useQueryClient();
  return () => void client.invalidateQueries({ queryKey: ["competition", id] });
}

/** What to do with a competition as it is stored now. */
export function useStored(id: number): (next: Competition) => void {
  const client = useQueryClient();
  return (next) => {
    client.setQueryData(["competition", id], next);
    void client.invalidateQueries({ queryKey: ["competition-day", id] });
    void client.invalidateQueries({ queryKey: ["competitions"] });
  };
}
