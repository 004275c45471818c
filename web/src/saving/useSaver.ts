import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import type { Session } from "../api/client";
import type { Draft } from "../screens/bench/draft";
import { type Saver, saverOf } from "./saver";

/** The saver of the session on the screen: it follows the draft, and brings in what others change. */
export function useSaver(session: Session): Saver {
  const [saver] = useState(() => saverOf(session));
  useSyncExternalStore(saver.subscribe, saver.snapshot);
  return saver;
}

/** Keep a draft saved. onTheirs: shows what somebody else changed. */
export function useSaved(
  saver: Saver,
  session: Session,
  draft: Draft,
  onTheirs: (theirs: Partial<Draft>) => void,
): void {
  const client = useQueryClient();
  saver.onTheirs = onTheirs;
  saver.onStored = (stored) => {
    client.setQueryData(["session", session.id], stored);
    void client.invalidateQueries({ queryKey: ["week"] });
    void client.invalidateQueries({ queryKey: ["publish"] });
    void client.invalidateQueries({ queryKey: ["preview"] });
  };
  useEffect(() => saver.want(draft), [saver, draft]);
  useEffect(() => saver.saw(session), [saver, session]);
  useEffect(
    () => () => {
      saver.onTheirs = () => {};
      void saver.flush().catch(() => undefined);
    },
    [saver],
  );
}
