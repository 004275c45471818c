import { type ReactNode, useState } from "react";
import type { Schemas } from "../../../api/client";
import { sentence } from "../../../parts/words";
import { MeaningDialog } from "./MeaningDialog";
import { useForget, useTeach } from "./words";

type Show = (line: number, column: number, length: number) => void;
type Asked = { word: string; candidates: string[] };
const SHOWN = 5; // cards of one kind before the rest is folded
const button = "rounded-md bg-slate-line px-2.5 py-1.5 text-[14px] hover:bg-dust";

/** Below the text: every word that was not read or only assumed, with what can be done about it in one press. */
export function Fixes({
  workout,
  text,
  onFix,
  onShow,
}: {
  workout: Schemas["Read"];
  text: string;
  onFix: (text: string) => void;
  onShow: Show;
}) {
  const [asked, setAsked] = useState<Asked | null>(null);
  const [taught, setTaught] = useState<Schemas["WordOut"] | null>(null);
  const teach = useTeach(setTaught);
  const forget = useForget();
  const guesses = workout.parts.flatMap((part) => part.work).filter((work) => work.assumed);
  return (
    <>
      {taught && (
        <p
          role="status"
          className="mt-3 flex items-center justify-between gap-3 rounded-lg bg-slate-mid p-3 text-[15px]"
        >
          <span>
            “{taught.word}” is {taught.movement ? taught.name : "a note, no work"} here from now on.
          </span>
          <button
            type="button"
            className={button}
            onClick={() => {
              forget.mutate(taught.id);
              setTaught(null);
            }}
          >
            Forget it
          </button>
        </p>
      )}
      {workout.doubts.map((one) => (
        <DoubtCard
          key={`${one.line}-${one.column}-${one.what}`}
          doubt={one}
          text={text}
          onFix={onFix}
          onShow={onShow}
        />
      ))}
      <Several all={workout.unread} name="more that is not read">
        {(one) => (
          <UnreadCard
            key={`${one.line}-${one.column}`}
            unread={one}
            working={workout.parts.some((part) => part.work.some((work) => work.line === one.line))}
            text={text}
            onFix={onFix}
            onShow={onShow}
            busy={teach.isPending}
            onTeach={(movement) => teach.mutate({ word: one.text, movement })}
            onAsk={() => setAsked({ word: one.text, candidates: one.candidates })}
          />
        )}
      </Several>
      {teach.error && (
        <p role="alert" className="mt-2 text-amber">
          {teach.error.message}
        </p>
      )}
      <Several all={guesses} name="more assumed">
        {(work) => (
          <fieldset
            key={`${work.line}-${work.column}`}
            aria-label={`Assumed on line ${work.line}`}
            className="min-w-0 mt-3 rounded-lg bg-slate-mid p-3 text-[15px]"
          >
            <p>
              <strong className="text-amber">Line {work.line}, assumed:</strong> {work.assumed}.
            </p>
            <div className="mt-2 flex flex-wrap gap-1.5 empty:hidden">
              {work.assumed?.includes("alike") && (
                <button
                  type="button"
                  className={button}
                  disabled={teach.isPending}
                  onClick={() => teach.mutate({ word: work.text, movement: work.movement })}
                >
                  right, remember it
                </button>
              )}
              {work.assumed?.startsWith(work.text) && (
                <button
                  type="button"
                  className={button}
                  onClick={() => setAsked({ word: work.text, candidates: [work.movement] })}
                >
                  something else …
                </button>
              )}
            </div>
          </fieldset>
        )}
      </Several>
      {asked && (
        <MeaningDialog
          word={asked.word}
          candidates={asked.candidates}
          onClose={() => setAsked(null)}
          onTaught={setTaught}
        />
      )}
    </>
  );
}

/** The first few of many cards, the rest folded away. */
function Several<One>({
  all,
  name,
  children,
}: {
  all: One[];
  name: string;
  children: (one: One) => ReactNode;
}) {
  const rest = all.slice(SHOWN);
  return (
    <>
      {all.slice(0, SHOWN).map(children)}
      {rest.length > 0 && (
        <details className="mt-3">
          <summary className="cursor-pointer rounded-lg bg-slate-mid p-3 text-[15px]">
            {rest.length} {name}
          </summary>
          {rest.map(children)}
        </details>
      )}
    </>
  );
}

/** Takes the caret to a place of the text. */
function CorrectIt({
  place,
  onShow,
}: {
  place: { line: number; column: number; text: string };
  onShow: Show;
}) {
  return (
    <button
      type="button"
      className={button}
      onClick={() => onShow(place.line, place.column, place.text.length)}
    >
      correct it
    </button>
  );
}

/** What was read and is not likely: kept as it is in one press, or put right in the text. */
function DoubtCard({
  doubt,
  text,
  onFix,
  onShow,
}: {
  doubt: Schemas["Doubt"];
  text: string;
  onFix: (text: string) => void;
  onShow: Show;
}) {
  const yes = () => {
    const lines = text.split("\n");
    lines[doubt.line - 1] = `${(lines[doubt.line - 1] ?? "").trimEnd()} // yes, so`;
    onFix(lines.join("\n"));
  };
  return (
    <fieldset
      aria-label={`Doubted on line ${doubt.line}`}
      className="min-w-0 mt-3 rounded-lg border-l-4 border-doubt bg-slate-mid p-3 text-[15px]"
    >
      <p>
        <strong className="text-doubt-soft">Line {doubt.line} is doubted.</strong> Read as {doubt.what}: is
        that right? {sentence(doubt.why)}.
      </p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        <button type="button" className={button} onClick={yes}>
          yes, so
        </button>
        <CorrectIt place={doubt} onShow={onShow} />
      </div>
    </fieldset>
  );
}

interface CardProps {
  unread: Schemas["Unread"];
  /** Whether its line holds work that was read. */
  working: boolean;
  text: string;
  busy: boolean;
  onFix: (text: string) => void;
  onShow: Show;
  onTeach: (movement: string) => void;
  onAsk: () => void;
}

function UnreadCard({ unread, working, text, busy, onFix, onShow, onTeach, onAsk }: CardProps) {
  const isWord = /^[^\d]*\p{L}{2}/u.test(unread.text) && unread.text.length <= 80;
  const asNote = () => {
    const lines = text.split("\n");
    const line = lines[unread.line - 1] ?? "";
    const [before, after] = [
      line.slice(0, unread.column - 1),
      line.slice(unread.column - 1 + unread.text.length),
    ];
    // what else stands on the line stays what it is
    const rest = working ? [`${before}${after}`.trimEnd()] : [];
    const note = `note: ${working ? unread.text : line.trim()}`;
    lines.splice(unread.line - 1, 1, ...rest, note);
    onFix(lines.join("\n"));
  };
  return (
    <fieldset
      aria-label={`Unread on line ${unread.line}`}
      className="min-w-0 mt-3 rounded-lg bg-slate-mid p-3 text-[15px]"
    >
      <p>
        <strong className="text-amber">Line {unread.line} is not read.</strong> “{unread.text}”:{" "}
        {unread.reason}.
      </p>
      <div className="mt-2 flex flex-wrap gap-1.5">
        {isWord &&
          unread.candidates.slice(0, 3).map((id, place) => (
            <button type="button" key={id} className={button} disabled={busy} onClick={() => onTeach(id)}>
              {unread.candidate_names[place]}
            </button>
          ))}
        {isWord && (
          <button type="button" className={button} onClick={onAsk}>
            another movement …
          </button>
        )}
        <button type="button" className={button} onClick={asNote}>
          a note, on this board
        </button>
        {isWord && (
          <button type="button" className={button} disabled={busy} onClick={() => onTeach("")}>
            a note, here from now on
          </button>
        )}
        <CorrectIt place={unread} onShow={onShow} />
      </div>
    </fieldset>
  );
}
