// Writing something down about a person: the answer is the person as they stand then.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer } from "../../api/client";
import type { Person } from "../../saving/person";

/** A change that answers with the whole person, which the page then shows. */
export function usePersonChange<Given>(
  id: number,
  ask: (given: Given) => Promise<{ data?: Person; error?: unknown; response: Response }>,
) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (given: Given) => answer(ask(given)),
    onSuccess: (person) => {
      client.setQueryData(["person", id], person);
      for (const name of ["person-coming", "people", "short", "bench", "publish", "preview"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
}
