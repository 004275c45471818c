// What the member says of a class: shown at once, kept on the device, and sent when it can be.
import { useCallback, useEffect, useState } from "react";
import type { Sheet } from "../api/client";
import { type Felt, keepSaid, lastSaid, type Said, sendSaid, waitingSaid } from "./kept";

export function useSaying(token: string, sheet: Sheet) {
  const [waiting, setWaiting] = useState<Said[]>(() => waitingSaid(token));
  const [there, setThere] = useState(sheet);
  const send = useCallback(async () => {
    const answer = await sendSaid(token);
    if (answer) setThere(answer);
    setWaiting(waitingSaid(token));
  }, [token]);
  useEffect(() => {
    void send();
    window.addEventListener("online", send);
    document.addEventListener("visibilitychange", send);
    return () => {
      window.removeEventListener("online", send);
      document.removeEventListener("visibilitychange", send);
    };
  }, [send]);
  const say = (kind: Said["kind"], value: string, position = "") => {
    keepSaid(token, kind, value, position);
    setWaiting(waitingSaid(token));
    void send();
  };
  const done = (kind: "done" | "extras", kept: boolean) => {
    const last = lastSaid(waiting, kind);
    return last === undefined ? kept : last === "yes";
  };
  return {
    felt: (lastSaid(waiting, "felt") as Felt | undefined) ?? there.felt,
    feltAt: (position: string) =>
      (lastSaid(waiting, "felt", position) as Felt | undefined) ?? there.felt_at[position],
    done: done("done", there.done),
    extrasDone: done("extras", there.extras_done),
    pain: there.pain || lastSaid(waiting, "pain") !== undefined,
    waits: (kind: Said["kind"]) => waiting.some((row) => row.kind === kind),
    say,
  };
}
export type Saying = ReturnType<typeof useSaying>;
