// What screens ask the server for, by one name each.
import { queryOptions } from "@tanstack/react-query";
import { allSaved } from "../saving/saver";
import { answer, api, type Bench, type Schemas } from "./client";

/** What shows saved data waits for what is on its way; what cannot be saved is said where it was edited. */
const saved = () => allSaved().catch(() => undefined);

/** The Bench's answer with the text it answers to, so that marks are never put on words typed since. */
export type LiveBench = Bench & { readText: string };

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: () => answer(api.GET("/api/me")),
  staleTime: 60_000,
  retry: false,
});
export const shelfQuery = queryOptions({
  queryKey: ["shelf"],
  queryFn: () => answer(api.GET("/api/shelf")),
  staleTime: Infinity,
});
export const weekQuery = (start?: string) =>
  queryOptions({
    queryKey: ["week", start ?? "now"],
    queryFn: () => answer(api.GET("/api/week", { params: { query: start ? { start } : {} } })),
  });
export const sessionQuery = (id: number) =>
  queryOptions({
    queryKey: ["session", id],
    queryFn: () => answer(api.GET("/api/sessions/{session_id}", { params: { path: { session_id: id } } })),
  });
export const benchQuery = (id: number, body: Schemas["BenchIn"]) =>
  queryOptions({
    queryKey: ["bench", id, body],
    queryFn: async ({ signal }): Promise<LiveBench> => ({
      ...(await answer(
        api.POST("/api/sessions/{session_id}/bench", { params: { path: { session_id: id } }, body, signal }),
      )),
      readText: body.text,
    }),
    staleTime: 30_000,
    gcTime: 60_000,
  });
export const nextMinuteQuery = (id: number, body: Schemas["BenchIn"]) =>
  queryOptions({
    queryKey: ["next-minute", id, body],
    queryFn: ({ signal }) =>
      answer(
        api.POST("/api/sessions/{session_id}/next-minute", {
          params: { path: { session_id: id } },
          body,
          signal,
        }),
      ),
    staleTime: 30_000,
    gcTime: 60_000,
  });
export const publishQuery = (id: number) =>
  queryOptions({
    queryKey: ["publish", id],
    queryFn: async () => {
      await saved();
      return answer(api.GET("/api/classes/{class_id}/publish", { params: { path: { class_id: id } } }));
    },
  });
export const wouldChangeQuery = (id: number, enabled: boolean) =>
  queryOptions({
    queryKey: ["would-change", id],
    queryFn: async () => {
      await saved();
      return answer(api.GET("/api/classes/{class_id}/changes", { params: { path: { class_id: id } } }));
    },
    enabled,
  });
export const outboxQuery = queryOptions({
  queryKey: ["outbox"],
  queryFn: () => answer(api.GET("/api/outbox")),
});
export const sendingQuery = queryOptions({
  queryKey: ["sending"],
  queryFn: () => answer(api.GET("/api/sending")),
});
export const ruleQuery = (id: number) =>
  queryOptions({
    queryKey: ["rule", id],
    queryFn: () => answer(api.GET("/api/classes/{class_id}/rule", { params: { path: { class_id: id } } })),
  });
export const reachQuery = queryOptions({ queryKey: ["reach"], queryFn: () => answer(api.GET("/api/reach")) });
export const previewQuery = (classId: number, personId: number) =>
  queryOptions({
    queryKey: ["preview", classId, personId],
    queryFn: async () => {
      await saved();
      return answer(
        api.GET("/api/classes/{class_id}/preview/{person_id}", {
          params: { path: { class_id: classId, person_id: personId } },
        }),
      );
    },
  });
export const peopleQuery = (left: boolean) =>
  queryOptions({
    queryKey: ["people", left],
    queryFn: () => answer(api.GET("/api/people", { params: { query: { left } } })),
  });
export const shortQuery = (id: number) =>
  queryOptions({
    queryKey: ["short", id],
    queryFn: () =>
      answer(api.GET("/api/people/short/{session_id}", { params: { path: { session_id: id } } })),
    staleTime: 60_000,
  });
export const personQuery = (id: number) =>
  queryOptions({
    queryKey: ["person", id],
    queryFn: () => answer(api.GET("/api/people/{person_id}", { params: { path: { person_id: id } } })),
  });
export const personComingQuery = (id: number) =>
  queryOptions({
    queryKey: ["person-coming", id],
    queryFn: () => answer(api.GET("/api/people/{person_id}/coming", { params: { path: { person_id: id } } })),
    staleTime: 30_000,
  });
export const choicesQuery = queryOptions({
  queryKey: ["person-choices"],
  queryFn: () => answer(api.GET("/api/people/choices")),
  staleTime: Infinity,
});
export const gymQuery = queryOptions({ queryKey: ["gym"], queryFn: () => answer(api.GET("/api/gym")) });
export const wordsQuery = queryOptions({ queryKey: ["words"], queryFn: () => answer(api.GET("/api/words")) });
export const movementsQuery = queryOptions({
  queryKey: ["movements"],
  queryFn: () => answer(api.GET("/api/movements")),
  staleTime: 60_000,
});
export const methodsQuery = queryOptions({
  queryKey: ["methods"],
  queryFn: () => answer(api.GET("/api/methods")),
});
export const drillsQuery = queryOptions({
  queryKey: ["drills"],
  queryFn: () => answer(api.GET("/api/drills")),
  staleTime: Infinity,
});
export const drillQuery = (id: string) =>
  queryOptions({
    queryKey: ["drill", id],
    queryFn: () => answer(api.GET("/api/drills/{drill_id}", { params: { path: { drill_id: id } } })),
    staleTime: Infinity,
  });
export const placeQuery = queryOptions({ queryKey: ["place"], queryFn: () => answer(api.GET("/api/place")) });
export const reviewQuery = (body: Schemas["WeekIn"]) =>
  queryOptions({
    queryKey: ["week-review", body],
    queryFn: () => answer(api.POST("/api/week/review", { body })),
    retry: false,
    staleTime: 0,
    enabled: body.text.trim() !== "",
  });
export const labStartQuery = queryOptions({
  queryKey: ["lab-start"],
  queryFn: () => answer(api.GET("/api/lab")),
  staleTime: 60_000,
});
export const labQuery = (body: Schemas["LabIn"]) =>
  queryOptions({
    queryKey: ["lab", body],
    queryFn: ({ signal }) => answer(api.POST("/api/lab", { body, signal })),
    retry: false,
    staleTime: 60_000,
    gcTime: 30_000,
  });
