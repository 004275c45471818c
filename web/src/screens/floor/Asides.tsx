import { useMutation } from "@tanstack/react-query";
import type { Schemas } from "../../api/client";
import { tellFloor } from "../../floor/tell";
import type { Running } from "../../floor/useFloor";
import { hour } from "../../parts/words";

const WORDS: Record<string, string> = {
  hold: "held",
  "go-on": "went on",
  skip: "skipped",
  back: "went back",
  again: "did one again",
  more: "gave 30 s more",
  end: "ended it",
};

interface Props {
  gym: string;
  running: Running;
  zone: string;
  ask: () => void;
}

/** What a screen did without a network while others moved the clock: whose clock holds? */
export function Asides({ gym, running, zone, ask }: Props) {
  return running.run.asides.map((aside) => (
    <Aside key={aside.id} gym={gym} run={running.run.id} aside={aside} zone={zone} ask={ask} />
  ));
}

function Aside({
  gym,
  run,
  aside,
  zone,
  ask,
}: {
  gym: string;
  run: number;
  aside: Schemas["AsideShown"];
  zone: string;
  ask: () => void;
}) {
  const settle = useMutation({
    mutationFn: (take: boolean) => tellFloor(gym, `runs/${run}/asides/${aside.id}`, { take }),
    onSettled: ask,
  });
  const at = (ms: number) => hour(new Date(ms).toISOString(), zone);
  const when =
    at(aside.from_ms) === at(aside.to_ms)
      ? `At ${at(aside.from_ms)}`
      : `From ${at(aside.from_ms)} to ${at(aside.to_ms)}`;
  return (
    <section className="mt-4 rounded-xl border border-snap bg-sheet p-4" aria-label="Two clocks">
      <p>
        {when} {aside.screen || "a screen"} had no network and{" "}
        {aside.kinds.map((kind) => WORDS[kind] ?? kind).join(", ")}. Meanwhile the clock was moved here.
      </p>
      <p className="mt-2 flex flex-wrap gap-2">
        <button
          type="button"
          className="action"
          disabled={settle.isPending}
          onClick={() => settle.mutate(false)}
        >
          Keep this clock
        </button>
        <button
          type="button"
          className="plain-action"
          disabled={settle.isPending}
          onClick={() => settle.mutate(true)}
        >
          Take theirs
        </button>
      </p>
      {settle.error && <p role="alert">{settle.error.message}</p>}
    </section>
  );
}
