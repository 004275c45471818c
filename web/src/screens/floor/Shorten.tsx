import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { newPressKey } from "../../floor/presses";
import { serverNow } from "../../floor/serverClock";
import { tellFloor } from "../../floor/tell";
import type { Running } from "../../floor/useFloor";
import { clock } from "../../parts/words";

const CHOICES_MIN = [2, 3, 4, 5, 6, 8, 10];

interface Props {
  gym: string;
  running: Running;
  zone: string;
  ask: () => void;
}

/** End what runs at a time: first what would go, then it goes. */
export function Shorten({ gym, running, zone, ask }: Props) {
  const [minutes, setMinutes] = useState(5);
  const [ends, setEnds] = useState<{ asked_ms: number; ends_ms: number; version: number } | null>(null);
  const would = useMutation({
    mutationFn: ({ ends_ms, take }: { ends_ms: number; take: boolean }) =>
      tellFloor<Schemas["ShortenOut"]>(gym, `runs/${running.run.id}/shorten`, {
        key: newPressKey(),
        ends_ms,
        take,
      }),
    onSuccess: (_, { take }) => {
      if (!take) return;
      setEnds(null);
      ask();
    },
  });
  const look = () => {
    const asked_ms = Math.round(serverNow() ?? 0);
    const ends_ms = asked_ms + minutes * 60_000;
    setEnds({ asked_ms, ends_ms, version: running.state.version });
    would.mutate({ ends_ms, take: false });
  };
  const said = would.data;
  const current = ends && ends.version === running.state.version;
  const at = (ms: number) =>
    new Date(ms).toLocaleTimeString("en-GB", {
      hour: "2-digit",
      minute: "2-digit",
      second: "2-digit",
      timeZone: zone,
    });
  return (
    <section className="mt-5" aria-labelledby="shorten">
      <h2 id="shorten" className="text-[20px]">
        Short of time
      </h2>
      <p className="mt-2 flex flex-wrap items-center gap-2">
        <label htmlFor="shorten-min">This section ends in</label>
        <select
          id="shorten-min"
          className="field"
          value={minutes}
          onChange={(event) => setMinutes(Number(event.target.value))}
        >
          {CHOICES_MIN.map((choice) => (
            <option key={choice} value={choice}>
              {choice} min
            </option>
          ))}
        </select>
        <button type="button" className="plain-action" disabled={would.isPending} onClick={look}>
          What would go?
        </button>
      </p>
      {would.isPending && <p role="status">Working it out</p>}
      {would.error && <p role="alert">{would.error.message}</p>}
      {said && ends && !current && <p role="status">The clock was moved meanwhile: ask again.</p>}
      {said && current && (
        <div className="mt-3 rounded-xl border border-rule bg-sheet p-4" role="status">
          {said.gone.length === 0 && said.shorter.length === 0 ? (
            <p>Nothing has to go: {clock(said.left_s)} are left of it.</p>
          ) : (
            <>
              {said.gone.length > 0 && <p>Goes: {said.gone.join(", ")}.</p>}
              {said.shorter.length > 0 && <p>Shorter: {[...new Set(said.shorter)].join(", ")}.</p>}
              <p>
                Ends at {at(ends.asked_ms + said.left_s * 1000)}
                {said.over_s > 0 && `, ${clock(said.over_s)} over: the rest is never cut`}.
              </p>
              <button
                type="button"
                className="action mt-2"
                disabled={would.isPending}
                onClick={() => would.mutate({ ends_ms: ends.ends_ms, take: true })}
              >
                Do it
              </button>
            </>
          )}
        </div>
      )}
    </section>
  );
}
