// How a session is saved.
import { answer, api, type Schemas, type Session } from "../api/client";
import { type Kind, placeSaved } from "./saver";

export type Fields = Omit<Schemas["SessionPatch"], "version" | "title">;
export type Full = { [name in keyof Fields]-?: NonNullable<Fields[name]> };

const place = (id: number) => String(id);

/** A dial that is missing here does not compile. */
export const SESSION: Kind<Session, Full> = {
  place: ({ id }) => place(id),
  words: {
    text: "the board",
    minutes: "minutes",
    method: "method",
    pins: "drills kept",
    bans: "drills left out",
    order: "order of the drills",
    doses: "doses",
    breaks: "stops between parts",
    after_text: "what was done before",
    after_min: "minutes since it ended",
    cold: "cold room",
    hot: "hot day",
    locked: "lock",
  },
  pair: (field, name, value) => {
    if (field === "breaks") return `before part ${Number(name) + 1}, ${value} min`;
    return `${name}, dose ${Number(value) + 1}`;
  },
  send: ({ id }, body) =>
    answer(
      api.PATCH("/api/sessions/{session_id}", {
        params: { path: { session_id: id } },
        body,
        keepalive: true, // it arrives also when the page goes away meanwhile
      }),
    ),
};

/** What waits of one session, saved. */
export const sessionSaved = (id: number) => placeSaved(place(id));
