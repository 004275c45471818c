import { useEffect, useState } from "react";
import type { Schemas } from "../api/client";
import { wantFigures } from "../figure/figures";
import { OverWeeks } from "./OverWeeks";
import type { Training } from "./ticking";

const CHOICES: [Training["remind"], string][] = [
  ["never", "Not at all"],
  ["morning", "That morning, at 7"],
  ["evening", "The evening before, at 7"],
];

/** A member's own page of blocks and homework; it opens again with no signal. */
export function TrainingPage({ training, kept }: { training: Training; kept: boolean }) {
  useEffect(() => {
    const work = training.blocks.flatMap((block) => block.days.flatMap((day) => day.work));
    wantFigures([...new Set(work.map((one) => one.figure))]);
  }, [training]);
  return (
    <main className="mx-auto max-w-lg px-5 pt-4 pb-12 text-[17px]">
      {kept && (
        <p role="status" className="-mx-5 mb-2 bg-sand px-5 py-2 text-[15px]">
          No signal. This is the copy from last time; what you tick is sent later.
        </p>
      )}
      <p className="quiet">{training.gym}</p>
      <h1 className="mt-0.5 text-[38px]">Over weeks</h1>
      <p className="[overflow-wrap:anywhere]">{training.name}</p>
      <OverWeeks training={training} alone />
      <Remind training={training} />
      <p className="mt-8 text-[15px] text-dust">
        Stretching is discomfort and never pain; a pinch means change the angle or stop. Sharp or radiating
        pain, numbness or dizziness: stop, and see a licensed clinician. What your clinician told you outranks
        this page.
      </p>
      {!training.private && (
        <p className="quiet mt-2">
          This link shows what to do. <a href="/">Sign in</a> to see your own numbers.
        </p>
      )}
    </main>
  );
}

function Remind({ training }: { training: Training }) {
  const [chosen, setChosen] = useState(training.remind);
  const [said, setSaid] = useState("");
  const choose = async (remind: Training["remind"]) => {
    const before = chosen;
    setChosen(remind);
    setSaid("");
    const body: Schemas["RemindIn"] = { remind };
    const response = await fetch(`/api/training/${training.token}/remind`, {
      method: "PUT",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(body),
    }).catch(() => null);
    if (response?.ok) setSaid("Kept.");
    else {
      setChosen(before);
      setSaid("That needs a signal; nothing was changed.");
    }
  };
  return (
    <fieldset className="mt-6">
      <legend className="font-semibold">Remind me of a day</legend>
      <div className="mt-2 grid gap-2">
        {CHOICES.map(([remind, words]) => (
          <button
            key={remind}
            type="button"
            aria-pressed={chosen === remind}
            className={`min-h-11 rounded-xl border-2 px-3 text-left ${chosen === remind ? "border-ink bg-slate-deep text-chalk" : "border-rule bg-sheet"}`}
            onClick={() => void choose(remind)}
          >
            {words}
          </button>
        ))}
      </div>
      {chosen !== "never" && !training.reachable && (
        <p className="mt-2 text-[15px]">
          Your gym has no way to reach you yet: ask your coach to add your address.
        </p>
      )}
      {said && (
        <p role="status" className="quiet mt-2">
          {said}
        </p>
      )}
    </fieldset>
  );
}
