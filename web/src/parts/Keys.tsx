import { useLocation } from "@tanstack/react-router";
import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { KEYS, type Where, whereOf, writing } from "./keyList";

const NAMES: Record<Where, string> = {
  everywhere: "Everywhere",
  week: "On the Week",
  bench: "On the Bench",
  measure: "While measuring",
  floor: "On the floor",
};

/** Every key there is, those of the screen that is open first. */
export function Keys() {
  const [open, setOpen] = useState(false);
  const here = whereOf(useLocation().pathname);
  useEffect(() => {
    const listen = (event: KeyboardEvent) => {
      if (event.key === "?" && !writing(event)) setOpen(true);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
  const order = [here, ...(Object.keys(NAMES) as Where[]).filter((one) => one !== here)];
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger
        className="rounded-md border border-slate-line px-2.5 py-1 text-[14px] hover:bg-slate-mid max-sm:hidden"
        aria-label="?: keys"
      >
        ?
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/50" />
        <Dialog.Content
          className="fixed top-12 left-1/2 z-50 max-h-[86dvh] w-[520px] max-w-[94vw] -translate-x-1/2 overflow-y-auto rounded-xl bg-sheet p-6 text-ink"
          aria-describedby={undefined}
        >
          <Dialog.Title className="text-[26px]">Keys</Dialog.Title>
          {order.map((where) => (
            <section key={where}>
              <h3 className="mt-3 text-[19px]">{NAMES[where]}</h3>
              <dl className="grid grid-cols-[190px_1fr] gap-y-1.5 text-[15px]">
                {KEYS.filter((one) => one.where === where).map((one) => (
                  <div key={one.keys} className="contents">
                    <dt className="font-semibold">{one.keys}</dt>
                    <dd>{one.what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
          <Dialog.Close className="plain-action mt-5">Close</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
