import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import type { Block } from "./change";

/** Somebody more, or who has come to the group or class since. */
export function MorePeople({ block }: { block: Block }) {
  const client = useQueryClient();
  const [open, setOpen] = useState(false);
  const choices = useQuery({
    queryKey: ["block-choices"],
    queryFn: () => answer(api.GET("/api/blocks/choices")),
    enabled: open,
  });
  const take = useMutation({
    mutationFn: (people: number[]) =>
      answer(
        api.POST("/api/blocks/{block_id}/people", {
          params: { path: { block_id: block.id } },
          body: { people },
        }),
      ),
    onSuccess: () => {
      for (const name of ["block", "blocks"]) void client.invalidateQueries({ queryKey: [name] });
    },
  });
  const here = new Set(block.enrolled.map((one) => one.person));
  return (
    <div className="flex flex-wrap items-center gap-2">
      {block.of_many && (
        <button type="button" className="plain-action" onClick={() => take.mutate([])}>
          Bring in who came to {block.for_words} since
        </button>
      )}
      {!open && (
        <button type="button" className="plain-action" onClick={() => setOpen(true)}>
          Add somebody
        </button>
      )}
      {open && (
        <select
          className="field"
          aria-label="Add somebody"
          value=""
          onChange={(event) => take.mutate([Number(event.target.value)])}
        >
          <option value="">Choose who</option>
          {choices.data?.people
            .filter((one) => !here.has(one.id))
            .map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
        </select>
      )}
      {take.error && (
        <p role="alert" className="font-semibold text-hold">
          {take.error.message}
        </p>
      )}
      {take.data?.left_out.map((one) => (
        <p key={one.name} role="status">
          Not for {one.name}: {one.why}.
        </p>
      ))}
    </div>
  );
}
