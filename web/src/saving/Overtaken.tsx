import { ApiProblem } from "../api/client";

/** What stands now, when somebody saved the same thing after it was opened here; null for any other trouble. */
export function overtaken<T>(error: Error | null): T | null {
  if (!(error instanceof ApiProblem) || error.status !== 409) return null;
  return (error.body as { stands?: T } | null)?.stands ?? null;
}

/** Says so at its place, and lets the coach choose. */
export function Overtaken({ onMine, onTheirs }: { onMine: () => void; onTheirs: () => void }) {
  return (
    <div role="alert" className="mt-3 rounded-lg border border-hold bg-sheet p-3">
      <p className="font-semibold text-hold">
        Somebody else saved this after you opened it. Yours is still here and not saved.
      </p>
      <div className="mt-2 flex gap-3">
        <button type="button" className="plain-action" onClick={onMine}>
          Save mine over it
        </button>
        <button type="button" className="plain-action" onClick={onTheirs}>
          Show theirs instead
        </button>
      </div>
    </div>
  );
}
