// A change of a block: the answer is the block as it stands then.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, type Schemas } from "../../api/client";

export type Block = Schemas["BlockOut"];

export function useChange(id: number) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (ask: () => Promise<{ data?: Block; error?: unknown; response: Response }>) => answer(ask()),
    onSuccess: (block) => {
      client.setQueryData(["block", id], block);
      for (const name of ["blocks", "person-log", "events", "training"])
        void client.invalidateQueries({ queryKey: [name] });
    },
  });
}
export type Change = ReturnType<typeof useChange>;
