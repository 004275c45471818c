import { type MouseEvent, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import type { LiveBench } from "../../../api/queries";
import type { Lit, Point } from "../../../thread/thread";
import { Fixes } from "./Fixes";
import { markUp, PLAIN_ROLE } from "./markUp";
import { ReadAs } from "./ReadAs";

interface Props {
  text: string;
  bench: LiveBench | undefined;
  lit: Lit | null;
  onText: (text: string) => void;
  onFix: (text: string) => void;
  onPoint: (point: Point | null) => void;
  onHold: (point: Point | null) => void;
}

/** The slate: the text as written, marked up as it is typed; below it what was read, and what was not. */
export function Board({ text, bench, lit, onText, onFix, onPoint, onHold }: Props) {
  const area = useRef<HTMLTextAreaElement>(null);
  const mirror = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    // the text is as tall as its marked-up copy, also once the column shows that was hidden
    const copy = mirror.current;
    if (!copy) return;
    const follow = () => {
      if (area.current) area.current.style.height = `${copy.offsetHeight}px`;
    };
    const watch = new ResizeObserver(follow);
    watch.observe(copy);
    return () => watch.disconnect();
  }, []);
  const empty = text.trim() === "";
  // biome-ignore lint/correctness/useExhaustiveDependencies: where it begins, once
  useEffect(() => {
    if (empty) area.current?.focus();
  }, []);
  const workout = bench?.workout;
  const lines = useMemo(() => markUp(text, workout, bench?.readText ?? ""), [text, workout, bench?.readText]);
  const [told, setTold] = useState<Told | null>(null);
  const pointAt = (event: MouseEvent) => {
    const below = document.elementsFromPoint(event.clientX, event.clientY);
    const word = below.find(
      (one): one is HTMLElement => one instanceof HTMLElement && one.dataset.role !== undefined,
    );
    setTold(word ? tell(word) : null);
    const under = below.find((one) => one instanceof HTMLElement && one.dataset.line);
    onPoint(
      under instanceof HTMLElement && under.dataset.work
        ? { at: "line", line: Number(under.dataset.line) }
        : null,
    );
  };
  const show = (line: number, column: number, length: number) => {
    const before = text.split("\n").slice(0, line - 1);
    const start = before.join("\n").length + (before.length ? 1 : 0) + column - 1;
    area.current?.focus();
    area.current?.setSelectionRange(start, start + length);
    mirror.current?.querySelector(`[data-line="${line}"]`)?.scrollIntoView({ block: "center" });
  };
  const holdCaret = () => {
    const caret = area.current;
    if (!caret) return;
    const line = text.slice(0, caret.selectionStart).split("\n").length;
    const known = workout?.parts.some((part) => part.work.some((work) => work.line === line));
    onHold(known ? { at: "line", line } : null);
  };
  return (
    <section
      data-column="board"
      aria-label="Board"
      className="on-slate flex flex-col rounded-xl bg-slate-deep text-chalk desk:min-h-0 desk:overflow-hidden"
    >
      <h2 className="px-4 pt-3 text-[20px] text-chalk-dim">Board</h2>
      <div
        data-scroll="board"
        className="px-4 pb-4 desk:min-h-0 desk:flex-1 desk:overflow-y-auto"
        tabIndex={-1}
      >
        <div className="relative mt-1">
          <div ref={mirror} aria-hidden className="board-text min-h-[200px] pl-7 text-chalk">
            {lines.map((line) => (
              <div
                key={line.number}
                data-line={line.number}
                data-work={line.work ? "yes" : undefined}
                className={`relative ${line.look} ${lit?.lines.has(line.number) ? "-mx-1 rounded bg-slate-line/70 px-1" : ""}`}
              >
                <span
                  className={`absolute w-5 text-right text-[13px] text-chalk-dim ${lit?.lines.has(line.number) ? "-left-6" : "-left-7"}`}
                >
                  {line.number}
                </span>
                {line.pieces}
              </div>
            ))}
          </div>
          <textarea
            ref={area}
            aria-label="Workout text"
            spellCheck={false}
            value={text}
            onChange={(event) => onText(event.target.value)}
            onMouseMove={pointAt}
            onMouseLeave={() => {
              onPoint(null);
              setTold(null);
            }}
            onClick={holdCaret}
            onKeyUp={holdCaret}
            placeholder="Paste the day's workout here, one movement a line."
            className="board-text absolute inset-0 w-full resize-none overflow-hidden bg-transparent pl-7 text-transparent caret-chalk placeholder:text-chalk-dim"
          />
          {told && (
            <p
              className="pointer-events-none absolute z-10 max-w-[240px] rounded-md bg-chalk px-2 py-0.5 text-[13px] whitespace-nowrap text-ink overflow-hidden text-ellipsis"
              style={{ left: told.left, top: told.top }}
              aria-hidden
            >
              <strong>{told.role}</strong>
              {told.says && ` · ${told.says}`}
            </p>
          )}
        </div>
        {bench?.problem?.field === "text" && !empty && (
          <p role="alert" className="mt-3 rounded-lg border border-amber p-3 text-[15px] text-amber">
            {bench.problem.message}
          </p>
        )}
        {workout && <Fixes workout={workout} text={text} onFix={onFix} onShow={show} />}
        {workout && workout.parts.length > 0 && <ReadAs workout={workout} />}
      </div>
    </section>
  );
}

interface Told {
  role: string;
  says: string;
  left: number;
  top: number;
}

/** What a word was read as, and where to say it: just under the word, without moving anything. */
function tell(word: HTMLElement): Told {
  const frame = word.closest("[data-line]")?.parentElement?.getBoundingClientRect();
  const box = word.getBoundingClientRect();
  return {
    role: PLAIN_ROLE[word.dataset.role ?? ""] ?? "",
    says: word.dataset.says ?? "",
    left: Math.max(0, Math.min(box.left - (frame?.left ?? 0), (frame?.width ?? 0) - 200)),
    top: box.bottom - (frame?.top ?? 0) + 2,
  };
}
