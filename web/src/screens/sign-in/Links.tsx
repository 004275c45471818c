import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, openGym, type Schemas } from "../../api/client";
import { meQuery } from "../../api/queries";
import { Door } from "../../parts/Door";
import { Field } from "../../parts/Field";
import { Waiting } from "../../parts/Trouble";

// What a mailed link opens. Its word stands behind the #, which no server is ever sent; it is used by a press, as mail
// programs open links by themselves.
const word = () => window.location.hash.slice(1);
const inside = (me: Schemas["Me"]) => {
  openGym(me.gym_id);
  window.location.assign("/");
};

/** Sign in with a link, once. */
export function Enter() {
  const enter = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      return answer(api.POST("/api/sign-in/link/use", { body: { token: word() } }));
    },
    onSuccess: inside,
  });
  return (
    <Door>
      <h1 className="text-[34px]">Sign in</h1>
      <p className="mt-2">This link signs you in on this device, once.</p>
      <Said error={enter.error} />
      <button
        type="button"
        className="action mt-5 w-full py-2.5"
        disabled={enter.isPending}
        onClick={() => enter.mutate()}
      >
        Sign in here
      </button>
      <Back />
    </Door>
  );
}

/** Choose a new password with a link. */
export function NewPassword() {
  const [password, setPassword] = useState("");
  const choose = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      return answer(api.POST("/api/password/new", { body: { token: word(), password } }));
    },
    onSuccess: inside,
  });
  const problem = choose.error instanceof ApiProblem ? choose.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    choose.mutate();
  };
  return (
    <Door>
      <form onSubmit={submit} aria-label="A new password">
        <h1 className="text-[34px]">A new password</h1>
        <p className="mt-2">Every other device is signed out.</p>
        <Field
          label="New password"
          className="mt-4"
          type="password"
          autoComplete="new-password"
          hint="Ten letters or more."
          required
          value={password}
          onValue={setPassword}
          wrong={problem?.field === "password" ? problem.message : undefined}
        />
        <Said error={problem?.field === "password" ? null : choose.error} />
        <button type="submit" className="action mt-5 w-full py-2.5" disabled={choose.isPending}>
          Choose it
        </button>
      </form>
      <Back />
    </Door>
  );
}

/** Make a row of a gym one's own. */
export function Join() {
  const offer = useQuery({
    queryKey: ["invitation", word()],
    queryFn: () => answer(api.POST("/api/invitation", { body: { token: word() } })),
    retry: false,
  });
  const me = useQuery(meQuery);
  if (offer.isPending || me.isPending) return <Waiting what="Opening the invitation" />;
  return (
    <Door>
      {offer.data ? (
        <JoinForm offer={offer.data} me={me.data ?? null} />
      ) : (
        <>
          <h1 className="text-[34px]">Invitation</h1>
          <Said error={offer.error} />
          <Back />
        </>
      )}
    </Door>
  );
}

function JoinForm({ offer, me }: { offer: Schemas["InvitationOut"]; me: Schemas["Me"] | null }) {
  const [password, setPassword] = useState("");
  const [agrees, setAgrees] = useState(false);
  const [asMe, setAsMe] = useState(me !== null);
  const join = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      const body = { token: word(), password: asMe ? "" : password, agrees };
      return answer(api.POST("/api/invitation/accept", { body }));
    },
    onSuccess: inside,
  });
  const problem = join.error instanceof ApiProblem ? join.error : null;
  const atPassword = problem?.field === "password" && !asMe;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    join.mutate();
  };
  return (
    <form onSubmit={submit} aria-label="Join">
      <h1 className="text-[34px]">Join {offer.gym}</h1>
      <p className="mt-2">
        You are invited as <b>{offer.name}</b>
        {offer.role !== "member" && `, ${offer.role}`}.
      </p>
      {me && (
        <label className="mt-4 flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-1.5"
            checked={asMe}
            onChange={(event) => setAsMe(event.target.checked)}
          />
          Join with the account that is signed in here: {me.email}
        </label>
      )}
      {!asMe && (
        <Field
          label={offer.has_account ? `Password of ${offer.email}` : "Choose a password"}
          className="mt-4"
          type="password"
          autoComplete={offer.has_account ? "current-password" : "new-password"}
          hint={offer.has_account ? "You have an account already." : "Ten letters or more."}
          required
          value={password}
          onValue={setPassword}
          wrong={atPassword ? problem.message : undefined}
        />
      )}
      <Kept />
      <label className="mt-3 flex items-start gap-2">
        <input
          type="checkbox"
          className="mt-1.5"
          required
          checked={agrees}
          onChange={(event) => setAgrees(event.target.checked)}
        />
        I have read this, and agree.
      </label>
      <Said error={atPassword ? null : join.error} />
      <button type="submit" className="action mt-4 w-full py-2.5" disabled={join.isPending}>
        Join
      </button>
    </form>
  );
}

/** What is stored of a member, and why. */
export function Kept() {
  return (
    <section
      aria-label="What is kept of you"
      className="mt-4 rounded-lg border border-rule bg-sheet p-3 text-[15px]"
    >
      <h2 className="text-[20px]">What is kept of you</h2>
      <ul className="mt-1 list-disc space-y-1 pl-5">
        <li>Your name and address, to send you your prep.</li>
        <li>
          Year of birth, sex, height, mass and what tests of your range say, to fit the prep to your body.
        </li>
        <li>Cautions, such as an old injury, so that nothing they forbid reaches you.</li>
        <li>Bests of your lifts, to turn percentages into weights.</li>
      </ul>
      <p className="mt-2">
        You and the coaches of this gym see it, nobody else; you see who looked. You can put your body data
        right, take all of it with you as a file, and have it erased, at any time.
      </p>
    </section>
  );
}

function Said({ error }: { error: Error | null }) {
  if (!error) return null;
  return (
    <p role="alert" className="mt-3 font-semibold text-hold">
      {error.message}
    </p>
  );
}

function Back() {
  return (
    <p className="mt-5 text-[15px]">
      <a className="underline underline-offset-2" href="/">
        To the sign-in
      </a>
    </p>
  );
}
