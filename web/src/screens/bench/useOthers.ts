// Who else has the session open. Asking tells them of this page as well.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { answer, api, type Session } from "../../api/client";
import { newKey } from "../../saving/key";

const FIRST_MS = 10_000;

/** Their names. What they saved meanwhile is fetched. */
export function useOthers(session: Session): string[] {
  const client = useQueryClient();
  const { id, version } = session;
  const [tab, setTab] = useState(newKey); // once left, a tab stays left: who comes back is a new one
  const path = { session_id: id, tab };
  const found = useQuery({
    queryKey: ["here", id, tab],
    queryFn: () => answer(api.PUT("/api/sessions/{session_id}/here/{tab}", { params: { path } })),
    refetchInterval: (query) => (query.state.data?.again_s ?? FIRST_MS / 1000) * 1000,
    staleTime: 0,
    gcTime: 0,
  });
  const newest = found.data?.version ?? 0;
  useEffect(() => {
    if (newest > version) void client.invalidateQueries({ queryKey: ["session", id] });
  }, [client, id, newest, version]);
  useEffect(() => {
    const leave = () => {
      const params = { path: { session_id: id, tab } };
      void api
        .DELETE("/api/sessions/{session_id}/here/{tab}", { params, keepalive: true })
        .catch(() => undefined);
    };
    const comeBack = (event: PageTransitionEvent) => {
      if (event.persisted) setTab(newKey());
    };
    window.addEventListener("pagehide", leave);
    window.addEventListener("pageshow", comeBack);
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("pageshow", comeBack);
      leave();
    };
  }, [id, tab]);
  return found.data?.others ?? [];
}
