import { capital, leftWords, partName, platesWords } from "../floor/saying";
import { begunHere, type Order } from "../floor/useFloor";
import { number } from "../parts/words";
import { type OnProps, Seconds } from "./Drill";

/** A set of the way up: every bar with who lifts, how much, and what goes on each end. */
export function Ramp({ order, go, moment, short, held }: OnProps) {
  const set = go.set ?? 0;
  const bars = order.bars
    .map((bar) => bar.lifters.map((place) => order.lifters[place]))
    .filter(([first]) => first?.name === go.name);
  const columns = bars.flat().length > 9 ? 2 : 1;
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_10.5rem] gap-[0.8rem]">
      <div className="min-h-0">
        <h1 className="text-[2rem]">{capital(go.name)}</h1>
        <ol className="mt-[0.2rem] gap-x-[1rem]" style={{ columns }}>
          {bars.map((lifters, place) => (
            <li
              // biome-ignore lint/suspicious/noArrayIndexKey: bars have no other name
              key={place}
              className="break-inside-avoid border-t border-slate-line py-[0.08rem]"
            >
              {lifters.map(
                (lifter) => lifter && <Lift key={lifter.member} lifter={lifter} set={set} short={short} />,
              )}
            </li>
          ))}
        </ol>
        {order.lifters.some((lifter) => lifter.sets[set]?.estimated) && (
          <p className="mt-[0.3rem] text-chalk-dim">Weights are about right: go by feel.</p>
        )}
        {bars.length === 0 && <p className="mt-[0.4rem]">Each to their own weight.</p>}
        {order.short_of_bars > 0 && (
          <p className="mt-[0.3rem] text-amber">
            {order.short_of_bars} more {order.short_of_bars === 1 ? "lifter" : "lifters"} than bars
          </p>
        )}
      </div>
      <div className="flex min-h-0 flex-col text-right">
        <p className="display text-[1.5rem]">
          Set {go.round} of {go.rounds}
        </p>
        <Seconds moment={moment} held={held} />
      </div>
    </div>
  );
}

function Lift({
  lifter,
  set,
  short,
}: {
  lifter: Order["lifters"][number];
  set: number;
  short: Map<number, string>;
}) {
  const lift = lifter.sets[set];
  const name = short.get(lifter.member) ?? "";
  if (!lift)
    return (
      <p className="flex justify-between gap-[0.4rem]">
        <span className="font-semibold">{name}</span>
        <span className="text-chalk-dim">at the working weight</span>
      </p>
    );
  return (
    <p className="flex items-baseline justify-between gap-[0.4rem]">
      <span className="min-w-0 font-semibold [overflow-wrap:anywhere]">{name}</span>
      <span className="display text-[1.2rem] whitespace-nowrap">
        {lift.reps} x {number(lift.load)} {lift.unit}
        <span className="text-chalk-dim"> · {platesWords(lift.plates)}</span>
      </span>
    </p>
  );
}

/** A part of the workout, as written, with its own clock where it has one. */
export function Part({ go, moment, held }: OnProps) {
  const counts = go.seconds > 0;
  const over = counts && moment.left_ms < 0;
  return (
    <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_12rem] gap-[0.8rem]">
      <div className="min-h-0">
        <h1 className="text-[2.3rem]">{partName(go)}</h1>
        <ul className="mt-[0.3rem]">
          {go.lines.map((line) => (
            <li key={line} className="text-[1.25rem] [overflow-wrap:anywhere]">
              {line}
            </li>
          ))}
        </ul>
      </div>
      <div className="flex min-h-0 flex-col text-right">
        {over && <p className="display text-[1.6rem] text-amber">Time</p>}
        {!counts && <p className="display text-[1.3rem] text-chalk-dim">counts up</p>}
        {counts ? (
          <Seconds moment={moment} held={held} />
        ) : (
          <p
            className="seconds mt-auto"
            role="timer"
            aria-label="Time in this part"
            data-left
            data-begun={begunHere(moment)}
          >
            {leftWords(moment.in_ms)}
          </p>
        )}
      </div>
    </div>
  );
}
