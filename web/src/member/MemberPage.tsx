import type { Item, Kind, Sheet } from "../api/client";
import { DrillFigure } from "../figure/DrillFigure";
import { Mark } from "../parts/Mark";
import { clock, finishWords, hour, number, plural, sentence } from "../parts/words";
import { AsWritten } from "./AsWritten";
import { Hurts } from "./Hurts";
import type { Felt } from "./kept";
import { OverWeeks } from "./OverWeeks";
import type { ListName } from "./run";
import type { Saying } from "./saying";

const FELT: Felt[] = ["better", "same", "worse"];

interface Props {
  sheet: Sheet;
  preview?: boolean;
  /** What the member says of the class; without, the page only tells. */
  said?: Saying;
  /** Start a list with its timer, or go on with it. */
  onStart?: (list: ListName) => void;
  /** The list that was left, and where. */
  left?: { list: ListName; words: string } | null;
}

/** What's on, what is mine and why, and how long it takes; the thread runs down the page. */
export function MemberPage({ sheet, preview = false, said, onStart, left = null }: Props) {
  const startWord = (list: ListName, word: string) => (left?.list === list ? `Go on: ${left.words}` : word);
  const extrasMinutes = Math.ceil(sheet.extras.reduce((total, one) => total + one.seconds, 0) / 60);
  const HeadingTag = preview ? "h2" : "h1";
  return (
    <div className="mx-auto max-w-lg px-5 pt-5 pb-10 text-[17px]">
      <p className="quiet">
        {sheet.gym} ·{" "}
        {new Date(sheet.starts_at).toLocaleDateString("en-GB", { weekday: "long", timeZone: sheet.timezone })}{" "}
        {hour(sheet.starts_at, sheet.timezone)}
        {sheet.coach && ` · ${sheet.coach}`}
      </p>
      <HeadingTag className="mt-0.5 text-[38px]">{sheet.title}</HeadingTag>
      {!preview && <News sheet={sheet} />}

      <AsWritten sheet={sheet} />

      {sheet.extras.length > 0 && (
        <section className="mt-6 rounded-2xl bg-slate-deep p-4 text-chalk on-slate" aria-label="Before class">
          <h2 className="text-[26px]">Yours, before class: {extrasMinutes} min</h2>
          <ul className="mt-2 space-y-1 text-[16px] text-chalk-dim">
            {sheet.gaps.slice(0, 3).map((gap) => (
              <li key={gap.motion}>
                <span className="text-chalk">{sentence(gap.because)}</span>: about{" "}
                {Math.round(gap.needed_deg)}° of {gap.plain}
                {gap.has_deg !== null && `; you have ${Math.round(gap.has_deg)}°`}
                {gap.side && `, less on the ${gap.side}`}.
              </li>
            ))}
          </ul>
          <ol className="mt-3 space-y-2">
            {sheet.extras.map((one) => (
              <DrillLine key={one.drill} item={one} dark />
            ))}
          </ol>
          {onStart && (
            <button
              type="button"
              className="mt-4 w-full rounded-xl bg-chalk py-3 text-[18px] font-semibold text-ink"
              onClick={() => onStart("extras")}
            >
              {startWord("extras", "Start")}
            </button>
          )}
          {said && (
            <Ticked
              on={said.extrasDone}
              word="I did these"
              className="mt-2 w-full border-slate-line"
              onTick={(on) => said.say("extras", on ? "yes" : "no")}
            />
          )}
        </section>
      )}

      <section className="mt-6" aria-label="In class">
        <h2 className="text-[26px]">In class: {sheet.minutes} min</h2>
        {(sheet.swaps.length > 0 || sheet.kept_to.length > 0) && (
          <div className="mt-2 rounded-xl border border-rule bg-sheet p-3 text-[16px]">
            {sheet.caution_note && <p>{sheet.caution_note}</p>}
            {sheet.kept_to.map((one) => (
              <p key={one.changes} className="mt-1">
                {one.name && <strong>{one.name}: </strong>}
                {one.name ? one.changes : sentence(one.changes)}.{one.care && ` ${sentence(one.care)}.`}
              </p>
            ))}
            <details className="mt-1" hidden={sheet.swaps.length === 0}>
              <summary className="cursor-pointer py-2">
                {plural(sheet.swaps.length, "drill")} changed for you
              </summary>
              {sheet.swaps.map((one) => (
                <p key={one.instead_of}>
                  {one.drill === one.instead_of ? (
                    <>{one.instead_name}, another way</>
                  ) : one.name ? (
                    <>
                      {one.name} instead of {one.instead_name.toLowerCase()}
                    </>
                  ) : (
                    <>Leave out {one.instead_name.toLowerCase()}; ask your coach what to do then</>
                  )}{" "}
                  {one.why && `(${one.why})`}.
                </p>
              ))}
            </details>
          </div>
        )}
        <ol className="mt-3 space-y-2 border-l-[3px] border-dotted border-reach pl-3">
          {sheet.items.map((one) => (
            <DrillLine key={one.drill} item={one} names={sheet.demand_names} />
          ))}
        </ol>
        <WayUp ramp={sheet.ramp} />
        {onStart && sheet.items.length > 0 && (
          <button
            type="button"
            className="plain-action mt-3 w-full !rounded-xl !py-3 !text-[17px]"
            onClick={() => onStart("class")}
          >
            {startWord("class", "Go through it with a timer")}
          </button>
        )}
        {sheet.breaks.map((stop, place) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts may share a name and keep their order
          <div key={place} className="mt-4">
            <h3 className="text-[21px]">
              Before {stop.name}: {stop.minutes} min
            </h3>
            {stop.items.length > 0 && (
              <>
                <ol className="mt-2 space-y-2 border-l-[3px] border-dotted border-reach pl-3">
                  {stop.items.map((one) => (
                    <DrillLine key={one.drill} item={one} names={sheet.demand_names} />
                  ))}
                </ol>
                {onStart && (
                  <button
                    type="button"
                    className="plain-action mt-3 w-full !rounded-xl !py-3 !text-[17px]"
                    onClick={() => onStart(`stop-${place}`)}
                  >
                    {startWord(`stop-${place}`, "Go through these with a timer")}
                  </button>
                )}
              </>
            )}
            <WayUp ramp={stop.ramp} />
          </div>
        ))}
      </section>

      {sheet.training && sheet.training.blocks.length > 0 && !preview && (
        <OverWeeks training={sheet.training} />
      )}
      {sheet.homework.length > 0 && (
        <section className="mt-6" aria-label="Homework">
          <h2 className="text-[26px]">Homework</h2>
          {sheet.homework.map((one) => (
            <div key={one.motion} className="mt-2 flex gap-3 rounded-xl border border-rule bg-sheet p-3">
              <DrillFigure figure={one.figure} of={one.name} className="h-16 w-16 shrink-0" lit />
              <div className="min-w-0 text-[16px]">
                <p className="leading-tight font-semibold">{one.name}</p>
                <p>
                  {one.dose_words}, {one.times_a_week} times a week ({clock(one.weekly_s)} in all).
                </p>
                <p className="mt-1">
                  {sentence(one.plain)}
                  {one.first_deg !== null &&
                    one.last_deg !== null &&
                    `: ${Math.round(one.first_deg)}° then, ${Math.round(one.last_deg)}° at the last of ${one.visits} tests`}
                  {one.side && `, less on the ${one.side}`}; this session asks about{" "}
                  {Math.round(one.needed_deg)}°.
                </p>
                <p className="mt-1 text-[15px] text-dust">{one.stop}</p>
              </div>
            </div>
          ))}
        </section>
      )}

      <section className="mt-6" aria-label="Afterwards">
        <h2 className="text-[26px]">Afterwards</h2>
        {sheet.finish && <p className="mt-1">{finishWords(sheet.finish)}</p>}
        {sheet.cooldown.length > 0 && (
          <p className="mt-1">{sheet.cooldown.map((one) => `${one.name} (${one.dose_words})`).join(", ")}.</p>
        )}
        {said && <Afterwards said={said} positions={sheet.positions} />}
      </section>
      {said && <Hurts said={said.pain} waits={said.waits("pain")} onSay={(what) => said.say("pain", what)} />}
      <p className="quiet mt-6">
        Stretching is discomfort and never pain; a pinch means change the angle or stop. Sharp or radiating
        pain, numbness or dizziness: stop, and see a licensed clinician. What your clinician told you outranks
        this page.
      </p>
      {!sheet.private && (
        <p className="quiet mt-2">
          This link shows what to do. <a href="/">Sign in</a> to see your own numbers and notes.
        </p>
      )}
      {sheet.extras.length === 0 && sheet.gaps.length === 0 && (
        <p className="quiet mt-2">
          No extras today: none of your measured ranges falls short of what this asks, or none was measured
          yet.
        </p>
      )}
      <p className="sr-only">{plural(sheet.items.length, "drill")} in class</p>
    </div>
  );
}

/** What is different: the class itself, what was taken out, and what changed since this page was last looked at. */
function News({ sheet }: { sheet: Sheet }) {
  return (
    <>
      {sheet.cancelled && (
        <p className="mt-2 rounded-xl border-2 border-hold p-3 font-semibold text-hold">
          This class is cancelled.
        </p>
      )}
      {!sheet.newest && !sheet.cancelled && (
        <p className="mt-2 rounded-xl border-2 border-rule p-3">
          You are not on the roster of this class any more; this is what it had for you.
        </p>
      )}
      {sheet.taken_out.length > 0 && (
        <p className="mt-2 rounded-xl border-2 border-hold p-3">
          <strong>Taken out since your new caution:</strong>{" "}
          {sheet.taken_out.map((one) => one.name).join(", ")}. Your coach knows; ask them what to do instead.
        </p>
      )}
      {sheet.changes.length > 0 && (
        <section className="mt-2 border-l-[4px] border-ink pl-3" aria-label="Changed since you looked">
          <h2 className="text-[21px]">Changed since you looked</h2>
          {sheet.changes.map((one) => (
            <p key={one} className="text-[15px] [overflow-wrap:anywhere]">
              {one}
            </p>
          ))}
        </section>
      )}
    </>
  );
}

/** What the member says of the class when it is over. */
function Afterwards({ said, positions }: { said: Saying; positions: Sheet["positions"] }) {
  const told = said.felt || positions.some((one) => said.feltAt(one.position));
  return (
    <>
      <Ticked
        on={said.done}
        word="I did the prep"
        className="mt-4 w-full border-rule bg-sheet"
        onTick={(on) => said.say("done", on ? "yes" : "no")}
      />
      {positions.length === 0 && (
        <Feel legend="How did the position feel?" felt={said.felt} onSay={(felt) => said.say("felt", felt)} />
      )}
      {positions.length > 0 && (
        <p className="mt-4">Against what you are used to, how did each position feel?</p>
      )}
      {positions.map((one) => (
        <Feel
          key={one.position}
          legend={one.name}
          felt={said.feltAt(one.position)}
          onSay={(felt) => said.say("felt", felt, one.position)}
        />
      ))}
      {told && (
        <p role="status" className="quiet mt-2">
          {said.waits("felt")
            ? "Kept on this phone; it is sent by itself when there is a signal."
            : "Your coach has it. “Same” asks a little more for it next time, “worse” another drill; never more."}
        </p>
      )}
    </>
  );
}

function Feel({
  legend,
  felt,
  onSay,
}: {
  legend: string;
  felt: Felt | "" | undefined;
  onSay: (felt: Felt) => void;
}) {
  return (
    <fieldset className="mt-3">
      <legend className="font-semibold">{legend}</legend>
      <div className="mt-1 grid grid-cols-3 gap-2">
        {FELT.map((one) => (
          <button
            type="button"
            key={one}
            className={`rounded-xl border-2 py-3 ${felt === one ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
            aria-pressed={felt === one}
            onClick={() => onSay(one)}
          >
            {one}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

function Ticked({
  on,
  word,
  className,
  onTick,
}: {
  on: boolean;
  word: string;
  className: string;
  onTick: (on: boolean) => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      className={`flex items-center justify-center gap-2 rounded-xl border-2 py-3 ${className}`}
      onClick={() => onTick(!on)}
    >
      <span aria-hidden="true">{on ? "✓" : "○"}</span>
      {word}
    </button>
  );
}

function WayUp({ ramp }: { ramp: Sheet["ramp"] }) {
  const [first] = ramp;
  return (
    first && (
      <p className="mt-3">
        Then build up the {first.name}:{" "}
        {ramp.map((one) => `${number(one.load || one.load_kg)} ${one.unit} × ${one.reps}`).join(", ")}
        {first.estimated && " (for an average lifter; use your own share)"}.
      </p>
    )
  );
}

function DrillLine({
  item,
  names,
  dark = false,
}: {
  item: Item;
  names?: Sheet["demand_names"];
  dark?: boolean;
}) {
  const first = names && item.serves[0] ? names[item.serves[0]] : undefined;
  return (
    <li className="flex items-center gap-3">
      <DrillFigure figure={item.figure} of={item.name} className="h-16 w-16 shrink-0" dark={dark} lit />
      <span className="min-w-0 flex-1">
        <span className="block leading-tight font-semibold">{item.name}</span>
        <span className={`block text-[15px] ${dark ? "text-chalk-dim" : "text-dust"}`}>
          {item.dose_words}
          {!item.dose_words.startsWith("steady") && ` · ${clock(item.seconds)}`}
          {item.kit_names.length > 0 && ` · ${item.kit_names.join(", ")}`}
        </span>
        {item.level === "seated" && item.cues[0] && <span className="block text-[14px]">{item.cues[0]}</span>}
        {first && (
          <span className="flex items-center gap-1 text-[14px] text-dust">
            <Mark kind={first.kind as Kind} size={14} />
            {first.plain}
          </span>
        )}
      </span>
    </li>
  );
}
