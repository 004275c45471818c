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
