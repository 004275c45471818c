// Who else has the session open. Asking tells them of this page as well.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { answer, api, type Session } from "../../api/client";
import { newKey } from "../../saving/key";

const FIRST_MS = 10_000;
const tab = newKey(); // this page, as long as it is open

/** Their names. What they saved meanwhile is fetched. */
export function useOthers(session: Session): string[] {
  const client = useQueryClient();
  const { id, version } = session;
  const path = { session_id: id, tab };
  const found = useQuery({
    queryKey: ["here", id],
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
    window.addEventListener("pagehide", leave);
    return () => {
      window.removeEventListener("pagehide", leave);
      leave();
    };
  }, [id]);
  return found.data?.others ?? [];
}
