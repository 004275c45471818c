import { StrictMode, useCallback, useEffect, useState } from "react";
import { createRoot } from "react-dom/client";
import type { Sheet } from "../api/client";
import { wantFigures } from "../figure/figures";
import { KeptPages } from "./KeptPages";
import { type Felt, keepFelt, notePage, sendFelt, waitingFelt } from "./kept";
import { MemberPage } from "./MemberPage";
import "./member.css";
import { Runner } from "./Runner";
import { begin, elapsed_s, keepRun, keptRun, type ListName, listOf, momentAt, type Run } from "./run";
import { wakeSound } from "./signals";

const RUNNING = "#run";
const token = window.location.pathname.split("/")[2] ?? "";
const page = document.documentElement;
const given = JSON.parse(document.getElementById("data")?.textContent ?? "null") as {
  sheet: Sheet | null;
  trouble: string;
} | null;

/** The member's own page. The page comes with its sheet; a worker keeps it, so that it opens again with no signal. */
function Member({ sheet }: { sheet: Sheet }) {
  const [felt, setFelt] = useState<Felt | "">(() => waitingFelt(token) ?? sheet.felt);
  const [waits, setWaits] = useState(() => waitingFelt(token) !== null);
  const running = useRunning(sheet);
  const send = useCallback(async () => setWaits(!(await sendFelt(token))), []);
  useEffect(() => {
    void send();
    window.addEventListener("online", send);
    document.addEventListener("visibilitychange", send);
    return () => {
      window.removeEventListener("online", send);
      document.removeEventListener("visibilitychange", send);
    };
  }, [send]);
  const { run, open } = running;
  if (run && open) {
    const { items, steps } = listOf(sheet, run.list);
    return (
      <main>
        <Runner
          items={items}
          steps={steps}
          names={sheet.demand_names}
          run={run}
          onRun={running.change}
          onEnd={running.close}
        />
      </main>
    );
  }
  return (
    <main>
      {"kept" in page.dataset && (
        <p role="status" className="bg-sand px-5 py-2 text-[15px]">
          No signal. This is the copy from last time.
        </p>
      )}
      <MemberPage
        sheet={sheet}
        felt={felt}
        feltWaits={waits}
        onFelt={(how) => {
          setFelt(how);
          setWaits(true);
          keepFelt(token, how);
          void send();
        }}
        onStart={running.start}
        left={run && { list: run.list, words: whereWords(sheet, run) }}
      />
    </main>
  );
}

function whereWords(sheet: Sheet, run: Run): string {
  const { items, steps } = listOf(sheet, run.list);
  const { place } = momentAt(steps, elapsed_s(run, Date.now()));
  return `${(steps[place]?.item ?? 0) + 1} of ${items.length}`;
}

/** The list that runs. The Back key closes it and stops its clock; a reload or a lock does neither. */
function useRunning(sheet: Sheet) {
  const [run, setRun] = useState(() => keptRun(token, sheet, Date.now()));
  const [open, setOpen] = useState(() => window.location.hash === RUNNING);
  const change = useCallback((next: Run | null) => {
    keepRun(token, next);
    setRun(next);
  }, []);
  useEffect(() => {
    const moved = () => {
      const now = window.location.hash === RUNNING;
      setOpen(now);
      const left = keptRun(token, sheet, Date.now());
      if (!now) change(left && left.paused === null ? { ...left, paused: Date.now() } : left);
    };
    window.addEventListener("hashchange", moved);
    return () => window.removeEventListener("hashchange", moved);
  }, [change, sheet]);
  const start = (list: ListName) => {
    wakeSound();
    const now = Date.now();
    if (run?.list !== list) change(begin(list, sheet.version, now));
    else if (run.paused !== null) change({ ...run, begun: run.begun + now - run.paused, paused: null });
    window.location.hash = RUNNING;
  };
  const close = () => window.history.back();
  return { run, open: open && run !== null, change, start, close };
}

function Page() {
  const sheet = given?.sheet;
  if (sheet) return <Member sheet={sheet} />;
  if (!token) return <KeptPages />;
  return (
    <main className="mx-auto max-w-lg p-6 text-[17px]">
      <h1 className="text-[30px]">Not here</h1>
      <p role="alert" className="mt-2">
        {given?.trouble}
      </p>
      <a className="mt-3 inline-block py-2 underline underline-offset-2" href="/m/">
        The pages this phone keeps
      </a>
    </main>
  );
}

/** What this page is made of, for the worker that keeps it. */
function keepThis(): void {
  const files = performance
    .getEntriesByType("resource")
    .map(({ name }) => name)
    .filter(
      (name) => name.startsWith(`${window.location.origin}/static/web/`) || name.includes("/api/figures?"),
    );
  void navigator.serviceWorker.ready.then((worker) =>
    worker.active?.postMessage({ keep: { page: window.location.pathname, files } }),
  );
}

/** After the page is there: faces, the worker, and that it was opened. */
function afterwards(): void {
  void import("./faces.css");
  if (given?.sheet && !("kept" in page.dataset))
    void fetch(`/api/sheets/${token}/opened`, { method: "POST" }).catch(() => undefined);
  if (token && (given?.sheet || given?.trouble)) {
    if (!given.sheet?.private) notePage(token, given.sheet);
  }
  if (!given?.sheet || !("serviceWorker" in navigator)) return;
  void navigator.serviceWorker.register("/sw.js", { scope: "/m/" }).catch(() => undefined);
  window.setTimeout(keepThis, 2_000);
}

const sheet = given?.sheet;
if (sheet) {
  const stops = sheet.breaks.flatMap((stop) => stop.items);
  wantFigures([...sheet.extras, ...sheet.items, ...stops, ...sheet.homework].map((one) => one.figure));
}
createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Page />
  </StrictMode>,
);
window.setTimeout(afterwards, 0);
