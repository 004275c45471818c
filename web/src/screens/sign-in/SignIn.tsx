import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api } from "../../api/client";

/** The door: one form, and what the product is in one sentence. */
export function SignIn() {
  const client = useQueryClient();
  const [email, setEmail] = useState("");
  const [password, setPassword] = useState("");
  const enter = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      return answer(api.POST("/api/sign-in", { body: { email, password } }));
    },
    onSuccess: (me) => client.setQueryData(["me"], me),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    enter.mutate();
  };
  return (
    <main className="grid min-h-dvh grid-cols-1 bg-slate-deep md:grid-cols-[1.1fr_1fr]">
      <div className="on-slate flex flex-col justify-center p-10 text-chalk md:p-16">
        <p className="display text-[64px] leading-none">Dusty Chalk</p>
        <p className="mt-5 max-w-md text-[19px] leading-relaxed text-chalk-dim">
          Paste the whiteboard. See what each position asks of the joints. Get a prep that fits the minutes,
          with every drill traced back to the line that needs it.
        </p>
      </div>
      <div className="flex items-center bg-paper p-10 md:rounded-l-3xl md:p-16">
        <form onSubmit={submit} className="w-full max-w-sm" aria-label="Sign in">
          <h1 className="text-[34px]">Sign in</h1>
          <label className="mt-5 block text-[15px] font-semibold" htmlFor="email">
            Email
          </label>
          <input
            id="email"
            className="field mt-1 w-full"
            type="email"
            autoComplete="username"
            required
            value={email}
            onChange={(event) => setEmail(event.target.value)}
          />
          <label className="mt-4 block text-[15px] font-semibold" htmlFor="password">
            Password
          </label>
          <input
            id="password"
            className="field mt-1 w-full"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
          {enter.error && (
            <p role="alert" className="mt-3 font-semibold text-hold">
              {enter.error.message}
            </p>
          )}
          <button type="submit" className="action mt-6 w-full py-2.5" disabled={enter.isPending}>
            {enter.isPending ? "Signing in" : "Sign in"}
          </button>
        </form>
      </div>
    </main>
  );
}
