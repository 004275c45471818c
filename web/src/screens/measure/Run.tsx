import { useEffect, useRef, useState } from "react";
import { Figure } from "../../figure/Figure";
import { number, plural } from "../../parts/words";
import { newKey } from "../../saving/key";
import {
  cannotBe,
  changeWords,
  lastOf,
  type Measured,
  surprises,
  type Test,
  type Turn,
  turnsOf,
  unitOf,
  valueWords,
} from "./line";
import { Pad } from "./Pad";
import { type Reading, takeReading, undoReading, useReadings } from "./readings";

interface Props {
  today: string;
  tests: Test[];
  people: Measured[];
  onEnd: () => void;
}

/** One turn after the other: number keys or the pad, Enter, next. */
export function Run({ today, tests, people, onEnd }: Props) {
  const turns = turnsOf(tests, people);
  const [at, setAt] = useState(0);
  const { taken, waiting, refused, away } = useReadings();
  const turn = turns[at];
  const undo = () => {
    const back = undoReading();
    const place = back ? turns.findIndex((one) => isOf(back, one)) : -1;
    if (place >= 0) setAt(place);
  };
  const take = (value: number) => {
    if (!turn) return;
    const reading: Reading = {
      key: newKey(),
      person: turn.person.id,
      test: turn.test.id,
      side: turn.side,
      value,
      on: today,
    };
    takeReading(reading);
    setAt(at + 1);
  };
  return (
    <div className="mx-auto grid max-w-[1180px] grid-cols-[320px_minmax(0,1fr)_250px] gap-8 px-5 pt-4 pb-6 max-lg:grid-cols-[minmax(0,1fr)_220px] max-md:grid-cols-1 max-md:gap-4 max-md:px-3">
      {turn ? (
        <>
          <HowTo test={turn.test} />
          <TurnOf key={at} turn={turn} onTake={take} onSkip={() => setAt(at + 1)} onUndo={undo} />
        </>
      ) : (
        <Done taken={taken.length} onEnd={onEnd} className="col-span-2 max-md:col-span-1" />
      )}
      <aside aria-label="The line" className="max-lg:row-span-2 max-md:row-span-1">
        <p role="status" className="quiet">
          {Math.min(at + 1, turns.length)} of {turns.length}.{" "}
          {waiting.length === 0
            ? `${plural(taken.length, "reading")} kept.`
            : away
              ? `No network: ${plural(waiting.length, "reading")} kept here, sent later.`
              : "Saving."}
        </p>
        {refused.map((one) => (
          <p key={one.key} role="alert" className="mt-1 text-[14px] font-semibold text-hold">
            Not kept: {one.why}
          </p>
        ))}
        <Line turns={turns} at={at} taken={taken} onGo={setAt} />
        <div className="mt-3 flex gap-2">
          <button type="button" className="plain-action" disabled={taken.length === 0} onClick={undo}>
            Undo
          </button>
          <button type="button" className="plain-action" onClick={onEnd}>
            End
          </button>
        </div>
      </aside>
    </div>
  );
}

const isOf = (reading: Reading, turn: Turn) =>
  reading.person === turn.person.id && reading.test === turn.test.id && reading.side === turn.side;

function HowTo({ test }: { test: Test }) {
  return (
    <section aria-label="How" className="max-lg:order-last max-lg:col-span-1">
      <h1 className="text-[28px]">{test.name}</h1>
      <Figure picture={test.picture} label={test.measures} className="mx-auto h-64 max-md:h-40" moving />
      <ol className="mt-2 list-decimal space-y-1 pl-5 text-[15px]">
        {test.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <p className="mt-2 text-[15px]">
        <b>Read:</b> {test.read_off}.
      </p>
      <p className="mt-1 text-[15px] text-hold">
        <b>Stop at:</b> {test.stop.toLowerCase()}.
      </p>
    </section>
  );
}

interface TurnProps {
  turn: Turn;
  onTake: (value: number) => void;
  onSkip: () => void;
  onUndo: () => void;
}

function TurnOf({ turn, onTake, onSkip, onUndo }: TurnProps) {
  const { test, person, side } = turn;
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState(false);
  const [wrong, setWrong] = useState("");
  const last = lastOf(turn);
  const whole = test.reads === "held" || test.reads === "rung";
  const value = Number(typed.replace(",", "."));
  const commit = (reading: number) => {
    const no = cannotBe(test, reading);
    setWrong(no);
    if (no) return;
    if (surprises(test, last?.value ?? null, reading) && !asked) setAsked(true);
    else onTake(reading);
  };
  const press = (key: string) => {
    setWrong("");
    setAsked(false);
    if (key === "back") setTyped(typed.slice(0, -1));
    else if (typed.length < 5) setTyped(typed + key);
  };
  const onKey = useRef<(event: KeyboardEvent) => void>(() => {});
  onKey.current = (event) => {
    const act = event.ctrlKey || event.metaKey || event.altKey ? null : keyAct(event.key, test);
    if (act === null || (act.kind === "enter" && !typed)) return;
    event.preventDefault();
    if (act.kind === "type") press(act.key);
    else if (act.kind === "take") commit(act.value);
    else if (act.kind === "skip") onSkip();
    else if (act.kind === "undo") onUndo();
    else commit(value);
  };
  useEffect(() => {
    const listen = (event: KeyboardEvent) => onKey.current(event);
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <section aria-label="This turn">
      <p className="display text-[46px] leading-none break-words max-md:text-[36px]">{person.name}</p>
      <p className="mt-1 text-[22px]">{side === "both" ? "" : <b className="capitalize">{side}</b>}</p>
      <p className="quiet mt-1 text-[15px]">
        {last ? `Last: ${valueWords(test, last.value)}, ${last.on}.` : "Nothing before."}
        {test.detectable > 0 &&
          ` A change counts from ${number(Math.round(test.detectable * 10) / 10)} ${unitOf(test)}.`}
      </p>
      {whole ? (
        <Whole test={test} onTake={commit} />
      ) : (
        <>
          <p
            role="status"
            aria-label="Reading"
            className="display mt-3 flex min-h-24 items-baseline gap-3 rounded-xl border-2 border-ink bg-sheet px-5 text-[72px] leading-[96px]"
          >
            {typed || <span className="text-rule">–</span>}
            <span className="text-[30px] text-dust">{unitOf(test)}</span>
          </p>
          {typed !== "" && !wrong && !asked && (
            <p className="quiet mt-1">{changeWords(test, last?.value ?? null, value)}</p>
          )}
          <Pad onPress={press} onEnter={() => typed && commit(value)} />
        </>
      )}
      {asked && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          Last time {last && valueWords(test, last.value)}: that is far more than a real change. Is it so?
          Enter again keeps it.
        </p>
      )}
      {wrong && (
        <p role="alert" className="mt-2 font-semibold text-hold">
          {wrong}
        </p>
      )}
      <div className="mt-3 flex flex-wrap gap-2">
        {!whole && (
          <button
            type="button"
            className="action max-md:hidden"
            disabled={!typed}
            onClick={() => commit(value)}
          >
            Next (Enter)
          </button>
        )}
        <button type="button" className="plain-action" onClick={onSkip}>
          Skip (S)
        </button>
        <button type="button" className="plain-action" onClick={onUndo}>
          Undo (U)
        </button>
      </div>
    </section>
  );
}

type Act =
  | { kind: "type"; key: string }
  | { kind: "take"; value: number }
  | { kind: "skip" }
  | { kind: "undo" }
  | { kind: "enter" };

/** What a key does in a turn; null for one that is somebody else's. */
function keyAct(key: string, test: Test): Act | null {
  const low = key.toLowerCase();
  if (low === "s") return { kind: "skip" };
  if (low === "u") return { kind: "undo" };
  if (test.reads === "held") {
    if (low === "y") return { kind: "take", value: 1 };
    return low === "n" ? { kind: "take", value: 0 } : null;
  }
  if (test.reads === "rung") return /^\d$/.test(key) ? { kind: "take", value: Number(key) } : null;
  if (/^[\d.,-]$/.test(key)) return { kind: "type", key: key.replace(",", ".") };
  if (key === "Backspace") return { kind: "type", key: "back" };
  return key === "Enter" ? { kind: "enter" } : null;
}

/** Held or not, or how many rungs: one press. */
function Whole({ test, onTake }: { test: Test; onTake: (value: number) => void }) {
  const choices =
    test.reads === "held"
      ? [
          { value: 1, says: "Held (Y)" },
          { value: 0, says: "Not held (N)" },
        ]
      : [
          { value: 0, says: "None yet (0)" },
          ...test.rungs.map((rung, index) => ({ value: index + 1, says: `${rung} (${index + 1})` })),
        ];
  return (
    <div className="mt-4 grid grid-cols-2 gap-3">
      {choices.map((one) => (
        <button
          key={one.value}
          type="button"
          className="min-h-16 rounded-xl border-2 border-ink bg-sheet text-[20px] font-semibold"
          onClick={() => onTake(one.value)}
        >
          {one.says}
        </button>
      ))}
    </div>
  );
}

/** Who stands in the line of this test, and who is done. */
function Line({
  turns,
  at,
  taken,
  onGo,
}: {
  turns: Turn[];
  at: number;
  taken: Reading[];
  onGo: (at: number) => void;
}) {
  const test = turns[Math.min(at, turns.length - 1)]?.test;
  const here = turns.map((turn, index) => ({ turn, index })).filter((one) => one.turn.test === test);
  const people = [...new Map(here.map((one) => [one.turn.person.id, one])).keys()];
  return (
    <ol className="mt-2 max-h-[52dvh] overflow-y-auto max-md:max-h-32">
      {people.map((id) => {
        const mine = here.filter((one) => one.turn.person.id === id);
        const first = mine[0];
        if (!first) return null;
        const done = mine.filter((one) => taken.some((reading) => isOf(reading, one.turn))).length;
        return (
          <li key={id}>
            <button
              type="button"
              aria-current={mine.some((one) => one.index === at) ? "step" : undefined}
              className="flex min-h-10 w-full items-center justify-between gap-2 border-b border-rule text-left aria-[current]:bg-sand aria-[current]:font-semibold"
              onClick={() => onGo(first.index)}
            >
              <span className="truncate">{first.turn.person.name}</span>
              <span className="quiet shrink-0">{done === mine.length ? "done" : done > 0 ? "half" : ""}</span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

function Done({ taken, onEnd, className }: { taken: number; onEnd: () => void; className: string }) {
  return (
    <div className={className}>
      <h1 className="text-[34px]">That is everybody</h1>
      <p className="mt-2">
        {plural(taken, "reading")} {taken === 1 ? "was" : "were"} taken. Every prep and extra is reckoned with
        them from now on.
      </p>
      <button type="button" className="action mt-4" onClick={onEnd}>
        Done
      </button>
    </div>
  );
}
