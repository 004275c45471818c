import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api } from "../../api/client";
import { gymQuery } from "../../api/queries";
import { Field } from "../../parts/Field";
import type { Settled } from "./types";

/** Who coaches, and inviting another. A role is changed on the person's own page. */
export function Coaches({ gym }: { gym: Settled }) {
  return (
    <section aria-label="Coaches" className="mt-8">
      <h2 className="border-b-2 border-ink pb-1 text-[23px]">Coaches</h2>
      <ul>
        {gym.coaches.map((one) => (
          <li key={one.id} className="flex items-center justify-between gap-3 border-b border-rule py-1">
            <Link
              to="/people/$id"
              params={{ id: String(one.id) }}
              className="py-2 underline-offset-2 hover:underline"
            >
              {one.name}
            </Link>
            <span className="quiet">
              {one.role}
              {!one.joined && ", not joined yet"}
            </span>
          </li>
        ))}
      </ul>
      {gym.may_change && <Add />}
    </section>
  );
}

function Add() {
  const client = useQueryClient();
  const [name, setName] = useState("");
  const [email, setEmail] = useState("");
  const add = useMutation({
    mutationFn: async () => {
      const person = await answer(api.POST("/api/people", { body: { name, email, role: "coach" } }));
      return answer(
        api.POST("/api/people/{person_id}/invite", { params: { path: { person_id: person.id } } }),
      );
    },
    onSuccess: () => {
      setName("");
      setEmail("");
    },
    onSettled: () => client.invalidateQueries({ queryKey: gymQuery.queryKey }),
  });
  const problem = add.error instanceof ApiProblem ? add.error : null;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    add.mutate();
  };
  return (
    <form onSubmit={submit} aria-label="Invite a coach" className="mt-3 flex flex-wrap items-start gap-3">
      <Field label="Name" required maxLength={80} value={name} onValue={setName} className="w-56" />
      <Field
        label="Email"
        type="email"
        required
        value={email}
        onValue={setEmail}
        className="w-64"
        wrong={problem?.message}
      />
      <button type="submit" className="plain-action mt-7" disabled={add.isPending}>
        Invite as a coach
      </button>
      {add.data && (
        <p role="status" className="w-full break-words">
          {add.data.mailed
            ? `Sent to ${add.data.email}.`
            : `No mail can be sent from here. Hand this link over yourself; it is shown once: ${add.data.link}`}
        </p>
      )}
    </form>
  );
}
