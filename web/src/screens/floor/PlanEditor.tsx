import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { answer, api } from "../../api/client";
import { meQuery } from "../../api/queries";
import { SettledField } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { Conflict } from "../../saving/Conflict";
import { type GymPlan, type Piece, PLAN, type PlanRow } from "../../saving/plan";
import { useRowForm } from "../../saving/useSaver";
import { KINDS, PlanDrawing } from "./PlanDrawing";

const GRID_M = 0.5;
const MOST_M = 60;
const KEY = ["gym-plan"];
const STEPS: Record<string, [number, number]> = {
  ArrowLeft: [-GRID_M, 0],
  ArrowRight: [GRID_M, 0],
  ArrowUp: [0, -GRID_M],
  ArrowDown: [0, GRID_M],
};

/** The gym from above, drawn once by its owner. */
export function PlanEditor() {
  const me = useQuery(meQuery).data;
  const found = useQuery({ queryKey: KEY, queryFn: () => answer(api.GET("/api/gym/plan")) });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  if (!found.data || !me) return <Waiting what="Unrolling the plan" />;
  return <Editor row={found.data} fixed={me.role !== "owner"} />;
}

const snapped = (metres: number) => Math.round(metres / GRID_M) * GRID_M;
const within = (least: number, value: number, most: number) => Math.max(least, Math.min(most, value));

/** A piece on the grid and inside the gym. */
function inside(piece: Piece, plan: GymPlan): Piece {
  const width = within(GRID_M, snapped(piece.width), plan.width);
  const depth = within(GRID_M, snapped(piece.depth), plan.depth);
  return {
    ...piece,
    width,
    depth,
    x: within(0, snapped(piece.x), plan.width - width),
    y: within(0, snapped(piece.y), plan.depth - depth),
  };
}

function Editor({ row, fixed }: { row: PlanRow; fixed: boolean }) {
  const { saver, draft, change, wrong } = useRowForm(PLAN, row, KEY, ["set-out"]);
  const [chosen, setChosen] = useState<number | null>(null);
  const dragged = useRef<Piece | null>(null); // where a finger has it, before it snaps
  const { plan } = draft;
  const put = (pieces: Piece[]) =>
    change({ plan: { ...plan, pieces: pieces.map((one) => inside(one, plan)) } });
  const set = (number: number, to: Partial<Piece>) =>
    put(plan.pieces.map((piece, place) => (place === number ? { ...piece, ...to } : piece)));
  const piece = chosen === null ? undefined : plan.pieces[chosen];
  const add = (kind: Piece["kind"]) => {
    const size = { open: [6, 5], rack: [3, 1.5], rig: [4, 2], wall: [6, 0.5] }[kind] as [number, number];
    put([...plan.pieces, { kind, x: 0, y: 0, width: size[0], depth: size[1], name: "" }]);
    setChosen(plan.pieces.length);
  };
  const said = wrong("plan") ?? (saver.state.kind === "refused" ? saver.state.why : undefined);
  return (
    <div className="mx-auto max-w-[1180px] px-5 pt-4 pb-10 max-md:px-3">
      <p className="text-[14px]">
        <Link to="/floor" className="py-2 underline underline-offset-2">
          The floor
        </Link>
      </p>
      <div className="flex flex-wrap items-end gap-x-6">
        <h1 className="text-[30px]">The gym from above</h1>
        <span role="status" className="quiet pb-1.5">
          {saver.words()}
        </span>
      </div>
      {fixed && <p className="quiet">Only an owner draws this.</p>}
      {said && (
        <p role="alert" className="font-semibold text-hold">
          {said}
        </p>
      )}
      <Conflict saver={saver} />
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_320px] gap-8 max-lg:grid-cols-1">
        <PlanDrawing
          plan={plan}
          chosen={chosen}
          onChoose={(number) => {
            dragged.current = plan.pieces[number] ?? null;
            setChosen(number);
          }}
          {...(fixed
            ? {}
            : {
                onDrag: (number: number, across_m: number, down_m: number) => {
                  const at = dragged.current ?? plan.pieces[number];
                  if (!at) return;
                  dragged.current = { ...at, x: at.x + across_m, y: at.y + down_m };
                  set(number, { x: dragged.current.x, y: dragged.current.y });
                },
              })}
        />
        <div>
          <fieldset disabled={fixed} className="grid grid-cols-2 gap-3">
            <legend className="sr-only">Size of the gym</legend>
            <Metres
              label="Width, m"
              value={plan.width}
              onSettled={(width) => change({ plan: { ...plan, width } })}
            />
            <Metres
              label="Depth, m"
              value={plan.depth}
              onSettled={(depth) => change({ plan: { ...plan, depth } })}
            />
          </fieldset>
          <h2 className="mt-5 text-[20px]">Pieces</h2>
          {!fixed && (
            <p className="mt-1 flex flex-wrap gap-2">
              {(Object.keys(KINDS) as Piece["kind"][]).map((kind) => (
                <button key={kind} type="button" className="plain-action" onClick={() => add(kind)}>
                  Add {KINDS[kind]}
                </button>
              ))}
            </p>
          )}
          <ul className="mt-2">
            {plan.pieces.map((one, number) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: pieces have no other name and keep their order
              <li key={number}>
                <button
                  type="button"
                  aria-pressed={chosen === number}
                  className={`min-h-10 w-full rounded-lg px-2 text-left ${chosen === number ? "bg-ink text-chalk" : "hover:bg-sand"}`}
                  onClick={() => setChosen(number)}
                  onKeyDown={(event) => {
                    const step = STEPS[event.key];
                    if (!step || fixed) return;
                    event.preventDefault();
                    setChosen(number);
                    if (event.shiftKey)
                      set(number, { width: one.width + step[0], depth: one.depth + step[1] });
                    else set(number, { x: one.x + step[0], y: one.y + step[1] });
                  }}
                >
                  {one.name || KINDS[one.kind]}, {one.width} x {one.depth} m
                </button>
              </li>
            ))}
          </ul>
          {plan.pieces.length > 0 && !fixed && (
            <p className="quiet mt-1">Arrow keys move a piece, with Shift they change its size.</p>
          )}
          {piece && chosen !== null && !fixed && (
            <div className="mt-3 grid grid-cols-2 gap-3">
              <SettledField
                label="Name"
                className="col-span-2"
                maxLength={40}
                value={piece.name}
                onSettled={(name) => set(chosen, { name: name.trim() })}
              />
              <Metres
                label="From the left, m"
                value={piece.x}
                least={0}
                onSettled={(x) => set(chosen, { x })}
              />
              <Metres
                label="From the top, m"
                value={piece.y}
                least={0}
                onSettled={(y) => set(chosen, { y })}
              />
              <Metres label="Width, m" value={piece.width} onSettled={(width) => set(chosen, { width })} />
              <Metres label="Depth, m" value={piece.depth} onSettled={(depth) => set(chosen, { depth })} />
              <button
                type="button"
                className="plain-action col-span-2 justify-self-start"
                onClick={() => {
                  put(plan.pieces.filter((_, place) => place !== chosen));
                  setChosen(null);
                }}
              >
                Take it out
              </button>
            </div>
          )}
        </div>
      </div>
    </div>
  );
}

interface MetresProps {
  label: string;
  value: number;
  least?: number;
  onSettled: (metres: number) => void;
}

function Metres({ label, value, least = GRID_M, onSettled }: MetresProps) {
  return (
    <SettledField
      label={label}
      inputMode="decimal"
      value={String(value)}
      onSettled={(typed) => {
        const metres = Number(typed.replace(",", "."));
        if (Number.isFinite(metres)) onSettled(within(least, snapped(metres), MOST_M));
      }}
    />
  );
}
