import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { RangeCourse } from "../../parts/RangeCourse";
import type { Change } from "./change";

const STANDS: Record<Schemas["AreaOut"]["stands"], string> = {
  "too few tests": "Too few tests to tell",
  "no clear change": "No clear change",
  progress: "Progress",
  "another drill": "Time for another drill",
  done: "Done",
  stop: "Stop",
};

interface AreaProps {
  area: Schemas["AreaOut"];
  one: Schemas["EnrolledOut"];
  change: Change;
  running: boolean;
}

/** A range of somebody's block: what its tests say, its drill, the next rung. */
export function Area({ area, one, change, running }: AreaProps) {
  const path = { enrolled_id: one.id };
  const [choosing, setChoosing] = useState(false);
  const drills = useQuery({
    queryKey: ["enrolled-drills", one.id, area.motion],
    queryFn: () =>
      answer(
        api.GET("/api/enrolled/{enrolled_id}/drills", { params: { path, query: { motion: area.motion } } }),
      ),
    enabled: choosing,
  });
  return (
    <section
      aria-label={`${area.name}, ${one.name}`}
      className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-6 max-md:grid-cols-1"
    >
      <div>
        <h3 className="text-[21px]">
          {area.name}
          {area.side !== "both" && `, ${area.side}`}: {STANDS[area.stands].toLowerCase()}
        </h3>
        <p className="text-[15px]">{area.why}</p>
        <p className="mt-2">
          <b>{area.drill_name}</b>
        </p>
        {running && (
          <p className="mt-1 flex flex-wrap gap-2">
            {!choosing && (
              <button type="button" className="plain-action" onClick={() => setChoosing(true)}>
                Another drill
              </button>
            )}
            {choosing && (
              <select
                className="field"
                aria-label="Another drill"
                value={area.drill}
                onChange={(event) => {
                  const drill = event.target.value;
                  setChoosing(false);
                  change.mutate(() =>
                    api.PUT("/api/enrolled/{enrolled_id}/drill", {
                      params: { path },
                      body: { motion: area.motion, drill },
                    }),
                  );
                }}
              >
                {(drills.data ?? [{ id: area.drill, name: area.drill_name }]).map((row) => (
                  <option key={row.id} value={row.id}>
                    {row.name}
                  </option>
                ))}
              </select>
            )}
            {area.rung && (
              <button
                type="button"
                className="plain-action"
                onClick={() =>
                  change.mutate(() =>
                    api.POST("/api/enrolled/{enrolled_id}/climb", {
                      params: { path },
                      body: { motion: area.motion },
                    }),
                  )
                }
              >
                Next rung: {area.rung.name}
              </button>
            )}
          </p>
        )}
        {running && area.rung && <p className="quiet mt-1">Once {area.rung.test}.</p>}
        <p className="mt-2">
          <Link to="/measure" className="text-[15px] underline underline-offset-2">
            Measure
          </Link>
        </p>
      </div>
      <RangeCourse area={area} />
    </section>
  );
}
