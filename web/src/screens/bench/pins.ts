// A drill the coach keeps is written "drill" or "drill@phase", in drafts and to the server; here it is put together
// and taken apart, and nowhere else.
import type { Item } from "../../api/client";

const MARK = "@";

/** A drill held in its phase. */
export const pin = (drill: string, phase: Item["phase"]): string => `${drill}${MARK}${phase}`;

/** An item held where it stands. */
export const pinned = (item: Item): string => pin(item.drill, item.phase);

/** The pins without those of a drill. */
export const unpinned = (pins: string[], drill: string): string[] =>
  pins.filter((one) => one.split(MARK)[0] !== drill);
