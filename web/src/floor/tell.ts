// Asking and telling the floor, for a coach who has signed in and for a screen that has only its cookie.
import type { Schemas } from "../api/client";
import type { Command } from "./clock";
import { Gone, type Told } from "./presses";

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((one) => one.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

/** What the server refused, in its own words. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** Send something about the floor. Throws TypeError while nobody answers, Refused for what cannot be. */
export async function tellFloor<Answer>(gym: string, path: string, body: unknown): Promise<Answer> {
  const headers: Record<string, string> = {
    "Content-Type": "application/json",
    "X-CSRFToken": cookie("csrftoken"),
  };
  if (gym) headers["X-Gym"] = gym;
  const response = await fetch(`/api/floor/${path}`, { method: "POST", headers, body: JSON.stringify(body) });
  const found = (await response.json().catch(() => ({}))) as Answer & { detail?: string };
  if (!response.ok) throw new Refused(response.status, found.detail ?? "That did not work.");
  return found;
}

/** Ask something about the floor; null where there is nothing. Throws while nobody answers. */
export async function askFloor<Answer>(gym: string, path: string): Promise<Answer | null> {
  const headers: Record<string, string> = gym ? { "X-Gym": gym } : {};
  const response = await fetch(`/api/floor/${path}`, { headers });
  if (response.status === 404) return null;
  if (!response.ok) throw new Refused(response.status, "");
  return (await response.json()) as Answer;
}

/** Tell what was pressed. */
export const tellPresses =
  (gym: string) =>
  async (run: number, commands: Command[], alone_since: number | null): Promise<Told> => {
    try {
      const told = await tellFloor<Schemas["PressedOut"]>(gym, `runs/${run}/press`, {
        commands,
        alone_since,
      });
      return { state: told.run?.state ?? null, outcomes: told.outcomes };
    } catch (error) {
      if (error instanceof Refused && [404, 422].includes(error.status)) throw new Gone();
      throw error;
    }
  };
