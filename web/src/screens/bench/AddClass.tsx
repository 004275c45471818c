import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Session } from "../../api/client";

/** A class time for a session that has none: without one it reaches nobody. */
export function AddClass({ session }: { session: Session }) {
  const client = useQueryClient();
  const [starts, setStarts] = useState("");
  const add = useMutation({
    mutationFn: () =>
      answer(
        api.POST("/api/sessions/{session_id}/classes", {
          params: { path: { session_id: session.id } },
          body: { starts: `${starts}:00` },
        }),
      ),
    onSuccess: (stored) => {
      client.setQueryData(["session", session.id], stored);
      void client.invalidateQueries({ queryKey: ["week"] });
    },
  });
  return (
    <span className="no-print flex items-center gap-2">
      <label className="quiet">
        No class yet.
        <input
          type="time"
          aria-label="A class at"
          className="field ml-2 !py-1.5"
          value={starts}
          onChange={(event) => setStarts(event.target.value)}
        />
      </label>
      <button
        type="button"
        className="plain-action"
        disabled={!starts || add.isPending}
        onClick={() => add.mutate()}
      >
        Add a class
      </button>
      {add.error && (
        <span role="alert" className="text-[14px] font-semibold text-hold">
          {add.error.message}
        </span>
      )}
    </span>
  );
}
