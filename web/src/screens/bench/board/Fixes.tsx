import { useState } from "react";
import type { Schemas } from "../../../api/client";
import { MeaningDialog } from "./MeaningDialog";
import { useForget, useTeach } from "./words";

type Asked = { word: string; candidates: string[] };
const button = "rounded-md bg-slate-line px-2.5 py-1.5 text-[14px] hover:bg-dust";

/** Below the text: every word that was not read or only assumed, with what can be done about it in one press. */
export function Fixes({
  workout,
  text,
  onFix,
}: {
  workout: Schemas["Read"];
  text: string;
  onFix: (text: string) => void;
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
      {workout.unread.map((one) => (
        <UnreadCard
          key={`${one.line}-${one.column}`}
          unread={one}
          text={text}
          onFix={onFix}
          busy={teach.isPending}
          onTeach={(movement) => teach.mutate({ word: one.text, movement })}
          onAsk={() => setAsked({ word: one.text, candidates: one.candidates })}
        />
      ))}
      {teach.error && (
        <p role="alert" className="mt-2 text-amber">
          {teach.error.message}
        </p>
      )}
      {guesses.map((work) => (
        <fieldset
          key={`${work.line}-${work.column}`}
          aria-label={`Assumed on line ${work.line}`}
          className="min-w-0 mt-3 rounded-lg bg-slate-mid p-3 text-[15px]"
        >
          <p>
            <strong className="text-amber">Line {work.line}, assumed:</strong> {work.assumed}.
          </p>
          <div className="mt-2 flex flex-wrap gap-1.5">
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
      ))}
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

interface CardProps {
  unread: Schemas["Unread"];
  text: string;
  busy: boolean;
  onFix: (text: string) => void;
  onTeach: (movement: string) => void;
  onAsk: () => void;
}

function UnreadCard({ unread, text, busy, onFix, onTeach, onAsk }: CardProps) {
  const isWord = /^[^\d]*\p{L}{2}/u.test(unread.text) && unread.text.length <= 80;
  const asNote = () => {
    const lines = text.split("\n");
    lines[unread.line - 1] = `note: ${(lines[unread.line - 1] ?? "").trim()}`;
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
        <button
          type="button"
          className={button}
          disabled={busy}
          onClick={isWord ? () => onTeach("") : asNote}
        >
          a note, not work
        </button>
      </div>
    </fieldset>
  );
}
