import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { ruleQuery } from "../../api/queries";
import { when } from "../../parts/words";
import { type Rule, RuleFields, ruleWords } from "../sending/RuleFields";

/** When this class goes out by itself, what holds it, and the class's own rule. */
export function ByItself({ classId, sessionId }: { classId: number; sessionId: number }) {
  const client = useQueryClient();
  const found = useQuery(ruleQuery(classId)).data;
  const [edited, setEdited] = useState<Rule | null>(null);
  const path = { class_id: classId };
  const done = (next: typeof found) => {
    client.setQueryData(ruleQuery(classId).queryKey, next);
    void client.invalidateQueries({ queryKey: ["sending"] });
    setEdited(null);
  };
  const keep = useMutation({
    mutationFn: (rule: Rule | null) =>
      answer(api.PUT("/api/classes/{class_id}/rule", { params: { path }, body: rule as Rule })),
    onSuccess: done,
  });
  const keepAll = useMutation({
    mutationFn: async (rule: Rule | null) => {
      const session = { session_id: sessionId };
      await answer(
        api.PUT("/api/sessions/{session_id}/rule", { params: { path: session }, body: rule as Rule }),
      );
      return answer(
        api.PUT("/api/classes/{class_id}/rule", { params: { path }, body: null as unknown as Rule }),
      );
    },
    onSuccess: (next) => {
      done(next);
      void client.invalidateQueries({ queryKey: ["rule"] });
    },
  });
  const yes = useMutation({
    mutationFn: () => answer(api.POST("/api/classes/{class_id}/approve", { params: { path } })),
    onSuccess: done,
  });
  if (!found) return null;
  const { next, own } = found;
  const holds = own ?? found.session ?? found.gym;
  return (
    <div className="mt-3 border-t border-rule pt-2 text-[15px]">
      <p>
        {next
          ? `Goes out by itself ${when(next.due_at, found.timezone)}.`
          : holds.how === "by hand"
            ? "Goes out by hand."
            : "It has gone out, or does not yet for three days."}{" "}
        <span className="quiet">
          {own ? "This class’s own rule" : found.session ? "As its session does" : "As the gym does"}:{" "}
          {ruleWords(holds)}.
        </span>{" "}
        {edited === null && (
          <button
            type="button"
            className="py-2 underline underline-offset-2"
            onClick={() => setEdited(holds)}
          >
            Change
          </button>
        )}
      </p>
      {next?.why.map((why) => (
        <p key={why} className="text-hold [overflow-wrap:anywhere]">
          {next.state === "held" ? "Held: " : ""}
          {why}
        </p>
      ))}
      {next?.approve && !next.approved && (
        <button
          type="button"
          className="plain-action mt-1 min-h-10"
          disabled={yes.isPending}
          onClick={() => yes.mutate()}
        >
          Say yes: it may go out
        </button>
      )}
      {edited && (
        <div className="mt-2 rounded-lg border border-rule p-3">
          <RuleFields rule={edited} onRule={setEdited} />
          <div className="mt-2 flex flex-wrap gap-2">
            <button type="button" className="action min-h-10" onClick={() => keep.mutate(edited)}>
              Keep for this class
            </button>
            <button type="button" className="plain-action min-h-10" onClick={() => keepAll.mutate(edited)}>
              For all classes of this session
            </button>
            {!own && found.session && (
              <button type="button" className="plain-action min-h-10" onClick={() => keepAll.mutate(null)}>
                As the gym does
              </button>
            )}
            {own && (
              <button type="button" className="plain-action min-h-10" onClick={() => keep.mutate(null)}>
                As the others do
              </button>
            )}
            <button type="button" className="plain-action min-h-10" onClick={() => setEdited(null)}>
              Leave it
            </button>
          </div>
        </div>
      )}
      {(keep.error ?? keepAll.error ?? yes.error) && (
        <p role="alert" className="font-semibold text-hold">
          {(keep.error ?? keepAll.error ?? yes.error)?.message}
        </p>
      )}
    </div>
  );
}
