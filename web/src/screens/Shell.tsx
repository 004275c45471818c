import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, Outlet } from "@tanstack/react-router";
import { ApiProblem, answer, api, away } from "../api/client";
import { meQuery } from "../api/queries";
import { Away } from "../parts/Away";
import { Keys } from "../parts/Keys";
import { Trouble, Waiting } from "../parts/Trouble";
import { MySheets } from "./sign-in/MySheets";
import { SignIn } from "./sign-in/SignIn";

/** The slate ledge on top, and whatever stands below it. Signed-out people see the door. */
export function Shell() {
  const me = useQuery(meQuery);
  if (me.isPending) return <Waiting what="Opening" />;
  if (me.error && !(away(me.error) && me.data)) {
    return me.error instanceof ApiProblem && me.error.status === 401 ? (
      <SignIn />
    ) : (
      <Trouble error={me.error} again={() => me.refetch()} />
    );
  }
  return (
    <div className="flex h-dvh min-h-0 flex-col">
      <Ledge name={me.data.name} gym={me.data.gym} coaches={me.data.coaches} />
      <Away />
      <main className="min-h-0 flex-1 overflow-auto">{me.data.coaches ? <Outlet /> : <MySheets />}</main>
    </div>
  );
}

function Ledge({ name, gym, coaches }: { name: string; gym: string; coaches: boolean }) {
  const client = useQueryClient();
  const leave = useMutation({
    mutationFn: () => answer(api.POST("/api/sign-out")),
    onSuccess: () => {
      client.clear();
      window.location.assign("/");
    },
  });
  return (
    <header className="on-slate no-print flex h-12 shrink-0 items-center gap-6 bg-slate-deep px-5 text-chalk">
      <Link to="/" className="display text-[25px] text-chalk">
        Dusty Chalk
      </Link>
      {coaches && (
        <nav aria-label="Main" className="flex items-center gap-5 text-[15px]">
          <Link
            to="/"
            activeOptions={{ exact: true }}
            className="py-2 text-chalk-dim hover:text-chalk"
            activeProps={{ className: "!text-chalk underline underline-offset-8" }}
          >
            Week
          </Link>
          <Link
            to="/lab"
            className="py-2 text-chalk-dim hover:text-chalk"
            activeProps={{ className: "!text-chalk underline underline-offset-8" }}
          >
            Lab
          </Link>
          <Link
            to="/shelf"
            className="py-2 text-chalk-dim hover:text-chalk"
            activeProps={{ className: "!text-chalk underline underline-offset-8" }}
          >
            Shelf
          </Link>
          <Link
            to="/outbox"
            className="py-2 text-chalk-dim hover:text-chalk"
            activeProps={{ className: "!text-chalk underline underline-offset-8" }}
          >
            Outbox
          </Link>
        </nav>
      )}
      <span className="ml-auto text-[14px] text-chalk-dim">{gym}</span>
      {coaches && <Keys />}
      <span className="text-[14px]">{name}</span>
      <button
        type="button"
        className="rounded-md border border-slate-line px-2.5 py-1 text-[14px] hover:bg-slate-mid"
        onClick={() => leave.mutate()}
      >
        Sign out
      </button>
    </header>
  );
}
