import { type QueryKey, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import { type Kind, type Row, type Saver, saverOf } from "./saver";

/** The saver of the row on the screen: it follows the draft, and brings in what others change. */
export function useSaver<R extends Row, Full extends object>(kind: Kind<R, Full>, row: R): Saver<R, Full> {
  const [saver] = useState(() => saverOf(kind, row));
  useSyncExternalStore(saver.subscribe, saver.snapshot);
  return saver;
}

/** Keep a draft saved. onTheirs: shows what somebody else changed; onStored: what is stored now. */
export function useSaved<R extends Row, Full extends object>(
  saver: Saver<R, Full>,
  row: R,
  draft: Full,
  onTheirs: (theirs: Partial<Full>) => void,
  onStored: (row: R) => void,
): void {
  saver.onTheirs = onTheirs;
  saver.onStored = onStored;
  useEffect(() => saver.want(draft), [saver, draft]);
  useEffect(() => saver.saw(row), [saver, row]);
  useEffect(
    () => () => {
      saver.onTheirs = () => {};
      void saver.flush().catch(() => undefined);
    },
    [saver],
  );
}

/** A form over a row: its draft, which is saved as it changes, and what is wrong with a field. also: queries that tell
 * something of the row elsewhere. */
export function useRowForm<R extends Row, Full extends object>(
  kind: Kind<R, Full>,
  row: R,
  queryKey: QueryKey,
  also: string[],
) {
  const client = useQueryClient();
  const saver = useSaver(kind, row);
  const [draft, setDraft] = useState<Full>(saver.wanted);
  const change = (to: Partial<Full>) => setDraft((now) => ({ ...now, ...to }));
  useSaved(saver, row, draft, change, (stored) => {
    client.setQueryData(queryKey, stored);
    for (const name of also) void client.invalidateQueries({ queryKey: [name] });
  });
  const { state } = saver;
  const wrong = (field: string) =>
    state.kind === "refused" && state.field === field ? state.why : undefined;
  return { saver, draft, change, wrong };
}
