import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useRef, useState } from "react";
import { answer, api, type Schemas } from "../../api/client";
import { RangeCourse } from "../../parts/RangeCourse";
import { percent, plural } from "../../parts/words";
import { newKey } from "../../saving/key";
import type { Person } from "../../saving/person";

/** Homework and blocks that run, how far they are, and another given by a coach. */
export function Homework({ person }: { person: Person }) {
  const found = useQuery({
    queryKey: ["training", person.id],
    queryFn: () =>
      answer(api.GET("/api/people/{person_id}/training", { params: { path: { person_id: person.id } } })),
  });
  const training = found.data;
  const blocks = training?.blocks ?? [];
  const suggested = person.homework.filter(
    (task) => !blocks.some((block) => block.areas.some((area) => area.motion === task.motion)),
  );
  if (!person.may_edit && blocks.length + suggested.length === 0) return null;
  return (
    <section aria-label="Homework">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Homework and blocks</h2>
      {blocks.length === 0 && suggested.length === 0 && <p className="mt-2">Nothing runs.</p>}
      {blocks.map((block) => (
        <div key={block.enrolled} className="border-b border-rule py-2">
          <p>
            <b>{block.name}</b>: week {block.week} of {block.weeks}, {block.target_words}.
            <span className="quiet block">
              {block.done} of {plural(block.planned, "day")} done
              {block.planned > 0 && ` (${percent(Math.min(1, block.done / block.planned))})`}
            </span>
          </p>
          {block.areas.map((area) => (
            <div key={area.motion}>
              <p className="text-[15px]">
                {area.drill_name}. {area.why}
              </p>
              <RangeCourse area={area} />
            </div>
          ))}
        </div>
      ))}
      {suggested.map((task) => (
        <p key={task.name} className="border-b border-rule py-1.5">
          <b>{task.name}</b>, {task.dose}
          <span className="quiet block">{task.stop}</span>
        </p>
      ))}
      {training && blocks.length > 0 && (
        <p className="mt-2 text-[15px]">
          <a className="underline underline-offset-2" href={`/m/h/${training.token}`}>
            {person.mine ? "Your page for the phone" : "Their page for the phone"}
          </a>
        </p>
      )}
      {person.may_edit && <Give person={person} />}
    </section>
  );
}

function Give({ person }: { person: Person }) {
  const client = useQueryClient();
  const key = useRef(newKey());
  const [open, setOpen] = useState(false);
  const [motion, setMotion] = useState("");
  const choices = useQuery({
    queryKey: ["block-choices"],
    queryFn: () => answer(api.GET("/api/blocks/choices")),
    enabled: open,
  });
  const give = useMutation({
    mutationFn: (body: Schemas["HomeworkIn"]) =>
      answer(
        api.POST("/api/people/{person_id}/homework", {
          params: { path: { person_id: person.id }, header: { "Idempotency-Key": key.current } },
          body,
        }),
      ),
    onSuccess: () => {
      key.current = newKey();
      setOpen(false);
      for (const name of ["training", "blocks", "person-log"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
  if (!open)
    return (
      <p className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="plain-action" onClick={() => setOpen(true)}>
          Give homework
        </button>
        <Link to="/blocks" className="plain-action">
          Blocks
        </Link>
      </p>
    );
  return (
    <form
      className="mt-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (motion && !give.isPending) give.mutate({ motion, drill: "" });
      }}
    >
      <label className="block text-[15px] font-semibold">
        For which range
        <select
          className="field mt-1 block w-full font-normal"
          value={motion}
          onChange={(event) => setMotion(event.target.value)}
        >
          <option value="">Choose one</option>
          {choices.data?.motions.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      <p className="quiet mt-1">
        The drill that does most with the kit at home and against no caution; five minutes a week.
      </p>
      {give.error && (
        <p role="alert" className="mt-1 text-[14px] font-semibold text-hold">
          {give.error.message}
        </p>
      )}
      <p className="mt-2 flex gap-2">
        <button type="submit" className="action" disabled={!motion || give.isPending}>
          Give it
        </button>
        <button type="button" className="plain-action" onClick={() => setOpen(false)}>
          Not now
        </button>
      </p>
    </form>
  );
}
