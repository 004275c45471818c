// The parts of the shelf, as its address names them.
export const SHELF_TABS = ["movements", "drills", "methods", "place"] as const;
export type ShelfTab = (typeof SHELF_TABS)[number];
