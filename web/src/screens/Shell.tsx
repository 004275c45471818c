import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, Outlet, useLocation } from "@tanstack/react-router";
import { useEffect } from "react";
import { ApiProblem, answer, api, away, openGym, type Schemas } from "../api/client";
import { meQuery } from "../api/queries";
import { isIn } from "../api/signIn";
import { Away } from "../parts/Away";
import { Keys } from "../parts/Keys";
import { Trouble, Waiting } from "../parts/Trouble";
import { useTitle } from "../parts/title";
import { Find } from "./Find";
import { FirstRun } from "./sign-in/FirstRun";
import { Enter, Join, NewPassword } from "./sign-in/Links";
import { MySheets } from "./sign-in/MySheets";
import { SignIn } from "./sign-in/SignIn";
import { SignInAgain } from "./sign-in/SignInAgain";

/** What opens before anybody is asked who they are. */
const DOORS: Record<string, () => React.JSX.Element> = {
  "/first-run": FirstRun,
  "/enter": Enter,
  "/new-password": NewPassword,
  "/join": Join,
};
/** What a member may open beside their own preps. */
const MEMBERS_TOO = /^\/(people\/\d+(\/(log|year))?|account)$/;

/** The slate ledge on top, and whatever stands below it. Signed-out people see the door. */
export function Shell() {
  const { pathname } = useLocation();
  const OpenDoor = DOORS[pathname];
  return OpenDoor ? <OpenDoor /> : <Inside pathname={pathname} />;
}

const TITLES: [RegExp, string][] = [
  [/^\/$/, "Week"],
  [/^\/week\/import/, "Paste a week"],
  [/^\/people\/import/, "Import people"],
  [/^\/people/, "People"],
  [/^\/session/, "Bench"],
  [/^\/publish/, "Publish"],
  [/^\/roster/, "Roster"],
  [/^\/measure/, "Measure"],
  [/^\/lab/, "Position lab"],
  [/^\/shelf/, "Shelf"],
  [/^\/sending/, "Sending"],
  [/^\/competition/, "Competition"],
  [/^\/outbox/, "Outbox"],
  [/^\/floor/, "Floor"],
  [/^\/log/, "Log"],
  [/^\/blocks/, "Blocks"],
  [/^\/year/, "Year"],
  [/^\/trials/, "Before and after"],
  [/^\/gym/, "Gym"],
  [/^\/account/, "Account"],
];

/** There is nothing at this address. */
export function NotFound() {
  return (
    <div className="m-6 max-w-xl rounded-xl border border-rule bg-sheet p-5">
      <h1 className="text-[26px]">There is nothing at this address</h1>
      <p className="mt-1">It may have been mistyped, or what stood here is gone.</p>
      <Link to="/" className="plain-action mt-3 inline-flex items-center">
        To the week
      </Link>
    </div>
  );
}

function Inside({ pathname }: { pathname: string }) {
  useTitle(TITLES.find(([pattern]) => pattern.test(pathname))?.[1] ?? "Nothing here");
  const me = useQuery(meQuery);
  useEffect(() => {
    if (!me.data) return;
    openGym(me.data.gym_id);
    isIn();
  }, [me.data]);
  if (me.isPending) return <Waiting what="Opening" />;
  if (me.error && !(away(me.error) && me.data)) {
    const problem = me.error instanceof ApiProblem ? me.error : null;
    if (problem?.status === 401) return <SignIn />;
    if (problem?.field === "gym") return <Elsewhere said={problem.message} />;
    return <Trouble error={me.error} again={() => me.refetch()} />;
  }
  const all = me.data.coaches || MEMBERS_TOO.test(pathname);
  return (
    <div className="flex h-dvh min-h-0 flex-col">
      <a
        href="#content"
        className="sr-only z-50 rounded-md bg-chalk px-3 py-2 text-ink focus:not-sr-only focus:absolute focus:top-1 focus:left-1"
      >
        Skip to the content
      </a>
      <Ledge me={me.data} />
      <Away />
      <SignInAgain me={me.data} />
      <main id="content" tabIndex={-1} className="min-h-0 flex-1 overflow-auto outline-none">
        {all ? <Outlet /> : <MySheets />}
      </main>
    </div>
  );
}

const COACHES = [
  ["/", "Week"],
  ["/floor", "Floor"],
  ["/people", "People"],
  ["/measure", "Measure"],
  ["/lab", "Lab"],
  ["/shelf", "Shelf"],
  ["/sending", "Sending"],
  ["/competition", "Competition"],
  ["/blocks", "Blocks"],
  ["/log", "Log"],
  ["/gym", "Gym"],
] as const;

function useLeave() {
  const client = useQueryClient();
  return useMutation({
    mutationFn: () => answer(api.POST("/api/sign-out")),
    onSuccess: () => {
      client.clear();
      openGym(null);
      window.location.assign("/");
    },
  });
}

function Ledge({ me }: { me: Schemas["Me"] }) {
  const leave = useLeave();
  const tab = "py-2 whitespace-nowrap text-chalk-dim hover:text-chalk";
  const open = { className: "!text-chalk underline underline-offset-8" };
  return (
    <header className="on-slate no-print flex h-12 shrink-0 items-center gap-6 bg-slate-deep px-5 text-chalk max-lg:gap-4 max-md:px-3">
      <Link to="/" className="display text-[25px] whitespace-nowrap text-chalk max-sm:hidden">
        Dusty Chalk
      </Link>
      <nav
        aria-label="Main"
        className="mr-auto flex items-center gap-5 overflow-x-auto text-[15px] max-lg:gap-3.5"
      >
        {me.coaches ? (
          COACHES.map(([to, name]) => (
            <Link key={to} to={to} activeOptions={{ exact: to === "/" }} className={tab} activeProps={open}>
              {name}
            </Link>
          ))
        ) : (
          <>
            <Link to="/" activeOptions={{ exact: true }} className={tab} activeProps={open}>
              Your prep
            </Link>
            <Link to="/people/$id" params={{ id: String(me.id) }} className={tab} activeProps={open}>
              Your body
            </Link>
            <Link to="/people/$id/log" params={{ id: String(me.id) }} className={tab} activeProps={open}>
              Your weeks
            </Link>
          </>
        )}
      </nav>
      <span className="truncate text-[14px] text-chalk-dim max-lg:hidden">{me.gym}</span>
      {me.coaches && (
        <>
          <Find />
          <Keys />
        </>
      )}
      <Link
        to="/account"
        className="max-w-40 truncate py-2 text-[14px] whitespace-nowrap underline-offset-4 hover:underline"
        activeProps={open}
      >
        {me.name}
      </Link>
      <button
        type="button"
        className="rounded-md border border-slate-line px-2.5 py-1 text-[14px] whitespace-nowrap hover:bg-slate-mid"
        onClick={() => leave.mutate()}
      >
        Sign out
      </button>
    </header>
  );
}

/** Signed in, but not for this gym any more, or for none. */
function Elsewhere({ said }: { said: string }) {
  const leave = useLeave();
  return (
    <div role="alert" className="m-6 max-w-xl rounded-xl border border-rule bg-sheet p-5">
      <h1 className="text-[26px]">Not here any more</h1>
      <p className="mt-1">{said}</p>
      <div className="mt-3 flex gap-3">
        <button
          type="button"
          className="plain-action"
          onClick={() => {
            openGym(null);
            window.location.assign("/");
          }}
        >
          Open my other gyms
        </button>
        <button type="button" className="plain-action" onClick={() => leave.mutate()}>
          Sign out
        </button>
      </div>
    </div>
  );
}
