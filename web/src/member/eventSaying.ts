// What an athlete says after an event: shown at once, kept on the device, and sent when it can be.
import { useCallback, useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { newKey } from "../saving/key";
import { keepRow, sendRows, waitingRows } from "./kept";

type Word = Schemas["EventWord"];
type Told = Schemas["ToldOfEvent"];
type Page = Schemas["DayPage"];

const NOTHING: Omit<Told, "event"> = { result: "", felt: "", pain: "", held: [], failed: [] };

function after(told: Told, word: Word): Told {
  const value = word.value ?? "";
  if (word.kind === "result" || word.kind === "felt" || word.kind === "pain")
    return { ...told, [word.kind]: value };
  const without = (all: string[]) => all.filter((one) => one !== value);
  const next = { ...told, held: without(told.held), failed: without(told.failed) };
  return { ...next, [word.kind]: [...next[word.kind], value] };
}

export function useEventSaying(token: string, page: Page) {
  const place = `day-said:${token}`;
  const [waiting, setWaiting] = useState<Word[]>(() => waitingRows<Word>(place));
  const [there, setThere] = useState(page.said);
  const send = useCallback(async () => {
    const answer = await sendRows<Page>(place, `/api/days/${token}/said`);
    if (answer) setThere(answer.said);
    setWaiting(waitingRows<Word>(place));
  }, [place, token]);
  useEffect(() => {
    void send();
    window.addEventListener("online", send);
    return () => window.removeEventListener("online", send);
  }, [send]);
  const say = (event: string, kind: Word["kind"], value: string) => {
    keepRow<Word>(place, { event, kind, value, key: newKey(), at: new Date().toISOString() });
    setWaiting(waitingRows<Word>(place));
    void send();
  };
  const told = (event: string): Told =>
    waiting
      .filter((word) => word.event === event)
      .reduce(after, there.find((one) => one.event === event) ?? { event, ...NOTHING });
  const waits = (event: string) => waiting.some((word) => word.event === event);
  return { say, told, waits };
}
export type EventSaying = ReturnType<typeof useEventSaying>;
