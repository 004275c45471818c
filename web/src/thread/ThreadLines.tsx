import { type RefObject, useLayoutEffect, useState } from "react";
import type { Lit } from "./thread";

const MOST_ENDS = 4; // more threads than this on one side are a tangle

interface Path {
  key: string;
  d: string;
}

/** Dotted threads between the columns, kept in the gutters so that they never cross text. */
export function ThreadLines({ lit, frame }: { lit: Lit | null; frame: RefObject<HTMLElement | null> }) {
  const [paths, setPaths] = useState<Path[]>([]);
  useLayoutEffect(() => {
    if (!lit || !frame.current) {
      setPaths([]);
      return;
    }
    const draw = () => frame.current && setPaths(measure(frame.current, lit));
    draw();
    const root = frame.current;
    root.addEventListener("scroll", draw, true);
    window.addEventListener("resize", draw);
    return () => {
      root.removeEventListener("scroll", draw, true);
      window.removeEventListener("resize", draw);
    };
  }, [lit, frame]);
  if (!paths.length) return null;
  return (
    <svg
      className="pointer-events-none absolute inset-0 z-20 h-full w-full narrow:hidden"
      aria-hidden
      data-testid="thread"
    >
      {paths.map((path) => (
        <path
          key={path.key}
          d={path.d}
          fill="none"
          stroke="var(--color-reach)"
          strokeWidth="2.4"
          strokeLinecap="round"
          strokeDasharray="0.1 6"
        />
      ))}
    </svg>
  );
}

function measure(frame: HTMLElement, lit: Lit): Path[] {
  const origin = frame.getBoundingClientRect();
  const boxes = (kind: string) =>
    ["board", "asks", "prep"].map((name) =>
      frame.querySelector<HTMLElement>(`[data-${kind}="${name}"]`)?.getBoundingClientRect(),
    );
  const [board, asks, prep] = boxes("column");
  const [boardView, asksView, prepView] = boxes("scroll");
  if (!board || !asks || !prep || !boardView || !asksView || !prepView) return [];
  const heights = (attribute: string, ids: Iterable<string | number>, column: DOMRect) =>
    [...ids]
      .map((id) => frame.querySelector<HTMLElement>(`[${attribute}="${CSS.escape(String(id))}"]`))
      .filter((one): one is HTMLElement => one !== null)
      .map((one) => one.getBoundingClientRect())
      .filter((box) => box.bottom > column.top + 12 && box.top < column.bottom - 12)
      .slice(0, MOST_ENDS)
      .map((box) => (box.top + box.bottom) / 2 - origin.top);
  const lines = heights("data-line", lit.lines, boardView);
  const demands = heights("data-demand", lit.demands, asksView);
  const drills = heights("data-drill", lit.drills, prepView);
  const paths: Path[] = [];
  const span = (from: number[], to: number[], x0: number, x1: number, name: string) =>
    paths.push(
      ...from.flatMap((y0, i) =>
        to.map((y1, j) => ({
          key: `${name}${i}-${j}`,
          d: bend(x0 - origin.left, y0, x1 - origin.left, y1),
        })),
      ),
    );
  span(lines, demands, board.right + 2, asks.left - 2, "a");
  span(demands, drills, asks.right + 2, prep.left - 2, "b");
  return paths.slice(0, 24);
}

function bend(x0: number, y0: number, x1: number, y1: number): string {
  const middle = (x0 + x1) / 2;
  return `M ${x0} ${y0} C ${middle + 4} ${y0}, ${middle - 4} ${y1}, ${x1} ${y1}`;
}
