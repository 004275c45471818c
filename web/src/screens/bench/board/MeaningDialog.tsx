import { useQuery } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useMemo, useState } from "react";
import type { Schemas } from "../../../api/client";
import { movementsQuery } from "../../../api/queries";
import { useAddMovement, useTeach } from "./words";

type Movement = Schemas["ShelfMovement"];
const SHOWN = 9;

/** What a word means: a movement on the shelf, or a new one made from a similar one with its own positions. */
export function MeaningDialog({
  word,
  candidates,
  onClose,
  onTaught,
}: {
  word: string;
  candidates: string[];
  onClose: () => void;
  onTaught: (word: Schemas["WordOut"]) => void;
}) {
  const shelf = useQuery(movementsQuery);
  const [asked, setAsked] = useState("");
  const [picked, setPicked] = useState<Movement | null>(null);
  const [making, setMaking] = useState(false);
  const found = useMemo(() => search(shelf.data ?? [], asked, candidates), [shelf.data, asked, candidates]);
  const teach = useTeach((taught) => {
    onTaught(taught);
    onClose();
  });
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-slate-deep/60" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[86dvh] w-[760px] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded-xl bg-sheet p-6 text-ink"
        >
          <Dialog.Title className="text-[28px]">“{word}” means …</Dialog.Title>
          <p className="quiet mt-1">
            Your gym remembers it: the next board with this word is read without asking.
          </p>
          <div className="mt-4 grid min-h-0 grid-cols-[1fr_300px] gap-6 phone:grid-cols-1 phone:overflow-y-auto">
            <div className="flex min-h-0 flex-col">
              <label className="text-[14px] font-semibold" htmlFor="meaning-search">
                Find a movement
              </label>
              <input
                id="meaning-search"
                // biome-ignore lint/a11y/noAutofocus: a dialog opens on its one field
                autoFocus
                className="field mt-1"
                value={asked}
                placeholder="name or nickname"
                onChange={(event) => setAsked(event.target.value)}
                onKeyDown={(event) => {
                  if (event.key === "Enter" && found[0]) setPicked(found[0]);
                }}
              />
              <ul className="mt-2 min-h-[300px] overflow-y-auto" aria-label="Movements">
                {found.map((one) => (
                  <li key={one.id}>
                    <button
                      type="button"
                      className={`flex w-full items-baseline justify-between gap-3 rounded-md px-2 py-1.5 text-left ${picked?.id === one.id ? "bg-slate-deep text-chalk" : "hover:bg-sand"}`}
                      aria-pressed={picked?.id === one.id}
                      onClick={() => {
                        setPicked(one);
                        setMaking(false);
                      }}
                      onDoubleClick={() => teach.mutate({ word, movement: one.id })}
                    >
                      <span className="font-semibold">{one.name}</span>
                      <span
                        className={`text-[13px] ${picked?.id === one.id ? "text-chalk-dim" : "text-dust"}`}
                      >
                        {one.own ? "your own" : one.family.replaceAll("-", " ")}
                      </span>
                    </button>
                  </li>
                ))}
                {shelf.data && found.length === 0 && (
                  <li className="quiet px-2 py-3">
                    No movement has “{asked}” in its name. Pick the most similar one and make a new one from
                    it.
                  </li>
                )}
                {shelf.isPending && <li className="quiet px-2 py-3">Opening the shelf</li>}
              </ul>
            </div>
            <Chosen
              word={word}
              picked={picked}
              making={making}
              onMaking={setMaking}
              busy={teach.isPending}
              onTeach={(movement) => teach.mutate({ word, movement })}
              shelf={shelf.data ?? []}
            />
          </div>
          {(teach.error ?? shelf.error) && (
            <p role="alert" className="mt-3 text-hold">
              {(teach.error ?? shelf.error)?.message}
            </p>
          )}
          <Dialog.Close className="plain-action mt-4 self-start">Cancel</Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

interface ChosenProps {
  word: string;
  picked: Movement | null;
  making: boolean;
  busy: boolean;
  shelf: Movement[];
  onMaking: (making: boolean) => void;
  onTeach: (movement: string) => void;
}

function Chosen({ word, picked, making, busy, shelf, onMaking, onTeach }: ChosenProps) {
  if (!picked)
    return (
      <div className="self-start rounded-lg bg-sand p-4 text-[15px]">
        Pick a movement on the left: the one it is, or, if it is not there, the one most like it.
      </div>
    );
  if (making)
    return (
      <MakeOne
        key={picked.id}
        word={word}
        like={picked}
        shelf={shelf}
        onBack={() => onMaking(false)}
        onMade={onTeach}
      />
    );
  return (
    <div className="self-start rounded-lg bg-sand p-4 text-[15px]">
      <h3 className="text-[22px]">{picked.name}</h3>
      <p className="mt-1">
        Passes through {picked.positions.map((one) => one.name.toLowerCase()).join(", ")}.
      </p>
      <p className="quiet mt-1">Counts when: {picked.standard}.</p>
      <button type="button" className="action mt-4 w-full" disabled={busy} onClick={() => onTeach(picked.id)}>
        Read it as {picked.name}
      </button>
      <button type="button" className="plain-action mt-2 w-full" onClick={() => onMaking(true)}>
        It is new, but like this
      </button>
    </div>
  );
}

/** A movement of the gym's own: a name, and the positions it passes through, taken from a similar one. */
function MakeOne({
  word,
  like,
  shelf,
  onBack,
  onMade,
}: {
  word: string;
  like: Movement;
  shelf: Movement[];
  onBack: () => void;
  onMade: (movement: string) => void;
}) {
  const [name, setName] = useState(word);
  const [positions, setPositions] = useState(like.positions);
  const add = useAddMovement((made) => onMade(made.id));
  const others = useMemo(() => {
    const all = new Map(
      shelf.flatMap((one) => one.positions.map((position) => [position.id, position] as const)),
    );
    for (const one of positions) all.delete(one.id);
    return [...all.values()].sort((a, b) => a.name.localeCompare(b.name));
  }, [shelf, positions]);
  return (
    <form
      className="flex min-h-0 flex-col self-start overflow-y-auto rounded-lg bg-sand p-4 text-[15px]"
      onSubmit={(event) => {
        event.preventDefault();
        add.mutate({ name, like: like.id, positions: positions.map((one) => one.id) });
      }}
    >
      <h3 className="text-[22px]">New, like {like.name}</h3>
      <label className="mt-2 text-[14px] font-semibold" htmlFor="own-name">
        Name
      </label>
      <input
        id="own-name"
        className="field mt-1"
        value={name}
        maxLength={80}
        required
        onChange={(event) => setName(event.target.value)}
      />
      <p className="mt-3 text-[14px] font-semibold">Passes through</p>
      <ul className="mt-1 flex flex-wrap gap-1.5">
        {positions.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="plain-action !px-2 !py-1"
              aria-label={`Leave out ${one.name}`}
              onClick={() => setPositions(positions.filter((other) => other.id !== one.id))}
            >
              {one.name} ×
            </button>
          </li>
        ))}
      </ul>
      <label className="sr-only" htmlFor="own-position">
        Add a position
      </label>
      <select
        id="own-position"
        className="field mt-2"
        value=""
        onChange={(event) => {
          const more = others.find((one) => one.id === event.target.value);
          if (more) setPositions([...positions, more]);
        }}
      >
        <option value="">Add a position …</option>
        {others.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
      {add.error && (
        <p role="alert" className="mt-2 text-[14px] text-hold">
          {add.error.message}
        </p>
      )}
      <button
        type="submit"
        className="action mt-4"
        disabled={!name.trim() || !positions.length || add.isPending}
      >
        Make it
      </button>
      <button type="button" className="plain-action mt-2" onClick={onBack}>
        Back
      </button>
    </form>
  );
}

/** Movements whose names hold every word asked for; with nothing asked, what the word may have meant comes first. */
function search(shelf: Movement[], asked: string, candidates: string[]): Movement[] {
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  if (!words.length) {
    const likely = candidates
      .map((id) => shelf.find((one) => one.id === id))
      .filter((one): one is Movement => one !== undefined);
    return [...likely, ...shelf.filter((one) => !likely.includes(one))].slice(0, SHOWN);
  }
  const holds = (text: string) => words.every((word) => text.toLowerCase().includes(word));
  const byName = shelf.filter((one) => holds(one.name));
  const byAlias = shelf.filter((one) => !byName.includes(one) && one.aliases.some(holds));
  return [...byName.sort((a, b) => a.name.length - b.name.length), ...byAlias].slice(0, SHOWN);
}
