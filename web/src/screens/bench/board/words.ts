// Teaching the gym's words from the board.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Schemas } from "../../../api/client";

/** Everything that reads texts has to be asked again when a word's meaning changes. */
export function useReread() {
  const client = useQueryClient();
  return () =>
    Promise.all(
      ["bench", "week", "words", "movements", "week-review"].map((key) =>
        client.invalidateQueries({ queryKey: [key] }),
      ),
    );
}

export function useTeach(onTaught?: (word: Schemas["WordOut"]) => void) {
  const reread = useReread();
  return useMutation({
    mutationFn: (meaning: { word: string; movement: string }) =>
      answer(api.POST("/api/words", { body: meaning })),
    onSuccess: async (word) => {
      await reread();
      onTaught?.(word);
    },
  });
}

export function useForget() {
  const reread = useReread();
  return useMutation({
    mutationFn: (id: number) =>
      answer(api.DELETE("/api/words/{word_id}", { params: { path: { word_id: id } } })),
    onSuccess: reread,
  });
}

export function useAddMovement(onAdded: (made: Schemas["ShelfMovement"]) => void) {
  const reread = useReread();
  return useMutation({
    mutationFn: (body: Schemas["OwnMovementIn"]) => answer(api.POST("/api/movements", { body })),
    onSuccess: async (made) => {
      await reread();
      onAdded(made);
    },
  });
}
