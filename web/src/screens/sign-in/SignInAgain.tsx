import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useEffect, useState } from "react";
import { answer, api, openGym, type Schemas } from "../../api/client";
import { carryOn, useEnded } from "../../api/signIn";
import { Field } from "../../parts/Field";
import { MustAnswer } from "../../parts/MustAnswer";
import { anyUnsaved } from "../../saving/saver";

/** The sign-in has ended while the page was open: it is asked for in place, and what waited goes on. The page behind it
 * cannot be read meanwhile. */
export function SignInAgain({ me }: { me: Schemas["Me"] }) {
  return useEnded() ? <Ask me={me} /> : null;
}

function Ask({ me }: { me: Schemas["Me"] }) {
  const client = useQueryClient();
  const [password, setPassword] = useState("");
  const goOn = (now: Schemas["Me"]) => {
    if (now.id !== me.id) throw new Error(`${now.name} is signed in here now, in another tab.`);
    client.setQueryData(["me"], now);
    carryOn();
    void client.invalidateQueries();
  };
  const enter = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      goOn(await answer(api.POST("/api/sign-in", { body: { email: me.email, password } })));
    },
  });
  const look = useMutation({
    // signed in again in another tab: this one need not ask
    mutationFn: async () => {
      const response = await fetch("/api/me", { headers: { "X-Gym": String(me.gym_id) } });
      if (response.ok) goOn((await response.json()) as Schemas["Me"]);
    },
  });
  const { mutate } = look;
  useEffect(() => {
    const back = () => mutate();
    window.addEventListener("focus", back);
    return () => window.removeEventListener("focus", back);
  }, [mutate]);
  const trouble = enter.error ?? look.error;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    enter.mutate();
  };
  return (
    <MustAnswer title="Your sign-in has ended" hides>
      <p className="mt-1">
        Nothing is lost: sign in again as <b className="break-words">{me.email}</b>, and this page goes on
        where it was.
      </p>
      <form onSubmit={submit}>
        <Field
          label="Password"
          className="mt-4"
          type="password"
          autoComplete="current-password"
          required
          value={password}
          onValue={setPassword}
          wrong={trouble?.message}
        />
        <button type="submit" className="action mt-5 w-full py-2.5" disabled={enter.isPending}>
          {enter.isPending ? "One moment" : "Sign in and go on"}
        </button>
      </form>
      <button type="button" className="mt-3 py-2 text-[15px] underline underline-offset-2" onClick={leave}>
        {anyUnsaved() ? "Sign in otherwise, and give up what is not saved" : "Sign in otherwise"}
      </button>
    </MustAnswer>
  );
}

/** To the door. What this tab keeps belongs to whoever was here. */
function leave(): void {
  openGym(null);
  sessionStorage.clear();
  window.location.assign("/");
}
