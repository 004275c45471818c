import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A dialog that stays until it is answered: nothing goes on before that. hides: the page behind it cannot be read. */
export function MustAnswer({
  title,
  wide = false,
  hides = false,
  children,
}: {
  title: string;
  wide?: boolean;
  hides?: boolean;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open>
      <Dialog.Portal>
        <Dialog.Overlay className={`fixed inset-0 z-40 ${hides ? "bg-slate-deep" : "bg-slate-deep/60"}`} />
        <Dialog.Content
          aria-describedby={undefined}
          onEscapeKeyDown={(event) => event.preventDefault()}
          onPointerDownOutside={(event) => event.preventDefault()}
          className={`fixed top-1/2 left-1/2 z-50 flex max-h-[86dvh] max-w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col overflow-y-auto rounded-xl bg-sheet p-6 text-ink ${wide ? "w-[860px]" : "w-[420px]"}`}
        >
          <Dialog.Title className="text-[28px]">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
