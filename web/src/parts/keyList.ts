// Every key there is, by where it works; the list is what `?` opens, and a browser test tries them.
export type Where = "everywhere" | "week" | "bench" | "measure" | "floor";

export interface Key {
  where: Where;
  keys: string;
  what: string;
}

export const KEYS: Key[] = [
  { where: "everywhere", keys: "?", what: "this list" },
  {
    where: "everywhere",
    keys: "Ctrl K  or  /",
    what: "find a session, a person, a drill, a method, a screen",
  },
  {
    where: "everywhere",
    keys: "G then W F P M L S O C B J G",
    what: "go to Week, Floor, People, Measure, Lab, Shelf, Sending, Competition, Blocks, Log, Gym",
  },
  { where: "everywhere", keys: "Esc", what: "let go of the thread, close what is open" },
  { where: "week", keys: "Alt ←  and  Alt →", what: "on a session: a day earlier, a day later" },
  { where: "bench", keys: "[  and  ]", what: "a minute less, a minute more" },
  { where: "bench", keys: "Ctrl Z  and  Ctrl Shift Z", what: "undo, redo, a change at a time" },
  { where: "bench", keys: "L", what: "lock the prep as it stands, or open it again" },
  { where: "bench", keys: "K", what: "on a drill: keep it (pin), or let it go again" },
  { where: "bench", keys: "S", what: "on a drill: swap it" },
  { where: "bench", keys: "D", what: "on a drill: its other dose" },
  { where: "bench", keys: "X", what: "on a drill: take it out" },
  { where: "bench", keys: "Alt ↑  and  Alt ↓", what: "on a drill: earlier, later within its phase" },
  { where: "measure", keys: "0 to 9  and  Enter", what: "the reading, and on to the next" },
  { where: "measure", keys: "Y  and  N", what: "for what is held, or is not" },
  { where: "measure", keys: "S  and  U", what: "skip a turn, take the last reading back" },
  { where: "floor", keys: "Space", what: "hold the clock, or let it go on" },
  { where: "floor", keys: "→  and  ←", what: "skip, back" },
  { where: "floor", keys: "A  and  +", what: "the same again, 30 s more" },
];

const WHERE: [RegExp, Where][] = [
  [/^\/$/, "week"],
  [/^\/session\//, "bench"],
  [/^\/measure/, "measure"],
  [/^\/floor\/\d+$/, "floor"],
];

/** Where a screen's own keys are listed. */
export const whereOf = (pathname: string): Where =>
  WHERE.find(([pattern]) => pattern.test(pathname))?.[1] ?? "everywhere";

/** Whether somebody is writing, so that letters are letters. */
export function writing(event: KeyboardEvent): boolean {
  const at = event.target;
  if (!(at instanceof HTMLElement)) return false;
  return /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName) || at.isContentEditable;
}
