import { day, hour } from "../parts/words";
import { keptPages } from "./kept";

/** The pages this device keeps; where its icon on the home screen leads. */
export function KeptPages() {
  const pages = keptPages();
  return (
    <main className="mx-auto max-w-lg px-5 pt-5 pb-10 text-[17px]">
      <h1 className="text-[38px]">Your prep</h1>
      {pages.length === 0 && (
        <p className="mt-2">
          No page is kept on this device yet. Open the link your coach sent you, and it is here from then on,
          with or without a signal.
        </p>
      )}
      <ul className="mt-3">
        {pages.map((one) => (
          <li key={one.token} className="border-b border-rule">
            <a className="block py-3" href={`/m/${one.token}`}>
              <span className="block font-semibold [overflow-wrap:anywhere]">{one.title}</span>
              <span className="quiet">
                {day(one.starts_at, one.timezone, { weekday: "long", day: "numeric", month: "long" })},{" "}
                {hour(one.starts_at, one.timezone)}
              </span>
            </a>
          </li>
        ))}
      </ul>
      <p className="mt-5">
        <a className="py-2 underline underline-offset-2" href="/">
          Sign in
        </a>{" "}
        to see all of yours.
      </p>
    </main>
  );
}
