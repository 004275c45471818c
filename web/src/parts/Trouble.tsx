import { ApiProblem } from "../api/client";

/** What happened, where, and what to do. */
export function Trouble({ error, again }: { error: Error; again?: () => void }) {
  const gone = error instanceof ApiProblem && error.status === 404;
  return (
    <div role="alert" className="m-6 max-w-xl rounded-xl border border-hold bg-sheet p-5">
      <h1 className="text-[24px]">That did not work</h1>
      <p className="mt-1">{error.message}</p>
      <p className="mt-3 flex gap-3">
        {again && (
          <button type="button" className="plain-action" onClick={again}>
            Try again
          </button>
        )}
        {gone && (
          <a href="/" className="plain-action inline-flex items-center">
            To the week
          </a>
        )}
      </p>
    </div>
  );
}

export function Waiting({ what }: { what: string }) {
  return (
    <p role="status" className="quiet p-6">
      {what}
    </p>
  );
}
