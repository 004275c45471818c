import { DrillFigure } from "../figure/DrillFigure";
import { beatNow, capital, fetchFor, goWords, itemOf, leftWords, namesOf, nextDrill } from "../floor/saying";
import { begunHere, type Go, type Item, type Order, type Seen } from "../floor/useFloor";

const LONG = 24; // letters of a name that takes two lines

export interface OnProps {
  order: Order;
  go: Go;
  moment: Seen;
  short: Map<number, string>;
  held: boolean;
}

/** One drill: the figure in motion, its name, side and dose, and what repeats. A change-over shows what comes. Its seconds stand below,
 * where no text can push them away. */
export function Drill({ order, go, moment, short }: OnProps) {
  const item = itemOf(order, go);
  if (!item) return null;
  const changing = go.kind === "change";
  const beat = changing ? null : beatNow(go, moment.in_ms);
  const cycle = go.beat?.kind === "rep" ? go.beat.every_s * 1000 : undefined;
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,10fr)_minmax(0,11fr)] gap-[1rem]">
      <div className="relative min-h-0">
        <DrillFigure
          figure={item.figure}
          of={item.name}
          dark
          at_ms={Math.max(0, moment.in_ms)}
          {...(cycle === undefined ? {} : { cycle_ms: cycle })}
          className="absolute inset-0 h-full w-full"
        />
      </div>
      <div className="min-h-0 overflow-hidden">
        <p className="display text-[1.1rem] text-chalk-dim">
          {capital(item.phase.replace("-", " "))}
          {changing && <span className="ml-[0.5rem] text-amber">Get ready</span>}
        </p>
        <h1
          className={`[overflow-wrap:anywhere] ${item.name.length > LONG || go.waves > 1 ? "text-[1.8rem]" : "text-[2.3rem]"}`}
        >
          {item.name}
        </h1>
        <p className="display mt-[0.15rem] text-[1.6rem]">
          {go.side ? `${capital(go.side)} side · ` : ""}
          {item.dose_words}
        </p>
        <Where go={go} item={item} order={order} short={short} />
        {beat ? (
          <p className="display mt-[0.3rem] text-[2.2rem] text-amber" data-beat>
            {beat.word} <span className="text-[1.3rem] text-chalk">{beat.of}</span>
          </p>
        ) : (
          item.cues.slice(0, 2).map((cue) => (
            <p key={cue} className="mt-[0.2rem]">
              {cue}
            </p>
          ))
        )}
        {item.versions.length > 0 && (
          <OtherWays item={item} lines={go.waves > 1 ? "line-clamp-1" : "line-clamp-2"} />
        )}
      </div>
    </div>
  );
}

/** Round, pass, and whose turn it is where halves take turns. */
function Where({ go, item, order, short }: { go: Go; item: Item; order: Order; short: Map<number, string> }) {
  const round = go.rounds > 1 ? `Round ${go.round} of ${go.rounds}` : "";
  if (go.waves < 2) return round ? <p className="mt-[0.15rem]">{round}</p> : null;
  const here = namesOf(order.waves[go.wave - 1] ?? [], short);
  return (
    <div className="mt-[0.15rem]">
      {round && <p>{round}</p>}
      <p className="line-clamp-2 font-semibold">{here || (go.wave === 1 ? "First half" : "Second half")}</p>
      {item.meanwhile && <p className="line-clamp-2 text-chalk-dim">{item.meanwhile}</p>}
    </div>
  );
}

/** The ways some do it, beside no name. */
function OtherWays({ item, lines }: { item: Item; lines: string }) {
  return (
    <p className={`mt-[0.25rem] text-chalk-dim ${lines}`}>
      Or:{" "}
      {[...new Set(item.versions.map((way) => (way.name === item.name ? way.way : way.name)))].join(" · ")}
    </p>
  );
}

export function Seconds({ moment, held }: { moment: Seen; held: boolean }) {
  return (
    <div className="mt-auto flex items-end justify-end gap-[0.6rem]">
      {held && <span className="display pb-[0.4rem] text-[2rem] text-amber">Held</span>}
      <span
        className={`seconds ${held ? "text-amber" : ""}`}
        role="timer"
        aria-label="Seconds left"
        data-left
        data-begun={begunHere(moment)}
      >
        {leftWords(moment.left_ms)}
      </span>
    </div>
  );
}

/** What comes next, and what has to be fetched for it. */
export function Next({ order, moment }: { order: Order; moment: Seen }) {
  const next = nextDrill(order, moment);
  const fetch = fetchFor(order, moment);
  const item = itemOf(order, next);
  return (
    <div className="flex h-[2.6rem] items-center gap-[0.6rem] overflow-hidden">
      {item && (
        <DrillFigure
          figure={item.figure}
          of=""
          dark
          className="h-[2.6rem] w-[2.6rem] shrink-0"
          showArcs={false}
        />
      )}
      <p className="display min-w-0 flex-1 text-[1.4rem]">
        <span className="text-chalk-dim">Next: </span>
        {goWords(order, next)}
      </p>
      {fetch.length > 0 && <p className="display text-[1.4rem] text-amber">Fetch: {fetch.join(", ")}</p>}
    </div>
  );
}
