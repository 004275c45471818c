import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";

/** Every key a coach uses daily; the list is what `?` opens, and a browser test tries them. */
export const KEYS: [string, string][] = [
  ["?", "this list"],
  ["Esc", "let go of the thread, close what is open"],
  ["[  and  ]", "Bench: a minute less, a minute more"],
  ["Ctrl Z  and  Ctrl Shift Z", "Bench: undo, redo (outside the board)"],
  ["L", "Bench: lock the prep as it stands, or open it again"],
  ["K", "on a drill: keep it (pin), or let it go again"],
  ["S", "on a drill: swap it"],
  ["D", "on a drill: its other dose"],
  ["X", "on a drill: take it out"],
  ["Alt ↑  and  Alt ↓", "on a drill: earlier, later within its phase"],
];

export function Keys() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement && /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName);
      if (event.key === "?" && !typing) setOpen(true);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger
        className="rounded-md border border-slate-line px-2.5 py-1 text-[14px] hover:bg-slate-mid"
        aria-label="Keys"
      >
        ?
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/50" />
        <Dialog.Content
          className="fixed top-24 left-1/2 z-50 w-[460px] -translate-x-1/2 rounded-xl bg-sheet p-6 text-ink"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-[26px]">Keys</Dialog.Title>
          <dl className="mt-3 grid grid-cols-[190px_1fr] gap-y-2 text-[15px]">
            {KEYS.map(([key, what]) => (
              <div key={key} className="contents">
                <dt className="font-semibold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close className="plain-action mt-5">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
