import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";
import type { Plan } from "../../api/client";
import { benchQuery } from "../../api/queries";
import { DrillFigure } from "../../figure/DrillFigure";
import { Trouble, Waiting } from "../../parts/Trouble";
import { clock, percent } from "../../parts/words";
import { type PrepProps, paceWords, withMethod } from "./shared";

/** Two schools of warm-up side by side for the same board, people, minutes and kit; either can be taken. */
export function Compare({
  session,
  draft,
  change,
  classId,
  shelf,
}: Pick<PrepProps, "session" | "draft" | "change" | "classId" | "shelf">) {
  const [open, setOpen] = useState(false);
  const [other, setOther] = useState(
    shelf.methods.find((one) => one.id !== draft.method)?.id ?? draft.method,
  );
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="plain-action">Compare</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/50" />
        <Dialog.Content
          className="fixed inset-x-8 top-8 bottom-8 z-50 mx-auto flex max-w-[1100px] flex-col rounded-xl bg-paper p-5"
          aria-describedby={undefined}
        >
          <div className="flex items-center justify-between">
            <Dialog.Title className="text-[26px]">
              Two ways to prepare this, in {draft.minutes} minutes
            </Dialog.Title>
            <Dialog.Close className="plain-action">Close</Dialog.Close>
          </div>
          <div className="mt-3 grid min-h-0 flex-1 grid-cols-2 gap-6 phone:grid-cols-1 phone:overflow-y-auto">
            {[draft.method, other].map((method, place) => (
              <Side
                // biome-ignore lint/suspicious/noArrayIndexKey: the two sides stay where they are
                key={place}
                session={session}
                draft={draft}
                classId={classId}
                shelf={shelf}
                method={method}
                now={place === 0}
                onMethod={setOther}
                onTake={() => {
                  change(withMethod(draft, method));
                  setOpen(false);
                }}
              />
            ))}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface SideProps extends Pick<PrepProps, "session" | "draft" | "classId" | "shelf"> {
  method: string;
  now: boolean;
  onMethod: (id: string) => void;
  onTake: () => void;
}

function Side({ session, draft, classId, shelf, method, now, onMethod, onTake }: SideProps) {
  const found = useQuery(
    benchQuery(session.id, {
      ...draft,
      ...(now ? {} : withMethod(draft, method)),
      class_id: classId ?? null,
    }),
  );
  const row = shelf.methods.find((one) => one.id === method);
  const plan = found.data?.plan;
  return (
    <section aria-label={row?.name} className="flex min-h-0 flex-col">
      <div className="flex items-center gap-3">
        {now ? (
          <h2 className="text-[22px]">{row?.name}</h2>
        ) : (
          <select
            className="field font-semibold"
            aria-label="The other method"
            value={method}
            onChange={(event) => onMethod(event.target.value)}
          >
            {shelf.methods
              .filter((one) => one.id !== draft.method)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        )}
        {now ? (
          <span className="quiet">as it is now</span>
        ) : (
          <button type="button" className="action" disabled={!plan} onClick={onTake}>
            Take this one
          </button>
        )}
      </div>
      <p className="mt-1 text-[14px] text-dust">
        {row?.belief} {row?.differ}
      </p>
      {found.error && <Trouble error={found.error} />}
      {found.isPending && <Waiting what="Planning" />}
      {plan ? (
        <Plans plan={plan} />
      ) : (
        found.data && <p className="mt-2">{found.data.problem?.message ?? "Nothing to prepare yet."}</p>
      )}
    </section>
  );
}

function Plans({ plan }: { plan: Plan }) {
  return (
    <>
      <p className="mt-2 border-b-2 border-ink pb-1">
        <span className="display text-[24px]">{percent(plan.covered)}</span> prepared in {clock(plan.seconds)}
        {paceWords(plan) && `; ${paceWords(plan)}`}
      </p>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard */}
      <ol className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} aria-label="Drills">
        {plan.items.map((item) => (
          <li key={item.drill} className="flex items-center gap-2 border-b border-rule py-1">
            <span className="w-11 text-[14px] tabular-nums">{clock(item.start_s)}</span>
            <DrillFigure figure={item.figure} of="" className="h-10 w-10 shrink-0" />
            <span className="min-w-0 flex-1">
              <span className="block text-[15px] leading-tight font-semibold">{item.name}</span>
              <span className="block text-[13px] text-dust">{item.dose_words}</span>
            </span>
          </li>
        ))}
        {plan.ramp.length > 0 && (
          <li className="py-1 text-[15px]">
            then build up the {plan.ramp[0]?.name}, {plan.ramp.length} sets
          </li>
        )}
      </ol>
      {plan.uncovered.length > 0 && (
        <p className="mt-1 text-[14px] text-dust">
          Left:{" "}
          {plan.uncovered
            .slice(0, 6)
            .map((one) => one.name.toLowerCase())
            .join(", ")}
          {plan.uncovered.length > 6 && ` and ${plan.uncovered.length - 6} more`}.
        </p>
      )}
    </>
  );
}
