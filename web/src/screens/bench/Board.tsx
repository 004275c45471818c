import { useLayoutEffect, useMemo, useRef, type MouseEvent, type ReactNode } from "react";
import type { Bench, Schemas } from "../../api/client";
import { clock, number } from "../../parts/words";
import type { Lit, Point } from "../../thread/thread";

interface Props {
  text: string;
  bench: Bench | undefined;
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
    if (area.current && mirror.current) area.current.style.height = `${mirror.current.offsetHeight}px`;
  }, [text]);
  const workout = bench?.workout;
  const lines = useMemo(() => markUp(text, workout), [text, workout]);
  const pointAt = (event: MouseEvent) => {
    const under = document.elementsFromPoint(event.clientX, event.clientY).find((one) => one instanceof HTMLElement && one.dataset.line);
    onPoint(under instanceof HTMLElement && under.dataset.work ? { at: "line", line: Number(under.dataset.line) } : null);
  };
  const holdCaret = () => {
    const caret = area.current;
    if (!caret) return;
    const line = text.slice(0, caret.selectionStart).split("\n").length;
    const known = workout?.parts.some((part) => part.work.some((work) => work.line === line));
    onHold(known ? { at: "line", line } : null);
  };
  return (
    <section data-column="board" aria-label="Board" className="on-slate flex min-h-0 flex-col overflow-hidden rounded-xl bg-slate-deep text-chalk">
      <h2 className="px-4 pt-3 text-[20px] text-chalk-dim">Board</h2>
      <div data-scroll="board" className="min-h-0 flex-1 overflow-y-auto px-4 pb-4" tabIndex={-1}>
        <div className="relative mt-1">
          <div ref={mirror} aria-hidden className="board-text min-h-[200px] pl-7 text-chalk">
            {lines.map((line) => (
              <div key={line.number} data-line={line.number} data-work={line.work ? "yes" : undefined}
                className={`relative ${lit?.lines.has(line.number) ? "-mx-1 rounded bg-slate-line/70 px-1" : ""}`}>
                <span className={`absolute w-5 text-right text-[13px] text-chalk-dim ${lit?.lines.has(line.number) ? "-left-6" : "-left-7"}`}>{line.number}</span>
                {line.pieces}
              </div>
            ))}
          </div>
          <textarea ref={area} aria-label="Workout text" spellCheck={false} value={text} onChange={(event) => onText(event.target.value)}
            onMouseMove={pointAt} onMouseLeave={() => onPoint(null)} onClick={holdCaret} onKeyUp={holdCaret} placeholder="Paste the day's workout here, one movement a line."
            className="board-text absolute inset-0 w-full resize-none overflow-hidden bg-transparent pl-7 text-transparent caret-chalk placeholder:text-chalk-dim" />
        </div>
        {bench?.problem?.field === "text" && <p role="alert" className="mt-3 rounded-lg border border-amber p-3 text-[15px] text-amber">{bench.problem.message}</p>}
        {workout?.unread.map((one) => <UnreadCard key={`${one.line}-${one.column}`} unread={one} text={text} onFix={onFix} />)}
        {workout && workout.parts.length > 0 && <ReadAs workout={workout} />}
      </div>
    </section>
  );
}

interface Line { number: number; work: boolean; pieces: ReactNode[] }
interface Span { start: number; end: number; kind: "work" | "assumed" | "unread" }

/** Each line cut at the words that were read as something. Marks change colour only, never width, so nothing moves. */
function markUp(text: string, workout: Schemas["WorkoutOut"] | null | undefined): Line[] {
  const spans = new Map<number, Span[]>();
  const add = (line: number, column: number, length: number, kind: Span["kind"]) =>
    spans.set(line, [...(spans.get(line) ?? []), { start: column - 1, end: column - 1 + length, kind }]);
  workout?.parts.forEach((part) => part.work.forEach((work) => add(work.line, work.column, work.text.length, work.assumed ? "assumed" : "work")));
  workout?.unread.forEach((one) => add(one.line, one.column, one.text.length, "unread"));
  const look = {
    work: "underline decoration-chalk-dim decoration-2 underline-offset-4",
    assumed: "underline decoration-amber decoration-dotted decoration-2 underline-offset-4",
    unread: "rounded-sm bg-amber/20 text-amber outline-1 outline-dashed outline-amber",
  };
  return text.split("\n").map((content, index) => {
    const own = (spans.get(index + 1) ?? []).sort((a, b) => a.start - b.start);
    const pieces: ReactNode[] = [];
    let from = 0;
    own.forEach((span, place) => {
      if (span.start < from || span.start >= content.length) return;
      pieces.push(content.slice(from, span.start));
      pieces.push(<span key={place} className={look[span.kind]}>{content.slice(span.start, span.end)}</span>);
      from = span.end;
    });
    pieces.push(content.slice(from) || (from === 0 ? "\u200b" : ""));
    return { number: index + 1, work: own.some((span) => span.kind !== "unread"), pieces };
  });
}

function UnreadCard({ unread, text, onFix }: { unread: Schemas["UnreadOut"]; text: string; onFix: (text: string) => void }) {
  const lines = text.split("\n");
  const put = (make: (line: string) => string) => {
    const changed = [...lines];
    changed[unread.line - 1] = make(changed[unread.line - 1] ?? "");
    onFix(changed.join("\n"));
  };
  const start = unread.column - 1;
  const button = "rounded-md bg-slate-line px-2.5 py-1.5 text-[14px] hover:bg-dust";
  return (
    <div role="group" aria-label={`Unread on line ${unread.line}`} className="mt-3 rounded-lg bg-slate-mid p-3 text-[15px]">
      <p><strong className="text-amber">Line {unread.line} is not read.</strong> “{unread.text}”: {unread.reason}.</p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {unread.candidate_names.slice(0, 3).map((name) => (
          <button key={name} className={button} onClick={() => put((line) => line.slice(0, start) + name + line.slice(start + unread.text.length))}>{name}</button>
        ))}
        <button className={button} onClick={() => put((line) => `note: ${line.trim()}`)}>a note, not work</button>
      </div>
    </div>
  );
}

/** What the words came to: totals of the whole session for one person. */
function ReadAs({ workout }: { workout: Schemas["WorkoutOut"] }) {
  return (
    <div className="mt-4 border-t border-slate-line pt-3">
      <h3 className="text-[18px] text-chalk-dim">Read as, for one person</h3>
      {workout.parts.map((part, index) => (
        <div key={index} className="mt-1.5 text-[14px]">
          <p className="text-chalk-dim">{part.name} · {formatWords(part.format)}</p>
          <ul>
            {part.work.map((work) => (
              <li key={`${work.line}-${work.column}-${work.movement}`} className="flex justify-between gap-3">
                <span className="min-w-0">{work.name}{work.division && <em className="text-chalk-dim"> {work.division}</em>}{work.assumed && <em className="text-amber"> read {work.assumed}</em>}</span>
                <span className="shrink-0 text-right">{totals(work)}</span>
              </li>
            ))}
          </ul>
          {part.notes.map((note) => <p key={note} className="text-chalk-dim italic">{note}</p>)}
        </div>
      ))}
    </div>
  );
}

function formatWords(format: Schemas["FormatOut"]): string {
  const rounds = format.rounds ? `${format.estimated ? "about " : ""}${format.rounds} rounds` : "";
  const cap = format.cap_s ? `cap ${clock(format.cap_s)}` : "";
  const minutes = format.minutes ? `${number(format.minutes)} min` : "";
  return [format.kind.replaceAll("-", " "), minutes, rounds, cap].filter(Boolean).join(", ");
}

function totals(work: Schemas["WorkOut"]): string {
  const about = work.reps_estimated ? "~" : "";
  const parts = [
    work.reps ? `${about}${work.reps}` : "", work.distance_m ? `${about}${number(work.distance_m)} m` : "",
    work.calories ? `${about}${work.calories} cal` : "", work.seconds ? `${about}${work.seconds} s` : "",
    work.percent ? `${number(work.percent)} %` : "", work.loads_kg.length ? `${work.implements > 1 ? `${work.implements} × ` : ""}${work.loads_kg.map(number).join("/")} kg` : "",
  ];
  return parts.filter(Boolean).join(" · ");
}
