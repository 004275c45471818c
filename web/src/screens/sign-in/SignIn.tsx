import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, openGym } from "../../api/client";
import { Door } from "../../parts/Door";
import { Field } from "../../parts/Field";

type Ask = "password" | "link" | "forgotten";
const SAYS: Record<Ask, { title: string; does: string; instead: string }> = {
  password: { title: "Sign in", does: "Sign in", instead: "With a password" },
  link: { title: "Sign in by mail", does: "Mail me a link", instead: "By a link in a mail" },
  forgotten: { title: "A new password", does: "Mail me a link", instead: "Forgotten it" },
};

/** The door: a password, a link by mail, or a new password. */
export function SignIn() {
  const client = useQueryClient();
  const [ask, setAsk] = useState<Ask>("password");
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const first = useQuery({ queryKey: ["first-run"], queryFn: () => answer(api.GET("/api/first-run")) });
  const enter = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      return answer(api.POST("/api/sign-in", { body: { email, password } }));
    },
    onSuccess: (me) => {
      openGym(me.gym_id);
      client.setQueryData(["me"], me);
    },
  });
  const mail = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      const path = ask === "link" ? "/api/sign-in/link" : "/api/password/forgotten";
      return answer(api.POST(path, { body: { email } }));
    },
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (ask === "password") enter.mutate();
    else mail.mutate();
  };
  const doing = ask === "password" ? enter : mail;
  const turn = (to: Ask) => {
    setAsk(to);
    mail.reset();
    enter.reset();
  };
  return (
    <Door>
      {first.data?.needed && (
        <p className="mb-5 rounded-lg border border-rule bg-sheet p-3">
          There is no gym here yet.{" "}
          <a className="font-semibold underline underline-offset-2" href="/first-run">
            Make the first one
          </a>
        </p>
      )}
      <form onSubmit={submit} aria-label={SAYS[ask].title}>
        <h1 className="text-[34px]">{SAYS[ask].title}</h1>
        <Field
          label="Email"
          className="mt-5"
          id="email"
          type="email"
          autoComplete="username"
          required
          value={email}
          onValue={setEmail}
        />
        {ask === "password" && (
          <Field
            label="Password"
            className="mt-4"
            id="password"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onValue={setPassword}
          />
        )}
        {doing.error && (
          <p role="alert" className="mt-3 font-semibold text-hold">
            {doing.error.message}
          </p>
        )}
        {mail.isSuccess && (
          <p role="status" className="mt-3 font-semibold">
            If somebody here has this address, a link is on its way. It works once, for a quarter of an hour.
          </p>
        )}
        <button type="submit" className="action mt-6 w-full py-2.5" disabled={doing.isPending}>
          {doing.isPending ? "One moment" : SAYS[ask].does}
        </button>
      </form>
      <p className="mt-5 flex flex-wrap gap-x-5 gap-y-1 text-[15px]">
        {(Object.keys(SAYS) as Ask[])
          .filter((one) => one !== ask)
          .map((one) => (
            <button
              key={one}
              type="button"
              className="py-2 underline underline-offset-2"
              onClick={() => turn(one)}
            >
              {SAYS[one].instead}
            </button>
          ))}
      </p>
      <DemoMail asked={mail.isSuccess} />
    </Door>
  );
}

/** In the demo, mail stops here. */
function DemoMail({ asked }: { asked: boolean }) {
  const found = useQuery({
    queryKey: ["demo-mail", asked],
    queryFn: () => answer(api.GET("/api/demo-mail")),
    retry: false,
    enabled: asked,
    refetchInterval: 2_000,
  });
  if (!found.data?.length) return null;
  return (
    <section aria-label="Mail of the demo" className="mt-6 border-t border-rule pt-3">
      <h2 className="text-[20px]">Mail of this demo</h2>
      <ul>
        {found.data.slice(0, 3).map((one) => (
          <li key={one.sent_at} className="mt-2 text-[14px] break-words whitespace-pre-line">
            <b>{one.subject}</b>, to {one.to}
            {"\n"}
            {one.body.split(/(https?:\/\/\S+)/).map((piece) =>
              piece.startsWith("http") ? (
                <a key={piece} className="break-all underline" href={piece}>
                  {piece}
                </a>
              ) : (
                piece
              ),
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
