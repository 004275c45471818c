import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, openGym } from "../../api/client";
import { meQuery } from "../../api/queries";
import { Field } from "../../parts/Field";
import { Trouble, Waiting } from "../../parts/Trouble";
import { day, hour } from "../../parts/words";

/** One's own account: gyms, password, and where it is signed in. */
export function Account() {
  const me = useQuery(meQuery).data;
  if (!me) return <Waiting what="Opening" />;
  return (
    <div className="mx-auto max-w-2xl px-5 pt-4 pb-10">
      <h1 className="text-[34px]">Account</h1>
      <p className="quiet">{me.email}</p>
      <section aria-label="Gyms" className="mt-5">
        <h2 className="border-b-2 border-ink pb-1 text-[23px]">Gyms</h2>
        <ul>
          {me.gyms.map((gym) => (
            <li key={gym.id} className="flex items-center justify-between gap-3 border-b border-rule py-2">
              <span>
                {gym.name} <span className="quiet">{gym.role}</span>
              </span>
              {gym.id === me.gym_id ? (
                <Link
                  to="/people/$id"
                  params={{ id: String(me.id) }}
                  className="py-2 underline underline-offset-2"
                >
                  What is known of you here
                </Link>
              ) : (
                <Switch id={gym.id} />
              )}
            </li>
          ))}
        </ul>
      </section>
      <Password />
      <Devices zone={me.timezone} />
    </div>
  );
}

function Switch({ id }: { id: number }) {
  const open = useMutation({
    mutationFn: () => answer(api.POST("/api/gyms/{gym_id}/choose", { params: { path: { gym_id: id } } })),
    onMutate: () => openGym(id),
    onSuccess: () => window.location.assign("/"),
  });
  return (
    <button type="button" className="plain-action" onClick={() => open.mutate()}>
      Open this gym
    </button>
  );
}

function Password() {
  const [current, setCurrent] = useState("");
  const [password, setPassword] = useState("");
  const change = useMutation({
    mutationFn: () => answer(api.PUT("/api/password", { body: { current, password } })),
    onSuccess: () => {
      setCurrent("");
      setPassword("");
    },
  });
  const problem = change.error instanceof ApiProblem ? change.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    change.mutate();
  };
  return (
    <form onSubmit={submit} aria-label="Password" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Password</h2>
      <div className="mt-3 grid grid-cols-2 gap-4 max-sm:grid-cols-1">
        <Field
          label="Password now"
          type="password"
          autoComplete="current-password"
          value={current}
          onValue={setCurrent}
          wrong={problem?.status === 401 ? problem.message : undefined}
        />
        <Field
          label="New password"
          type="password"
          autoComplete="new-password"
          required
          value={password}
          onValue={setPassword}
          hint="Ten letters or more. Every other device is signed out."
          wrong={problem && problem.status !== 401 ? problem.message : undefined}
        />
      </div>
      <button type="submit" className="plain-action mt-3" disabled={change.isPending}>
        Change it
      </button>
      {change.isSuccess && <p role="status">Changed.</p>}
    </form>
  );
}

function Devices({ zone }: { zone: string }) {
  const client = useQueryClient();
  const found = useQuery({ queryKey: ["devices"], queryFn: () => answer(api.GET("/api/devices")) });
  const end = useMutation({
    mutationFn: (id: string) =>
      answer(api.DELETE("/api/devices/{device_id}", { params: { path: { device_id: id } } })),
    onSettled: () => client.invalidateQueries({ queryKey: ["devices"] }),
  });
  const everywhere = useMutation({
    mutationFn: () => answer(api.DELETE("/api/devices")),
    onSuccess: () => window.location.assign("/"),
  });
  if (found.error && !found.data) return <Trouble error={found.error} again={() => void found.refetch()} />;
  const when = (at: string | null) =>
    at ? `${day(at, zone, { day: "numeric", month: "short" })}, ${hour(at, zone)}` : "unknown";
  return (
    <section aria-label="Devices" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Signed in on</h2>
      <ul>
        {found.data?.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-2">
            <span>
              {one.device || "A device"} {one.this && <b>(this one)</b>}
              <span className="quiet block">
                since {when(one.began_at)}, last here {when(one.seen_at)}
              </span>
            </span>
            {!one.this && (
              <button type="button" className="plain-action" onClick={() => end.mutate(one.id)}>
                Sign out there
              </button>
            )}
          </li>
        ))}
      </ul>
      <button type="button" className="plain-action mt-3" onClick={() => everywhere.mutate()}>
        Sign out everywhere
      </button>
    </section>
  );
}
