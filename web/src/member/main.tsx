import { lazy, StrictMode, Suspense, useCallback, useEffect, useState } from "react";
import { createRoot } from "react-dom/client";
import type { Schemas, Sheet } from "../api/client";
import { wantFigures } from "../figure/figures";
import { KeptPages } from "./KeptPages";
import { notePage } from "./kept";
import { MemberPage } from "./MemberPage";
import "./member.css";
import { Runner } from "./Runner";
import { begin, elapsed_s, keepRun, keptRun, type ListName, listOf, momentAt, type Run } from "./run";
import { useSaying } from "./saying";
import { newerThan, reportSeen } from "./seen";
import { wakeSound } from "./signals";

const RUNNING = "#run";
const KEPT_LOOK_MS = 5_000; // a copy is shown at once; whether there is a newer page is asked a little later
const token = window.location.pathname.split("/")[2] ?? "";
const page = document.documentElement;
const given = JSON.parse(document.getElementById("data")?.textContent ?? "null") as {
  sheet: Sheet | null;
  trouble: string;
  /** An athlete's day at a competition. */
  day?: Schemas["DayPage"];
  /** A member's blocks over weeks. */
  training?: Schemas["Training"];
  /** The class's prep with nobody's own, as the code on the wall leads to it. */
  wall?: boolean;
} | null;

/** The member's own page. The page comes with its sheet; a worker keeps it, so that it opens again with no signal. */
function Member({ sheet }: { sheet: Sheet }) {
  const running = useRunning(sheet);
  const { run, open } = running;
  const said = useSaying(token, sheet);
  const newer = useNewer(sheet, open);
  if (run && open) {
    const { items, steps } = listOf(sheet, run.list);
    return (
      <main>
        {newer && <Changed />}
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
        said={said}
        onStart={running.start}
        left={run && { list: run.list, words: whereWords(sheet, run) }}
      />
    </main>
  );
}

/** Whether the server has another page than this one. It is shown at once, except to somebody in the middle of a
 * list, and to them too when something was taken out of it. */
function useNewer(sheet: Sheet, running: boolean): boolean {
  const [newer, setNewer] = useState(false);
  useEffect(() => {
    const look = async () => {
      if (document.visibilityState !== "visible") return;
      const found = await newerThan(token, sheet.stamp);
      if (!found) return;
      if (running && found.taken_out.length <= sheet.taken_out.length) setNewer(true);
      else window.location.reload();
    };
    window.addEventListener("online", look);
    document.addEventListener("visibilitychange", look);
    const kept = "kept" in page.dataset ? window.setTimeout(look, KEPT_LOOK_MS) : undefined;
    return () => {
      window.removeEventListener("online", look);
      document.removeEventListener("visibilitychange", look);
      window.clearTimeout(kept);
    };
  }, [sheet, running]);
  return newer;
}

function Changed() {
  return (
    <p
      role="status"
      className="flex items-center justify-between gap-3 bg-sand px-5 py-2 text-[15px] text-ink"
    >
      Your sheet has changed.
      <button type="button" className="min-h-10 px-2 underline" onClick={() => window.location.reload()}>
        Show it
      </button>
    </p>
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
    if (run?.list !== list) change(begin(list, sheet.stamp, now));
    else if (run.paused !== null) change({ ...run, begun: run.begun + now - run.paused, paused: null });
    window.location.hash = RUNNING;
  };
  const close = () => window.history.back();
  return { run, open: open && run !== null, change, start, close };
}

const DayPage = lazy(() => import("./DayPage").then((module) => ({ default: module.DayPage })));

const TrainingPage = lazy(() =>
  import("./TrainingPage").then((module) => ({ default: module.TrainingPage })),
);

function Page() {
  if (given?.training)
    return (
      <Suspense>
        <TrainingPage training={given.training} kept={"kept" in page.dataset} />
      </Suspense>
    );
  if (given?.day)
    return (
      <Suspense>
        <DayPage
          token={window.location.pathname.split("/")[3] ?? ""}
          given={given.day}
          kept={"kept" in page.dataset}
        />
      </Suspense>
    );
  const sheet = given?.sheet;
  if (sheet && given?.wall)
    return (
      <main>
        <MemberPage sheet={sheet} />
      </main>
    );
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

/** An athlete's day is one of the pages this device keeps. */
function noteDay(day: Schemas["DayPage"]): void {
  const [first] = day.heats;
  if (!first) return;
  const starts_at = new Date(first.starts_at * 1000).toISOString();
  notePage(window.location.pathname.slice("/m/".length), {
    title: day.competition,
    starts_at,
    timezone: day.timezone,
  });
}

/** So is a member's page of blocks; without a day of its own it stands under today's. */
function noteTraining(training: Schemas["Training"]): void {
  notePage(window.location.pathname.slice("/m/".length), {
    title: "Over weeks",
    starts_at: new Date().toISOString(),
    timezone: training.timezone,
  });
}

/** After the page is there: faces, the worker, and that it was opened. */
function afterwards(): void {
  void import("./faces.css");
  if (given?.wall) return;
  if (given?.sheet) reportSeen(token, given.sheet.stamp, "kept" in page.dataset);
  if (given?.day) noteDay(given.day);
  else if (given?.training) noteTraining(given.training);
  else if (token && (given?.sheet || given?.trouble)) {
    if (!given.sheet?.private) notePage(token, given.sheet);
  }
  if (!(given?.sheet || given?.day || given?.training) || !("serviceWorker" in navigator)) return;
  void navigator.serviceWorker.register("/sw.js", { scope: "/m/" }).catch(() => undefined);
  window.setTimeout(keepThis, 2_000);
}

const sheet = given?.sheet;
if (sheet) {
  const stops = sheet.breaks.flatMap((stop) => stop.items);
  const work = (sheet.training?.blocks ?? []).flatMap((block) => block.days.flatMap((day) => day.work));
  const all = [...sheet.extras, ...sheet.items, ...stops, ...sheet.homework, ...work];
  wantFigures([...new Set(all.map((one) => one.figure))]);
}
createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Page />
  </StrictMode>,
);
window.setTimeout(afterwards, 0);
