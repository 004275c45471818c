import type { ReactNode } from "react";

/** What stands before anybody is signed in: slate with the name on the left, paper with a form on the right. */
export function Door({ children }: { children: ReactNode }) {
  return (
    <main className="grid min-h-dvh grid-cols-1 bg-slate-deep md:grid-cols-[1.1fr_1fr]">
      <div className="on-slate flex flex-col justify-center p-10 text-chalk max-md:pb-6 md:p-16">
        <p className="display text-[64px] leading-none max-md:text-[44px]">Dusty Chalk</p>
        <p className="mt-5 max-w-md text-[19px] leading-relaxed text-chalk-dim max-md:mt-2 max-md:text-[16px]">
          Paste the whiteboard. See what each position asks of the joints. Get a prep that fits the minutes,
          with every drill traced back to the line that needs it.
        </p>
      </div>
      <div className="flex items-center bg-paper p-10 max-md:p-6 md:rounded-l-3xl md:p-16">
        <div className="w-full max-w-sm">{children}</div>
      </div>
    </main>
  );
}
