import { api } from "../../api/client";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";

/** Take away one thing that was written down. */
export function Remove({
  person,
  kind,
  id,
  what,
}: {
  person: Person;
  kind: "bests" | "spots" | "notes";
  id: number;
  what: string;
}) {
  const remove = usePersonChange(person.id, () =>
    api.DELETE("/api/people/{person_id}/{kind}/{row_id}", {
      params: { path: { person_id: person.id, kind, row_id: id } },
    }),
  );
  return (
    <button
      type="button"
      className="plain-action shrink-0"
      aria-label={`Take away ${what}`}
      disabled={remove.isPending}
      onClick={() => remove.mutate(undefined)}
    >
      Take away
    </button>
  );
}
