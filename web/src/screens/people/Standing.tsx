import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { answer, api } from "../../api/client";
import { day } from "../../parts/words";
import type { Person } from "../../saving/person";
import { usePersonChange } from "./act";

const SAYS: Record<Person["standing"], string> = {
  account: "signs in",
  invited: "invited, not joined yet",
  roster: "on the roster, not invited",
  left: "has left",
};

/** Who it is, how they stand to the gym, and what can be done about that. */
export function Standing({ person }: { person: Person }) {
  const said = [
    person.role === "member" ? "" : person.role,
    SAYS[person.standing],
    person.age === null ? "" : `${person.age} years`,
    person.division,
    ...person.groups,
  ].filter(Boolean);
  return (
    <header className="flex flex-wrap items-end gap-x-5 gap-y-2">
      <div>
        <h1 className="text-[38px] break-words">{person.name}</h1>
        <p className="quiet">{said.join(" · ")}</p>
      </div>
      <div className="ml-auto flex flex-wrap gap-2">
        {person.may_edit && !person.joined && person.standing !== "left" && <Invite person={person} />}
        <a className="plain-action" href={`/api/people/${person.id}/export`} download>
          Take it along
        </a>
        <Leave person={person} />
        <Erase person={person} />
      </div>
    </header>
  );
}

function Invite({ person }: { person: Person }) {
  const client = useQueryClient();
  const invite = useMutation({
    mutationFn: () =>
      answer(api.POST("/api/people/{person_id}/invite", { params: { path: { person_id: person.id } } })),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ["person", person.id] });
      void client.invalidateQueries({ queryKey: ["people"] });
    },
  });
  return (
    <div>
      <button
        type="button"
        className="action !py-1.5"
        disabled={invite.isPending}
        onClick={() => invite.mutate()}
      >
        {person.standing === "invited" ? "Invite again" : "Invite"}
      </button>
      {invite.error && (
        <p role="alert" className="mt-1 font-semibold text-hold">
          {invite.error.message}
        </p>
      )}
      {invite.data && (
        <p role="status" className="mt-1 max-w-sm text-[14px] break-words">
          {invite.data.mailed
            ? `Sent to ${invite.data.email}; the link holds until ${day(invite.data.until, "UTC", { day: "numeric", month: "long" })}.`
            : `No mail can be sent from here. Hand this link over yourself; it is shown once: ${invite.data.link}`}
        </p>
      )}
    </div>
  );
}

function Leave({ person }: { person: Person }) {
  const left = person.standing === "left";
  const change = usePersonChange(person.id, () => {
    const where = { params: { path: { person_id: person.id } } };
    return left
      ? api.POST("/api/people/{person_id}/return", where)
      : api.POST("/api/people/{person_id}/leave", where);
  });
  if (left && !person.may_edit) return null;
  if (left)
    return (
      <button type="button" className="plain-action" onClick={() => change.mutate(undefined)}>
        Take back
      </button>
    );
  return (
    <Sure
      does={person.mine ? "Leave this gym" : "Has left"}
      title={person.mine ? "Leave this gym?" : `${person.name} has left?`}
      says="They see nothing of this gym from now on, and are taken off every class to come. What is known of them stays, until it is erased."
      error={change.error}
      onSure={() => change.mutate(undefined, { onSuccess: () => person.mine && window.location.assign("/") })}
    />
  );
}

function Erase({ person }: { person: Person }) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const erase = useMutation({
    mutationFn: () =>
      answer(api.DELETE("/api/people/{person_id}", { params: { path: { person_id: person.id } } })),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ["people"] });
      if (person.mine) window.location.assign("/");
      else void navigate({ to: "/people" });
    },
  });
  return (
    <Sure
      does="Erase"
      title={`Erase ${person.name}?`}
      says="Body, tests, cautions, notes, sheets and messages are deleted for good. What classes were given stays; it names nobody. This cannot be taken back."
      error={erase.error}
      onSure={() => erase.mutate()}
    />
  );
}

interface SureProps {
  does: string;
  title: string;
  says: string;
  error: Error | null;
  onSure: () => void;
}

/** Something that is asked about before it is done. */
function Sure({ does, title, says, error, onSure }: SureProps) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="plain-action">{does}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/60" />
        <Dialog.Content className="fixed top-1/3 left-1/2 z-50 w-[460px] max-w-[92vw] -translate-x-1/2 rounded-xl bg-sheet p-6 text-ink">
          <Dialog.Title className="text-[26px] break-words">{title}</Dialog.Title>
          <Dialog.Description className="mt-2">{says}</Dialog.Description>
          {error && (
            <p role="alert" className="mt-2 font-semibold text-hold">
              {error.message}
            </p>
          )}
          <div className="mt-4 flex gap-3">
            <button type="button" className="action" onClick={onSure}>
              {does}
            </button>
            <Dialog.Close className="plain-action">Not now</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
