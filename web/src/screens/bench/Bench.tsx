import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate, useSearch } from "@tanstack/react-router";
import { useEffect, useMemo, useRef, useState } from "react";
import { away, type Schemas, type Session } from "../../api/client";
import { benchQuery, drillsQuery } from "../../api/queries";
import { useTitle } from "../../parts/title";
import { Conflict } from "../../saving/Conflict";
import { SESSION } from "../../saving/session";
import { useSaved, useSaver } from "../../saving/useSaver";
import { ThreadLines } from "../../thread/ThreadLines";
import { follow, type Point } from "../../thread/thread";
import { Asks } from "./Asks";
import { BenchHead } from "./BenchHead";
import { Board } from "./board/Board";
import { type Draft, useDraft } from "./draft";
import { Prep } from "./Prep";
import { PrintSheet } from "./PrintSheet";
import { lockedDraft } from "./shared";
import { useOthers } from "./useOthers";

const LIVE_MS = 90; // wait this long after a key before asking again

/** One session on one screen: the board, what it asks of this class, and the prep. */
export function Bench({ session, shelf }: { session: Session; shelf: Schemas["Shelf"] }) {
  const search = useSearch({ from: "/session/$id" });
  const navigate = useNavigate();
  const classId =
    search.class ?? session.classes.find((one) => !one.published_version)?.id ?? session.classes[0]?.id;
  const client = useQueryClient();
  const saver = useSaver(SESSION, session);
  const { draft, change, showTheirs, undo, redo, canUndo, canRedo } = useDraft(session.id, saver.wanted);
  const settled = useSettled(draft, LIVE_MS);
  const live = useQuery({
    ...benchQuery(session.id, { ...settled, class_id: classId ?? null }),
    placeholderData: keepPreviousData,
  });
  useSaved(saver, session, draft, showTheirs, (stored) => {
    client.setQueryData(["session", session.id], stored);
    for (const name of ["week", "publish", "preview"]) void client.invalidateQueries({ queryKey: [name] });
  });
  const others = useOthers(session);
  useTitle(session.title);
  const bench = useLast(live.data, away(live.error));
  const names = useNames(shelf, saver.state.kind === "conflict");
  const [held, setHeld] = useState<Point | null>(() =>
    search.point ? { at: "demand", id: search.point } : null,
  );
  const [touched, setTouched] = useState<Point | null>(null);
  const lit = useMemo(() => follow(bench, touched ?? held), [bench, touched, held]);
  const [face, setFace] = useState<Face>(draft.text.trim() ? "prep" : "board");
  const frame = useRef<HTMLDivElement>(null);
  const plan = useRef(bench?.plan);
  plan.current = bench?.plan;

  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key === "Escape") setHeld(null);
      const at = event.target instanceof HTMLElement ? event.target : null;
      const typing = !!at && /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName);
      if (typing && !(at.closest("[data-column=board]") && isUndo(event))) return;
      if (event.key === "[" && draft.minutes > shelf.min_minutes) change({ minutes: draft.minutes - 1 });
      if (event.key === "]" && draft.minutes < shelf.max_minutes) change({ minutes: draft.minutes + 1 });
      if (
        event.key.toLowerCase() === "l" &&
        !event.ctrlKey &&
        !event.metaKey &&
        !event.altKey &&
        plan.current
      )
        change(lockedDraft(draft, plan.current));
      if (isUndo(event)) {
        event.preventDefault();
        if (event.shiftKey) redo();
        else undo();
      }
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, [change, draft, redo, shelf, undo]);

  return (
    <div className="flex flex-col px-5 pt-3 pb-4 phone:px-3 desk:h-full desk:min-h-[640px] print:block print:p-0">
      <PrintSheet session={session} draft={draft} bench={bench} classId={classId} shelf={shelf} />
      <BenchHead
        session={session}
        shelf={shelf}
        draft={draft}
        change={change}
        classId={classId}
        problem={bench?.problem ?? null}
        onClass={(id) =>
          void navigate({
            to: "/session/$id",
            params: { id: String(session.id) },
            search: { ...search, class: id },
            replace: true,
          })
        }
        undo={undo}
        redo={redo}
        canUndo={canUndo}
        canRedo={canRedo}
        saving={saver.words()}
        others={others}
      />
      <Faces face={face} unread={bench?.workout?.unread.length ?? 0} onFace={setFace} />
      <div
        ref={frame}
        data-face={face}
        className="bench-columns no-print relative mt-3 grid grid-cols-1 gap-8 md:narrow:grid-cols-[minmax(0,5fr)_minmax(0,6fr)] md:narrow:gap-6 desk:min-h-0 desk:flex-1 desk:grid-cols-[316px_minmax(0,1fr)_minmax(0,408px)]"
        onPointerLeave={() => setTouched(null)}
      >
        <Board
          text={draft.text}
          bench={bench}
          lit={lit}
          onText={(text) => change({ text }, true)}
          onFix={(text) => change({ text })}
          onPoint={setTouched}
          onHold={setHeld}
        />
        <Asks
          sessionId={session.id}
          bench={bench}
          error={live.error}
          lit={lit}
          held={held}
          classId={classId}
          onPoint={setTouched}
          onHold={setHeld}
          people={session.classes.find((one) => one.id === classId)?.people ?? 0}
        />
        <Prep
          session={session}
          draft={draft}
          change={change}
          bench={bench}
          busy={live.isPlaceholderData}
          classId={classId}
          shelf={shelf}
          lit={lit}
          onPoint={setTouched}
          onHold={setHeld}
        />
        <ThreadLines lit={lit} frame={frame} />
      </div>
      <Conflict saver={saver} names={names} />
    </div>
  );
}

/** The board is taken back by change, as everything here, not by letter as a browser would. */
const isUndo = (event: KeyboardEvent) => (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "z";

type Face = "board" | "asks" | "prep";
const FACES: Record<Face, string> = { board: "Board", asks: "What it asks", prep: "Prep" };

/** On a phone one column shows at a time. */
function Faces({ face, unread, onFace }: { face: Face; unread: number; onFace: (face: Face) => void }) {
  return (
    <div className="no-print mt-3 grid grid-cols-3 gap-1.5 md:hidden">
      {(Object.keys(FACES) as Face[]).map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === face}
          className={`min-h-11 rounded-lg border text-[15px] ${one === face ? "border-ink bg-slate-deep font-semibold text-chalk" : "border-rule bg-sheet"}`}
          onClick={() => onFace(one)}
        >
          {FACES[one]}
          {one === "board" && unread > 0 && ` (${unread} unread)`}
        </button>
      ))}
    </div>
  );
}

/** What ids are called, for words about what was set; drills only once they are asked about. */
function useNames(shelf: Schemas["Shelf"], asked: boolean): Record<string, string> {
  const drills = useQuery({ ...drillsQuery, enabled: asked });
  return useMemo(
    () => Object.fromEntries([...shelf.methods, ...(drills.data ?? [])].map((one) => [one.id, one.name])),
    [shelf, drills.data],
  );
}

/** A value, or the last one there was while its source does not answer. */
function useLast<T>(value: T | undefined, gone: boolean): T | undefined {
  const last = useRef(value);
  if (value !== undefined) last.current = value;
  return value ?? (gone ? last.current : undefined);
}

function useSettled(draft: Draft, wait: number): Draft {
  const [settled, setSettled] = useState(draft);
  useEffect(() => {
    const timer = window.setTimeout(() => setSettled(draft), wait);
    return () => window.clearTimeout(timer);
  }, [draft, wait]);
  return settled;
}
