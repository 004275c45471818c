import { DrillFigure } from "../figure/DrillFigure";
import { RangeCourse, shortDay } from "../parts/RangeCourse";
import { clock, plural, sentence, weekday } from "../parts/words";
import { Hurts } from "./Hurts";
import { type Ticking, type Training, useTicking } from "./ticking";

type Block = Training["blocks"][number];
type Day = Block["days"][number];

/** What a member does over weeks: homework and blocks, this week's days to tick, and what the tests say. */
export function OverWeeks({ training, alone = false }: { training: Training; alone?: boolean }) {
  const ticking = useTicking(training);
  const now = ticking.training;
  return (
    <section className={alone ? "" : "mt-6"} aria-label="Over weeks">
      {!alone && (
        <h2 className="text-[26px]">
          <a href={`/m/h/${now.token}`} className="underline decoration-1 underline-offset-4">
            Over weeks
          </a>
        </h2>
      )}
      {ticking.refused && (
        <p role="alert" className="mt-2 rounded-xl border-2 border-hold p-3">
          A tick could not be kept: the block has ended, or the day lies too far back. What you see is how it
          stands.
        </p>
      )}
      {now.blocks.map((block) => (
        <OneBlock key={block.enrolled} block={block} today={now.today} ticking={ticking} alone={alone} />
      ))}
      {alone && now.blocks.length === 0 && (
        <p className="mt-3">
          Nothing runs at the moment. When your coach gives you homework or starts a block, its days are here.
        </p>
      )}
    </section>
  );
}

interface OfBlock {
  block: Block;
  today: string;
  ticking: Ticking;
}

function OneBlock({ block, today, ticking, alone }: OfBlock & { alone: boolean }) {
  const Heading = alone ? "h2" : "h3";
  const here = block.days.find((day) => day.on === today);
  const ahead = block.days.find((day) => day.on > today && day.work.length > 0);
  const test = block.tests_on.find((on) => on >= today);
  const hurt = ticking.hurt(block.enrolled, block.hurt);
  return (
    <article className="mt-3 rounded-2xl border border-rule bg-sheet p-4" aria-label={block.name}>
      <Heading className="text-[23px] [overflow-wrap:anywhere]">{block.name}</Heading>
      <p className="text-[16px]">
        Week {block.week} of {block.weeks}
        {block.repeats && ", again as the last one done"}: {block.target_words}.
      </p>
      <Week block={block} today={today} ticking={ticking} />
      {!hurt && here && here.work.length > 0 && (
        <Today block={block} day={here} ticking={ticking} today={today} />
      )}
      {!hurt && !(here && here.work.length > 0) && (
        <p className="mt-3">
          Nothing today.
          {ahead &&
            ` Next on ${weekday(ahead.on)}: ${ahead.work.map((one) => `${one.name}, ${one.dose_words}`).join("; ")}.`}
        </p>
      )}
      {test && (
        <p className="mt-2 border-l-[4px] border-reach pl-3">
          {test === today ? "Test today" : `Test on ${weekday(test)} ${shortDay(test)}`}
          {block.test_names.length > 0 && `: ${block.test_names.join(" or ").toLowerCase()}`}, with your
          coach.
        </p>
      )}
      {block.said.map((said) => (
        <p key={said} className="mt-2 text-[15px] text-dust">
          {said}
        </p>
      ))}
      {alone && block.areas.map((area) => <Area key={area.motion} area={area} />)}
      {alone && (
        <p className="mt-3 text-[15px] text-dust">
          Done on {block.done} of {plural(block.planned, "day")} so far.
        </p>
      )}
      {(alone || here) && (
        <Hurts
          said={hurt}
          waits={ticking.waits(block.enrolled)}
          onSay={(what) => ticking.tick(block.enrolled, today, "hurt", what)}
        />
      )}
      {hurt && <p className="mt-2 text-[15px]">This block rests until your coach has talked with you.</p>}
      {ticking.waits(block.enrolled) && !hurt && (
        <p role="status" className="quiet mt-2">
          Kept on this phone; it is sent by itself when there is a signal.
        </p>
      )}
    </article>
  );
}

/** The days of this week and the next as ticks; one that is over can be ticked late. */
function Week({ block, today, ticking }: OfBlock) {
  return (
    <ul className="mt-2 flex flex-wrap gap-1.5" aria-label="Days">
      {block.days.map((day) => {
        const on = ticking.done(block.enrolled, day);
        const can = day.on <= today && (day.work.length > 0 || day.done);
        const look = on
          ? "border-ink bg-slate-deep text-chalk"
          : day.on < today
            ? "border-dashed border-rule"
            : "border-ink";
        return (
          <li key={day.on}>
            <button
              type="button"
              disabled={!can}
              aria-pressed={on}
              className={`min-h-11 min-w-14 rounded-xl border-2 px-2 py-1 text-[14px] leading-tight ${look} ${day.on === today ? "outline-2 outline-offset-1 outline-dust" : ""}`}
              onClick={() => ticking.tick(block.enrolled, day.on, on ? "no" : "yes")}
            >
              <span className="block font-semibold">{weekday(day.on)}</span>
              {on ? <span aria-hidden>✓</span> : Number(day.on.slice(8))}
              <span className="sr-only">{on ? `${shortDay(day.on)}, done` : "not done"}</span>
            </button>
          </li>
        );
      })}
    </ul>
  );
}

function Today({ block, day, ticking }: OfBlock & { day: Day }) {
  const on = ticking.done(block.enrolled, day);
  const contacts = Math.round(day.contacts);
  return (
    <div className="mt-3">
      <p className="font-semibold">
        Today{day.with_class && ", with your class"}: {Math.max(1, Math.round(day.seconds / 60))} min
        {contacts > 0 && `, ${plural(contacts, "contact")}`}
      </p>
      {day.not_before !== null && !day.with_class && (
        <p className="text-[15px]">Not before {clock(day.not_before * 60)}: jumps rest 48 hours.</p>
      )}
      <ol className="mt-2 space-y-2">
        {day.work.map((one) => (
          <li key={one.drill} className="flex items-center gap-3">
            <DrillFigure figure={one.figure} of={one.name} className="h-16 w-16 shrink-0" lit />
            <span className="min-w-0">
              <span className="block leading-tight font-semibold">{one.name}</span>
              <span className="block text-[15px]">
                {one.dose_words}
                {one.rest_s > 0 && `, ${one.rest_s} s between`}
              </span>
              {one.cues[0] && <span className="block text-[15px] text-dust">{one.cues[0]}</span>}
            </span>
          </li>
        ))}
      </ol>
      {day.said.map((said) => (
        <p key={said} className="mt-1 text-[15px] text-dust">
          {said}
        </p>
      ))}
      <button
        type="button"
        aria-pressed={on}
        className={`mt-3 flex w-full items-center justify-center gap-2 rounded-xl border-2 py-3 ${on ? "border-ink bg-slate-deep text-chalk" : "border-ink"}`}
        onClick={() => ticking.tick(block.enrolled, day.on, on ? "no" : "yes")}
      >
        <span aria-hidden>{on ? "✓" : "○"}</span>
        {on ? "Done today" : "I did it"}
      </button>
    </div>
  );
}

const STANDS: Record<Block["areas"][number]["stands"], string> = {
  "too few tests": "Too few tests yet",
  "no clear change": "No clear change yet",
  progress: "It is coming",
  "another drill": "Time for another drill",
  done: "There",
  stop: "Stop",
};

function Area({ area }: { area: Block["areas"][number] }) {
  return (
    <div className="mt-4 border-t border-rule pt-3">
      <p>
        <b>
          {area.name}
          {area.side !== "both" && `, ${area.side}`}
        </b>
        : {STANDS[area.stands].toLowerCase()}. {sentence(area.why)}
      </p>
      {area.tests.length > 0 && <RangeCourse area={area} />}
      {area.rung && (
        <p className="mt-1 text-[15px]">
          Next rung: {area.rung.name}, once {area.rung.test}. Tell your coach.
        </p>
      )}
    </div>
  );
}
