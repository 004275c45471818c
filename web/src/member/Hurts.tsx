import { useState } from "react";

interface Props {
  /** Whether something was said to hurt, and whether that is still to be sent. */
  said: boolean;
  waits: boolean;
  onSay: (what: string) => void;
}

/** Something hurts: what to do at once, and word to the coach. */
export function Hurts({ said, waits, onSay }: Props) {
  const [open, setOpen] = useState(false);
  const [what, setWhat] = useState("");
  return (
    <section className="mt-8" aria-label="Something hurts">
      {!open && !said && (
        <button
          type="button"
          className="w-full rounded-xl border-2 border-hold py-3 font-semibold text-hold"
          onClick={() => setOpen(true)}
        >
          Something hurts
        </button>
      )}
      {(open || said) && (
        <div className="rounded-xl border-2 border-hold p-4">
          <h2 className="text-[26px] text-hold">Stop what hurts</h2>
          <p className="mt-1">
            Leave that movement, and do not try it again today. With sharp, pinching or radiating pain,
            numbness or dizziness, stop altogether and see a licensed clinician before you train on.
          </p>
          {said ? (
            <p role="status" className="mt-2 font-semibold">
              {waits
                ? "Kept on this phone; your coach is told as soon as there is a signal. Tell them in person too."
                : "Your coach knows."}
            </p>
          ) : (
            <form
              className="mt-3"
              onSubmit={(event) => {
                event.preventDefault();
                onSay(what.trim());
              }}
            >
              <label className="block text-[15px]" htmlFor="what-hurts">
                What hurts, and when? (as you like)
              </label>
              <input
                id="what-hurts"
                className="field mt-1 w-full"
                value={what}
                maxLength={200}
                onChange={(event) => setWhat(event.target.value)}
              />
              <button type="submit" className="mt-3 w-full rounded-xl bg-slate-deep py-3 text-chalk on-slate">
                Tell my coach
              </button>
            </form>
          )}
        </div>
      )}
    </section>
  );
}
