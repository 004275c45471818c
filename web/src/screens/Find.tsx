import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useLocation, useNavigate } from "@tanstack/react-router";
import { Search } from "lucide-react";
import { Dialog } from "radix-ui";
import { type KeyboardEvent, useEffect, useState } from "react";
import { answer, api, type Schemas } from "../api/client";
import { writing } from "../parts/keyList";
import { longDate } from "../parts/words";

interface Choice {
  id: string;
  kind: string;
  name: string;
  detail: string;
  go: () => void;
}

const SCREENS: Record<string, { key: string; to: string }> = {
  Week: { key: "w", to: "/" },
  Floor: { key: "f", to: "/floor" },
  People: { key: "p", to: "/people" },
  Measure: { key: "m", to: "/measure" },
  Lab: { key: "l", to: "/lab" },
  Shelf: { key: "s", to: "/shelf" },
  Sending: { key: "o", to: "/sending" },
  Competition: { key: "c", to: "/competition" },
  Blocks: { key: "b", to: "/blocks" },
  Log: { key: "j", to: "/log" },
  Gym: { key: "g", to: "/gym" },
};
const NEXT_KEY_MS = 1_500; // after G
const WAIT_MS = 120; // after a letter

/** Finds a session, a person, a drill, a method or a screen by a few letters, and runs what there is to run. */
export function Find() {
  const [open, setOpen] = useState(false);
  const navigate = useNavigate();
  useEffect(() => {
    let wentAt = 0;
    const listen = (event: globalThis.KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if ((event.ctrlKey || event.metaKey) && key === "k") {
        event.preventDefault();
        setOpen(true);
        return;
      }
      const busy = writing(event) || document.querySelector("[role=dialog]") !== null;
      if (event.ctrlKey || event.metaKey || event.altKey || busy) return;
      const screen = Object.values(SCREENS).find((one) => one.key === key);
      if (key === "/") {
        event.preventDefault();
        setOpen(true);
      } else if (screen && Date.now() - wentAt < NEXT_KEY_MS) {
        event.preventDefault();
        event.stopPropagation();
        wentAt = 0;
        void navigate({ to: screen.to });
      } else if (key === "g") wentAt = Date.now();
    };
    window.addEventListener("keydown", listen, true);
    return () => window.removeEventListener("keydown", listen, true);
  }, [navigate]);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger
        className="flex items-center gap-1.5 rounded-md border border-slate-line px-2.5 py-1 text-[14px] hover:bg-slate-mid"
        title="Ctrl K"
      >
        <Search size={15} aria-hidden /> <span className="max-lg:sr-only">Find</span>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/50" />
        <Dialog.Content
          className="fixed top-16 left-1/2 z-50 w-[560px] max-w-[94vw] -translate-x-1/2 rounded-xl bg-sheet p-4 text-ink"
          aria-describedby={undefined}
        >
          <Dialog.Title className="sr-only">Find</Dialog.Title>
          <Palette onDone={() => setOpen(false)} />
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Palette({ onDone }: { onDone: () => void }) {
  const [typed, setTyped] = useState("");
  const [asked, setAsked] = useState("");
  const [place, setPlace] = useState(0);
  useEffect(() => {
    const timer = window.setTimeout(() => setAsked(typed.trim()), WAIT_MS);
    return () => window.clearTimeout(timer);
  }, [typed]);
  const found = useQuery({
    queryKey: ["find", asked],
    queryFn: () => answer(api.GET("/api/find", { params: { query: { q: asked } } })),
    enabled: asked !== "",
    placeholderData: keepPreviousData,
  });
  const choices = useChoices(typed, asked ? (found.data ?? []) : []);
  const at = Math.min(place, choices.length - 1);
  const take = (choice: Choice | undefined) => {
    if (!choice) return;
    onDone();
    choice.go();
  };
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (by) {
      event.preventDefault();
      setPlace((at + by + choices.length) % Math.max(1, choices.length));
    } else if (event.key === "Enter") {
      event.preventDefault();
      take(choices[at]);
    }
  };
  const label = "A session, a person, a drill, a method, a screen";
  return (
    <>
      <input
        // biome-ignore lint/a11y/noAutofocus: a dialog opens on its one field
        autoFocus
        className="field w-full"
        role="combobox"
        aria-expanded
        aria-controls="found"
        aria-activedescendant={choices[at] ? `found-${at}` : undefined}
        aria-label={label}
        placeholder={label}
        maxLength={80}
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setPlace(0);
        }}
        onKeyDown={keys}
      />
      <div id="found" role="listbox" aria-label="Found" className="mt-2 max-h-[60dvh] overflow-y-auto">
        {choices.map((choice, index) => (
          <button
            key={`${choice.kind}-${choice.id}`}
            id={`found-${index}`}
            type="button"
            role="option"
            tabIndex={-1}
            aria-selected={index === at}
            className={`flex min-h-10 w-full items-center gap-3 rounded-md px-2 py-1 text-left ${index === at ? "bg-sand" : ""}`}
            onPointerMove={() => setPlace(index)}
            onClick={() => take(choice)}
          >
            <span className="w-20 shrink-0 text-[13px] text-dust">{choice.kind}</span>
            <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">{choice.name}</span>
            <span className="text-[13px] text-dust">{choice.detail}</span>
          </button>
        ))}
      </div>
      <p role="status" className={choices.length ? "sr-only" : "quiet mt-2"}>
        {choices.length > 0 && `${choices.length} found`}
        {choices.length === 0 && (found.isFetching ? "Looking" : `Nothing here is called “${typed.trim()}”.`)}
      </p>
      {found.error && (
        <p role="alert" className="mt-1 text-hold">
          {found.error.message}
        </p>
      )}
    </>
  );
}

/** What the server found, then screens and actions by their words. */
function useChoices(typed: string, found: Schemas["Found"][]): Choice[] {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const words = typed.trim().toLowerCase();
  const screens = Object.entries(SCREENS)
    .filter(([, { to }]) => to !== pathname)
    .map(([name, { key, to }]) => ({
      id: name,
      kind: "screen",
      name,
      detail: `G ${key.toUpperCase()}`,
      go: () => void navigate({ to }),
    }));
  const actions = [
    ...screens,
    {
      id: "account",
      kind: "screen",
      name: "Account",
      detail: "",
      go: () => void navigate({ to: "/account" }),
    },
    {
      id: "paste",
      kind: "action",
      name: "Paste a week",
      detail: "",
      go: () => void navigate({ to: "/week/import" }),
    },
    {
      id: "people",
      kind: "action",
      name: "Import people",
      detail: "",
      go: () => void navigate({ to: "/people/import" }),
    },
    {
      id: "print",
      kind: "action",
      name: "Print this page",
      detail: "",
      go: () => window.setTimeout(() => window.print(), 50),
    },
  ].filter(({ name }) => name.toLowerCase().includes(words));
  const open: Record<Schemas["Found"]["kind"], (id: string) => void> = {
    session: (id) => void navigate({ to: "/session/$id", params: { id } }),
    competition: (id) => void navigate({ to: "/competition/$id", params: { id } }),
    person: (id) => void navigate({ to: "/people/$id", params: { id } }),
    drill: (show) => void navigate({ to: "/shelf", search: { tab: "drills", show } }),
    method: (show) => void navigate({ to: "/shelf", search: { tab: "methods", show } }),
  };
  const things = found.map((one) => ({
    ...one,
    detail: ["session", "competition"].includes(one.kind) ? longDate(one.detail) : one.detail,
    go: () => open[one.kind](one.id),
  }));
  return words ? [...things, ...actions] : actions;
}
