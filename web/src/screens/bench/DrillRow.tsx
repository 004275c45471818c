import { useQuery } from "@tanstack/react-query";
import { ArrowDown, ArrowUp, Ellipsis, type LucideIcon, Pin, PinOff, Replace, Timer, X } from "lucide-react";
import { Popover } from "radix-ui";
import { type DragEvent, type KeyboardEvent, useState } from "react";
import { answer, api, type Item, type Kind, type Plan, type Schemas } from "../../api/client";
import { DrillFigure } from "../../figure/DrillFigure";
import { Mark } from "../../parts/Mark";
import { clock, percent } from "../../parts/words";
import { pin, unpinned } from "./pins";
import { PHASE_WORD, type PrepProps } from "./shared";

const WAYS: Record<string, string> = {
  "one-arm": "With one arm",
  "no-floor": "Without the floor",
  "no-hang": "Without hanging",
  "no-impact": "Without jumping",
};

const MOST_REASONS = 2;
const DROP = { before: "!border-t-ink", after: "!border-b-ink" };

/** Whether a thing dragged over a row is nearer to its lower edge. */
function inLowerHalf(event: DragEvent): boolean {
  const box = event.currentTarget.getBoundingClientRect();
  return event.clientY > box.top + box.height / 2;
}

interface Props extends PrepProps {
  item: Item;
  plan: Plan;
  first: boolean;
  last: boolean;
  newPhase: boolean;
  /** Says why something cannot be done. */
  onRefused: (why: string) => void;
}

/** One drill: its own figure, dose, why; keep, swap, move, take out. */
export function DrillRow(props: Props) {
  const { item, plan, draft, change, lit, onPoint, shelf, newPhase } = props;
  const [near, setNear] = useState(false);
  const [swapping, setSwapping] = useState(false);
  const [open, setOpen] = useState(false);
  const [over, setOver] = useState<"before" | "after" | null>(null);
  const on = lit?.drills.has(item.drill) ?? false;
  const here = { at: "drill", id: item.drill } as const;

  const keep = () =>
    change({
      pins: item.pinned ? unpinned(draft.pins, item.drill) : [...draft.pins, pin(item.drill, item.phase)],
    });
  const takeOut = () => change({ bans: [...draft.bans, item.drill], pins: unpinned(draft.pins, item.drill) });
  const move = (by: -1 | 1) => {
    const ids = plan.items.map((one) => one.drill);
    const from = ids.indexOf(item.drill);
    const to = from + by;
    if (plan.items[to]?.phase !== item.phase) return;
    ids.splice(to, 0, ...ids.splice(from, 1));
    change({ order: ids });
  };
  const redose = () =>
    item.dose_count > 1 &&
    change({
      doses: { ...draft.doses, [item.drill]: (item.dose_option + 1) % item.dose_count },
      pins: [...unpinned(draft.pins, item.drill), pin(item.drill, item.phase)],
    });
  const dropped = (other: string, after: boolean) => {
    const moved = plan.items.find((one) => one.drill === other);
    if (!moved || other === item.drill) return;
    if (moved.phase !== item.phase) {
      props.onRefused(
        `${moved.name} stays among the drills that ${PHASE_WORD[moved.phase]}: ${PHASE_WORD[item.phase]} comes ${plan.items.indexOf(item) > plan.items.indexOf(moved) ? "after" : "before"} it.`,
      );
      return;
    }
    const ids = plan.items.map((one) => one.drill).filter((one) => one !== other);
    ids.splice(ids.indexOf(item.drill) + (after ? 1 : 0), 0, other);
    change({ order: ids });
  };
  const keys = (event: KeyboardEvent) => {
    if (event.altKey && event.key === "ArrowUp") {
      event.preventDefault();
      move(-1);
    } else if (event.altKey && event.key === "ArrowDown") {
      event.preventDefault();
      move(1);
    } else if (event.ctrlKey || event.metaKey || event.altKey || swapping) return;
    else if (event.key.toLowerCase() === "k") keep();
    else if (event.key.toLowerCase() === "x") takeOut();
    else if (event.key.toLowerCase() === "d") redose();
    else if (event.key.toLowerCase() === "s") {
      event.preventDefault();
      setSwapping(true);
    }
  };
  const kinds = [...new Set(item.serves.slice(0, 3).map((one) => shelf.demands[one]?.kind))].filter(
    Boolean,
  ) as Kind[];
  const why = item.serves
    .slice(0, 2)
    .map((one) => (shelf.demands[one]?.name ?? one).toLowerCase())
    .join(", ");
  return (
    <li
      data-drill={item.drill}
      data-phase={item.phase}
      tabIndex={-1}
      onKeyDown={keys}
      draggable
      onDragStart={(event) => {
        event.dataTransfer.setData("text/plain", item.drill);
        event.dataTransfer.effectAllowed = "move";
      }}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(inLowerHalf(event) ? "after" : "before");
      }}
      onDragLeave={() => setOver(null)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(null);
        dropped(event.dataTransfer.getData("text/plain"), inLowerHalf(event));
      }}
      onPointerEnter={() => {
        setNear(true);
        onPoint(here);
      }}
      onPointerLeave={() => {
        setNear(false);
        onPoint(null);
      }}
      onFocus={() => {
        setNear(true);
        onPoint(here);
      }}
      onBlur={() => {
        setNear(false);
        onPoint(null);
      }}
      className={`group relative rounded-lg border-2 bg-sheet ${on ? "border-reach" : "border-rule"} ${lit && !on ? "[&_svg]:opacity-45" : ""} ${item.pinned ? "shadow-[inset_4px_0_0_var(--color-ink)]" : ""} ${over ? DROP[over] : ""}`}
    >
      <div className="flex items-center gap-2 py-0.5 pr-2 pl-2">
        <div className="w-[52px] shrink-0 text-[13px] leading-tight">
          <p className="tabular-nums">{clock(item.start_s)}</p>
          <p className="text-dust">{newPhase ? PHASE_WORD[item.phase] : item.pinned ? "kept" : ""}</p>
        </div>
        <DrillFigure
          figure={item.figure}
          of={item.name}
          className="h-[50px] w-[50px] shrink-0"
          moving={near}
          lit
        />
        <div className="min-w-0 flex-1">
          <p className="text-[15px] leading-tight font-semibold" title={item.why}>
            {item.name}
          </p>
          <p className="text-[13px] leading-tight text-dust">
            {item.dose_words}
            {item.waves > 1 && ", two waves"}
            {item.group > 0 && `, pair ${item.group}`}
            {item.new && ", new: low dose"}
          </p>
          <p className="truncate text-[13px] leading-tight text-dust">for {why || "warmth"}</p>
        </div>
        <div className={`flex items-center gap-1 ${near ? "desk:hidden" : ""}`}>
          {kinds.map((kind) => (
            <Mark key={kind} kind={kind} size={18} title={kind} />
          ))}
        </div>
        <button
          type="button"
          className="hidden h-11 w-11 shrink-0 items-center justify-center rounded-lg border border-rule touch:flex"
          aria-expanded={open}
          aria-label={`Change ${item.name}`}
          onClick={() => setOpen(!open)}
        >
          <Ellipsis size={20} aria-hidden />
        </button>
      </div>
      <div
        className={`items-center rounded-md bg-sheet ${near ? "desk:absolute desk:right-1 desk:bottom-0.5 desk:flex" : "desk:sr-only"} touch:static touch:h-auto touch:w-auto touch:justify-between touch:px-1 touch:pb-1 touch:[clip-path:none] ${open ? "touch:flex" : "touch:hidden"}`}
      >
        <Tool
          label={`Keep ${item.name}`}
          keys="Keep (K)"
          icon={item.pinned ? PinOff : Pin}
          pressed={item.pinned}
          onPress={keep}
        />
        <Popover.Root open={swapping} onOpenChange={setSwapping}>
          <Popover.Trigger className={TOOL} aria-label={`Swap ${item.name}`} title="Swap (S)">
            <Replace size={16} aria-hidden />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content
              align="end"
              sideOffset={6}
              collisionPadding={12}
              className="z-50 max-h-[var(--radix-popover-content-available-height)] w-[400px] max-w-[94vw] overflow-y-auto rounded-xl border border-rule bg-sheet p-3 shadow-lg"
              aria-label={`Instead of ${item.name}`}
            >
              <Alternatives {...props} onDone={() => setSwapping(false)} />
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
        {item.dose_count > 1 && (
          <Tool label={`Other dose of ${item.name}`} keys="Other dose (D)" icon={Timer} onPress={redose} />
        )}
        <Tool
          label={`${item.name} earlier`}
          keys="Earlier (Alt ↑)"
          icon={ArrowUp}
          disabled={props.first}
          onPress={() => move(-1)}
        />
        <Tool
          label={`${item.name} later`}
          keys="Later (Alt ↓)"
          icon={ArrowDown}
          disabled={props.last}
          onPress={() => move(1)}
        />
        <Tool label={`Take out ${item.name}`} keys="Take out (X)" icon={X} onPress={takeOut} />
      </div>
    </li>
  );
}

const TOOL =
  "flex items-center justify-center rounded-md p-1.5 hover:bg-sand focus-visible:bg-sand touch:h-11 touch:min-w-11 touch:border touch:border-rule";

/** One thing to do with a drill. keys: what a pointer is told, with its key. */
function Tool({
  label,
  keys,
  icon: Icon,
  onPress,
  pressed,
  disabled,
}: {
  label: string;
  keys: string;
  icon: LucideIcon;
  onPress: () => void;
  pressed?: boolean;
  disabled?: boolean;
}) {
  return (
    <button
      type="button"
      className={TOOL}
      onClick={onPress}
      aria-pressed={pressed}
      aria-label={label}
      title={keys}
      disabled={disabled}
    >
      <Icon size={16} aria-hidden />
    </button>
  );
}

/** What could stand here instead, with what each exchange costs before it is chosen. */
function Alternatives({
  session,
  draft,
  change,
  classId,
  item,
  plan,
  onDone,
}: Props & { onDone: () => void }) {
  const reasons = item.serves.slice(0, MOST_REASONS).flatMap((one) => plan.today?.[one] || []);
  const found = useQuery({
    queryKey: ["alternatives", session.id, draft, classId, item.drill],
    queryFn: () =>
      answer(
        api.POST("/api/sessions/{session_id}/alternatives", {
          params: { path: { session_id: session.id } },
          body: { ...draft, class_id: classId ?? null, drill: item.drill },
        }),
      ),
  });
  const take = (other: string) => {
    change({
      pins: [...unpinned(draft.pins, item.drill), pin(other, item.phase)],
      bans: [...draft.bans, item.drill],
      order: draft.order.map((one) => (one === item.drill ? other : one)),
    });
    onDone();
  };
  return (
    <div>
      <p className="display text-[20px]">Instead of {item.name}</p>
      {item.why && <p className="mt-0.5 text-[14px] text-dust">{item.why}.</p>}
      {reasons.length > 0 && (
        <p className="mt-0.5 text-[14px]">
          Today for {reasons.slice(0, -1).join(", ")}
          {reasons.length > 1 && " and "}
          {reasons[reasons.length - 1]}.
        </p>
      )}
      {(item.easier || item.harder) && (
        <ul className="mt-1.5 text-[14px]" aria-label="Rungs">
          {item.easier && <Rung rung={item.easier} when="easier, until" onTake={take} />}
          {item.harder && <Rung rung={item.harder} when="harder, once" onTake={take} />}
        </ul>
      )}
      {Object.entries(item.instead).map(([tag, way]) => (
        <p key={tag} className="mt-1 text-[14px]">
          <strong>{WAYS[tag] ?? tag}:</strong> {way}.
        </p>
      ))}
      {found.isPending && (
        <p role="status" className="quiet mt-1">
          Working out what each costs
        </p>
      )}
      {found.error && (
        <p role="alert" className="mt-1 text-hold">
          {found.error.message}
        </p>
      )}
      {found.data?.length === 0 && (
        <p className="mt-1">Nothing else fits here with this kit and these minutes.</p>
      )}
      <ul className="mt-2 space-y-1">
        {found.data?.map((one) => (
          <li key={one.drill}>
            <button
              type="button"
              className="flex w-full items-center gap-2 rounded-lg border border-rule p-1.5 text-left hover:border-reach"
              onClick={() => take(one.drill)}
            >
              <DrillFigure figure={one.figure} of="" className="h-11 w-11 shrink-0" lit />
              <span className="min-w-0 flex-1">
                <span className="block text-[15px] leading-tight font-semibold">{one.name}</span>
                <span className="block text-[13px] text-dust">
                  {one.kit_names.length ? one.kit_names.join(", ") : "no kit"}, {one.level}
                </span>
              </span>
              <span className="text-right text-[13px]">
                {one.seconds_more === 0
                  ? "same time"
                  : `${one.seconds_more > 0 ? "+" : "−"}${Math.abs(one.seconds_more)} s`}
                <br />
                {gain(one.covered_more)}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** What a swap changes in the share prepared; less than half a percent is no change. */
function gain(share: number) {
  if (Math.abs(share) < 0.005) return "prepares the same";
  return (
    <>
      <strong>
        {share > 0 ? "+" : "−"}
        {percent(Math.abs(share))}
      </strong>{" "}
      prepared
    </>
  );
}

/** The same drill one step easier or harder, to take in its place. */
function Rung({
  rung,
  when,
  onTake,
}: {
  rung: Schemas["Rung"];
  when: string;
  onTake: (drill: string) => void;
}) {
  return (
    <li>
      <button type="button" className="underline underline-offset-2" onClick={() => onTake(rung.drill)}>
        {rung.name}
      </button>{" "}
      <span className="text-dust">
        {when} {rung.test}
      </span>
    </li>
  );
}
