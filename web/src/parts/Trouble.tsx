/** What happened, where, and what to do. */
export function Trouble({ error, again }: { error: Error; again?: () => void }) {
  return (
    <div role="alert" className="m-6 max-w-xl rounded-xl border border-hold bg-sheet p-5">
      <h1 className="text-[24px]">That did not work</h1>
      <p className="mt-1">{error.message}</p>
      {again && (
        <button type="button" className="plain-action mt-3" onClick={again}>
          Try again
        </button>
      )}
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
