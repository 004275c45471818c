// Days of a block: ticked at once, kept on the device, and sent when they can be.
import { useCallback, useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { newKey } from "../saving/key";
import { keepRow, sendRows, waitingRows } from "./kept";

export type Training = Schemas["Training"];
type Tick = Schemas["TrainingTick"];

const LOOK_MS = 30_000;

/** A member's blocks as they stand, with what is ticked here and not sent yet laid over. */
export function useTicking(given: Training) {
  const place = `ticked:${given.token}`;
  const [training, setTraining] = useState(given);
  const [waiting, setWaiting] = useState<Tick[]>(() => waitingRows<Tick>(place));
  const [refused, setRefused] = useState(false);
  const send = useCallback(async () => {
    const before = waitingRows<Tick>(place).length;
    const answer = await sendRows<Training>(place, `/api/training/${given.token}/ticked`);
    if (answer) setTraining(answer);
    const left = waitingRows<Tick>(place);
    setRefused(!answer && before > 0 && left.length < before);
    setWaiting(left);
  }, [place, given.token]);
  useEffect(() => {
    void send();
    window.addEventListener("online", send);
    document.addEventListener("visibilitychange", send);
    return () => {
      window.removeEventListener("online", send);
      document.removeEventListener("visibilitychange", send);
    };
  }, [send]);
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== "visible") return;
      const response = await fetch(`/api/training/${given.token}`).catch(() => null);
      if (response?.ok) setTraining((await response.json()) as Training);
    };
    const timer = window.setInterval(look, LOOK_MS);
    return () => window.clearInterval(timer);
  }, [given.token]);
  const tick = (enrolled: number, on: string, value: Tick["value"], words = "") => {
    keepRow<Tick>(place, { enrolled, on, value, words, key: newKey(), at: new Date().toISOString() });
    setWaiting(waitingRows<Tick>(place));
    void send();
  };
  const last = (enrolled: number, on: string) =>
    waiting.findLast((row) => row.enrolled === enrolled && row.on === on && row.value !== "hurt")?.value;
  return {
    training,
    setTraining,
    refused,
    tick,
    done: (enrolled: number, day: { on: string; done: boolean }) => {
      const said = last(enrolled, day.on);
      return said === undefined ? day.done : said === "yes";
    },
    hurt: (enrolled: number, known: boolean) =>
      known || waiting.some((row) => row.enrolled === enrolled && row.value === "hurt"),
    waits: (enrolled: number) => waiting.some((row) => row.enrolled === enrolled),
  };
}
export type Ticking = ReturnType<typeof useTicking>;
