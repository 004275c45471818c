// What the list of people is narrowed to, as its address says.
export type Sort = "name" | "tested" | "short";
export interface PeopleSearch {
  find?: string;
  group?: string;
  only?: "caution" | "stale" | "short" | "left";
  sort?: Sort;
}
const ONLY = ["caution", "stale", "short", "left"] as const;
const SORTS = ["name", "tested", "short"] as const;

/** What an address says, as far as it means something. */
export function peopleSearch(search: Record<string, unknown>): PeopleSearch {
  const only = ONLY.find((one) => one === search.only);
  const sort = SORTS.find((one) => one === search.sort);
  return {
    ...(typeof search.find === "string" ? { find: search.find } : {}),
    ...(typeof search.group === "string" ? { group: search.group } : {}),
    ...(only ? { only } : {}),
    ...(sort ? { sort } : {}),
  };
}
