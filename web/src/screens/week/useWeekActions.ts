// Renaming, moving, copying and removing sessions of the week; each can be taken back.
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useRef, useState } from "react";
import { answer, api } from "../../api/client";
import { longDate } from "../../parts/words";
import { newKey } from "../../saving/key";
import type { Session } from "./strands";

const REMOVE_AFTER_MS = 8_000; // until then it can be taken back; nothing is removed before

interface Done {
  words: string;
  undo?: () => void;
}

export interface WeekActions {
  done: Done | null;
  trouble: string;
  /** Of the session that is about to be removed. */
  leaving: number | null;
  rename: (session: Session, title: string) => void;
  /** tell: though members have it, who are told. */
  move: (session: Session, from: string, to: string, tell?: boolean) => void;
  copy: (session: Session, to: string) => void;
  remove: (session: Session) => void;
}

const path = (session: Session) => ({ session_id: session.id });

export function useWeekActions(): WeekActions {
  const client = useQueryClient();
  const [done, setDone] = useState<Done | null>(null);
  const [trouble, setTrouble] = useState("");
  const [leaving, setLeaving] = useState<Session | null>(null);
  const timer = useRef<number | undefined>(undefined);
  const waiting = useRef<Session | null>(null);
  const newest = useRef(0); // what is said is of the last thing done, whichever answer comes last

  const settled = useCallback(
    async () =>
      Promise.all(["week", "session", "publish"].map((key) => client.invalidateQueries({ queryKey: [key] }))),
    [client],
  );
  const attempt = useCallback(
    async (job: () => Promise<Done>) => {
      const mine = ++newest.current;
      setTrouble("");
      try {
        const next = await job();
        await settled();
        if (mine === newest.current) setDone(next);
      } catch (problem) {
        if (mine === newest.current) setDone(null);
        setTrouble(problem instanceof Error ? problem.message : "That did not work.");
        await settled();
      }
    },
    [settled],
  );

  const reallyRemove = useCallback(() => {
    const session = waiting.current;
    if (!session) return;
    waiting.current = null;
    window.clearTimeout(timer.current);
    void attempt(async () => {
      const params = { path: path(session), query: { version: session.version } };
      await answer(api.DELETE("/api/sessions/{session_id}", { params, keepalive: true }));
      return { words: `Removed “${session.title}”.` };
    }).finally(() => setLeaving((now) => (now?.id === session.id ? null : now)));
  }, [attempt]);
  useEffect(() => {
    window.addEventListener("pagehide", reallyRemove);
    return () => {
      window.removeEventListener("pagehide", reallyRemove);
      reallyRemove();
    };
  }, [reallyRemove]);

  const rename = (session: Session, title: string) =>
    void attempt(async () => {
      const body = { title, version: session.version };
      const stored = await answer(
        api.PATCH("/api/sessions/{session_id}", { params: { path: path(session) }, body }),
      );
      const now = { ...session, title: stored.title, version: stored.version };
      return {
        words: `Renamed “${session.title}” to “${stored.title}”.`,
        undo: () => rename(now, session.title),
      };
    });
  const move = (session: Session, from: string, to: string, tell = false) =>
    void attempt(async () => {
      const body = { date: to, version: session.version, tell };
      const stored = await answer(
        api.POST("/api/sessions/{session_id}/move", { params: { path: path(session) }, body }),
      );
      const now = { ...session, version: stored.version };
      return {
        words: `Moved “${session.title}” to ${longDate(to)}.${tell ? " Its people are told." : ""}`,
        undo: tell ? undefined : () => move(now, to, from),
      };
    });
  const copy = (session: Session, to: string) =>
    void attempt(async () => {
      const header = { "Idempotency-Key": newKey() };
      const made = await answer(
        api.POST("/api/sessions/{session_id}/copy", {
          params: { path: path(session), header },
          body: { date: to },
        }),
      );
      const there = { ...session, id: made.id, version: made.version };
      return { words: `Copied “${session.title}” to ${longDate(to)}.`, undo: () => remove(there, true) };
    });
  const remove = (session: Session, at_once = false) => {
    reallyRemove(); // one at a time
    waiting.current = session;
    setLeaving(session);
    setTrouble("");
    if (at_once) {
      reallyRemove();
      return;
    }
    newest.current += 1;
    setDone({
      words: `“${session.title}” is removed in a moment.`,
      undo: () => {
        window.clearTimeout(timer.current);
        waiting.current = null;
        setLeaving(null);
        setDone({ words: `“${session.title}” stays.` });
      },
    });
    timer.current = window.setTimeout(reallyRemove, REMOVE_AFTER_MS);
  };
  return { done, trouble, leaving: leaving?.id ?? null, rename, move, copy, remove };
}
