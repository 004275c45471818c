// The floor for a screen or a remote: what the server says, what was pressed here on top, the order that runs, and the seconds.
import { useCallback, useEffect, useMemo, useReducer, useRef, useState } from "react";
import type { Schemas } from "../api/client";
import { wantFigures } from "../figure/figures";
import { type CommandKind, type Moment, momentAt, type Outcome, type State } from "./clock";
import { type Did, Presses } from "./presses";
import { keepClock, serverNow } from "./serverClock";
import { type Heard, hearFloor } from "./stream";
import { askFloor, tellPresses } from "./tell";

export type FloorClass = Schemas["ClassShown"];
export type Order = Schemas["Order"];
export type Go = Schemas["Go"];
export type Item = Schemas["FloorItem"];

const KEPT = "floor-kept"; // so that a page that is loaded again shows the clock at once
const AGAIN_MS = 2_000;

interface KeptFloor {
  gym: string;
  heard: Heard;
  orders: Record<string, Order>;
}

function readKept(gym: string): KeptFloor | null {
  try {
    const kept = JSON.parse(localStorage.getItem(KEPT) ?? "null") as KeptFloor | null;
    return kept?.gym === gym ? kept : null;
  } catch {
    return null;
  }
}

export interface Running {
  gymClass: FloorClass;
  run: Schemas["RunShown"];
  order: Order;
  /** As it stands here, with what was pressed here on top. */
  state: State;
}

export interface FloorHere {
  heard: Heard;
  classes: FloorClass[];
  running: (classId: number) => Running | null;
  press: (running: Running, kind: CommandKind) => Outcome;
  /** What was pressed here and not told yet. */
  waiting: CommandKind[];
  /** What became of what was told last. */
  told: Did[];
  ask: () => void;
}

/** gym: its number; empty on a wall screen, which has only one. */
export function useFloor(gym: string): FloorHere {
  const kept = useMemo(() => readKept(gym), [gym]);
  const [heard, setHeard] = useState<Heard>(kept?.heard ?? { floor: null, online: true, refused: false });
  const [told, setTold] = useState<Did[]>([]);
  const [, look] = useReducer((looks: number) => looks + 1, 0);
  const presses = useRef<Presses | null>(null);
  const hearing = useRef<{ stop: () => void; ask: () => void } | null>(null);
  const orders = useOrders(gym, heard, kept?.orders ?? {});
  useEffect(() => {
    hearing.current = hearFloor(gym, (next) => {
      setHeard(next);
      presses.current?.heard(next.online);
    });
    presses.current = new Presses(tellPresses(gym), (after) => {
      if (after) {
        setTold(after.outcomes);
        hearing.current?.ask();
      }
      look();
    });
    const stop = keepClock(look);
    return () => {
      hearing.current?.stop();
      presses.current?.stop();
      stop();
    };
  }, [gym]);
  useEffect(() => {
    if (heard.refused) localStorage.removeItem(KEPT);
    else if (heard.floor)
      localStorage.setItem(KEPT, JSON.stringify({ gym, heard, orders } satisfies KeptFloor));
  }, [gym, heard, orders]);
  const classes = heard.floor?.classes ?? [];
  const running = (classId: number): Running | null => {
    const gymClass = classes.find((one) => one.id === classId);
    const run = gymClass?.run;
    const order = run && orders[`${run.id}/${run.state.order}`];
    if (!gymClass || !run || !order) return null;
    const state = presses.current?.over(run.id, order.gos, run.state) ?? run.state;
    return { gymClass, run, order, state };
  };
  const press = useCallback((on: Running, kind: CommandKind): Outcome => {
    const now = serverNow();
    if (now === null || !presses.current) return "overtaken";
    return presses.current.press(on.run.id, on.order.gos, on.run.state, kind, now);
  }, []);
  return {
    heard,
    classes,
    running,
    press,
    waiting: presses.current?.waiting ?? [],
    told,
    ask: () => hearing.current?.ask(),
  };
}

/** The orders of the runs that are on, each asked for once; those of runs that are over are let go. */
function useOrders(gym: string, heard: Heard, kept: Record<string, Order>): Record<string, Order> {
  const [known] = useState(kept);
  const [orders, setOrders] = useState(kept);
  const wanted = (heard.floor?.classes ?? [])
    .flatMap((one) => (one.run ? [`${one.run.id}/${one.run.state.order}`] : []))
    .join(",");
  useEffect(() => {
    let over = false;
    let timer = 0;
    const names = wanted ? wanted.split(",") : [];
    const fetchThem = async () => {
      const missing = names.filter((name) => !(name in known));
      try {
        const found = await Promise.all(
          missing.map(async (name) => {
            const [run, version] = name.split("/");
            return [name, await askFloor<Order>(gym, `runs/${run}/orders/${version}`)] as const;
          }),
        );
        if (over) return;
        for (const [name, order] of found) if (order) known[name] = order;
        const now = Object.fromEntries(names.flatMap((name) => (known[name] ? [[name, known[name]]] : [])));
        setOrders(now);
        wantFigures(Object.values(now).flatMap((order) => order.items.map((item) => item.figure)));
      } catch {
        if (!over) timer = window.setTimeout(() => void fetchThem(), AGAIN_MS);
      }
    };
    void fetchThem();
    return () => {
      over = true;
      window.clearTimeout(timer);
    };
  }, [gym, wanted, known]);
  return orders;
}

const LOOK_MS = 100;

/** Where the clock stood when it was looked at; seen_ms: when that was, by this device's own steady clock. */
export interface Seen extends Moment {
  seen_ms: number;
}

/** Where the clock stands, looked at ten times a second; null before the server's clock was heard. */
export function useMoment(running: Running | null): Seen | null {
  const [, look] = useReducer((looks: number) => looks + 1, 0);
  useEffect(() => {
    const timer = window.setInterval(look, LOOK_MS);
    return () => window.clearInterval(timer);
  }, []);
  const seen_ms = performance.timeOrigin + performance.now();
  const now_ms = serverNow();
  if (!running || now_ms === null) return null;
  return { ...momentAt(running.order.gos, running.state, now_ms), seen_ms };
}

/** When what is on began, by this device's own steady clock: two screens can be held against each other by it. */
export const begunHere = (seen: Seen): number => Math.round(seen.seen_ms - seen.in_ms);
