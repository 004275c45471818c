import { useNavigate, useSearch } from "@tanstack/react-router";
import { Tabs } from "radix-ui";
import { Drills } from "./Drills";
import { Methods } from "./Methods";
import { Place } from "./Place";
import { SHELF_TABS, type ShelfTab } from "./tabs";
import { Words } from "./Words";

const NAMES: Record<ShelfTab, string> = {
  movements: "Words and movements",
  drills: "Drills",
  methods: "Methods",
  place: "Kit, floor and bars",
};

/** Everything the derivation draws on, and what the gym adds to it. Each tab has its own address. */
export function Shelf() {
  const { tab = "movements" } = useSearch({ from: "/shelf" });
  const navigate = useNavigate();
  return (
    <Tabs.Root
      value={tab}
      onValueChange={(to) => void navigate({ to: "/shelf", search: { tab: to as ShelfTab }, replace: true })}
      className="px-5 pt-4 pb-8 phone:px-3"
    >
      <div className="mb-5 flex flex-wrap items-end gap-x-8 border-b border-rule">
        <h1 className="pb-1 text-[32px]">Shelf</h1>
        <Tabs.List className="flex flex-wrap gap-x-6" aria-label="Parts of the shelf">
          {SHELF_TABS.map((id) => (
            <Tabs.Trigger
              key={id}
              value={id}
              className="border-b-[3px] border-transparent px-1 py-2 text-[16px] text-dust touch:min-h-11 data-[state=active]:border-ink data-[state=active]:font-semibold data-[state=active]:text-ink"
            >
              {NAMES[id]}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
      </div>
      <Tabs.Content value="movements">
        <Words />
      </Tabs.Content>
      <Tabs.Content value="drills">
        <Drills />
      </Tabs.Content>
      <Tabs.Content value="methods">
        <Methods />
      </Tabs.Content>
      <Tabs.Content value="place">
        <Place />
      </Tabs.Content>
    </Tabs.Root>
  );
}
