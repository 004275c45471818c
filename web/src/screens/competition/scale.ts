// The day as a line that folds where nobody does anything: the same minutes are as wide everywhere else.
const PAD_S = 300; // around what is done
const FOLDED_S = 360; // how wide a fold is, however long it lasts
const FOLD_FROM_S = 1500;

export interface Stretch {
  from: number;
  to: number;
  /** Of the line's whole width. */
  at: number;
  width: number;
  folded: boolean;
}

export interface Scale {
  stretches: Stretch[];
  from: number;
  to: number;
  x: (instant: number) => number;
}

/** A scale over stretches of activity ([from, to], seconds). */
export function scaleOf(active: [number, number][]): Scale {
  const sorted = active
    .map(([from, to]): [number, number] => [from - PAD_S, to + PAD_S])
    .sort((a, b) => a[0] - b[0]);
  const merged: [number, number][] = [];
  for (const [from, to] of sorted) {
    const last = merged.at(-1);
    if (last && from - last[1] < FOLD_FROM_S) last[1] = Math.max(last[1], to);
    else merged.push([from, to]);
  }
  const pieces = merged.flatMap(([from, to], place): [number, number, boolean][] => {
    const before = merged[place - 1];
    return before
      ? [
          [before[1], from, true],
          [from, to, false],
        ]
      : [[from, to, false]];
  });
  const weigh = ([from, to, folded]: [number, number, boolean]) => (folded ? FOLDED_S : to - from);
  const total = pieces.reduce((sum, piece) => sum + weigh(piece), 0) || 1;
  let at = 0;
  const stretches = pieces.map((piece) => {
    const width = weigh(piece) / total;
    const stretch = { from: piece[0], to: piece[1], at, width, folded: piece[2] };
    at += width;
    return stretch;
  });
  const x = (instant: number) => {
    const here = stretches.find((one) => instant <= one.to) ?? stretches.at(-1);
    if (!here) return 0;
    const share = (instant - here.from) / (here.to - here.from || 1);
    return here.at + here.width * Math.min(1, Math.max(0, share));
  };
  return { stretches, from: stretches[0]?.from ?? 0, to: stretches.at(-1)?.to ?? 0, x };
}

const STEPS_S = [300, 600, 900, 1800, 3600];

/** Where the axis is marked: at round times, no nearer than ``least`` of its width, none inside a fold. */
export function marksOf(scale: Scale, least: number): number[] {
  const step =
    STEPS_S.find((each) => {
      const open = scale.stretches.find((one) => !one.folded);
      return open !== undefined && (open.width / (open.to - open.from)) * each >= least;
    }) ?? 3600;
  const folds = scale.stretches.filter((one) => one.folded);
  const clear = (at: number) =>
    folds.every((one) => Math.abs(scale.x(at) - (one.at + one.width / 2)) > least / 2 + one.width / 2);
  return scale.stretches
    .filter((one) => !one.folded)
    .flatMap(({ from, to }) => {
      const first = Math.ceil(from / step) * step;
      return Array.from(
        { length: Math.max(0, Math.floor((to - first) / step) + 1) },
        (_, n) => first + n * step,
      ).filter(clear);
    });
}
