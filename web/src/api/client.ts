// One typed client for the API. The types are generated from the server's OpenAPI schema (./chalk types).
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";
import { signedInAgain } from "./signIn";

export type Schemas = components["schemas"];
export type Bench = Schemas["Bench"];
export type Demand = Schemas["Demand"];
export type Item = Schemas["Item"];
export type Plan = Schemas["Plan"];
export type Position = Schemas["Position"];
export type Session = Schemas["SessionOut"];
/** A member's page; their blocks are beside it where it is their own. */
export type Sheet = Schemas["SheetPage"] & Partial<Pick<Schemas["SheetAndTraining"], "training">>;
export type Picture = Schemas["Picture"];
export type Kind = Demand["kind"];

function cookie(name: string): string {
  const found = document.cookie.split("; ").find((one) => one.startsWith(`${name}=`));
  return found ? decodeURIComponent(found.slice(name.length + 1)) : "";
}

const GYM = "gym"; // the gym this tab is open for; another tab may be open for another
export const gymHere = (): string => sessionStorage.getItem(GYM) ?? "";
export const openGym = (id: number | null): void =>
  id === null ? sessionStorage.removeItem(GYM) : sessionStorage.setItem(GYM, String(id));

/** A request with what tells who asks, and for which gym. */
function signed(request: Request): Request {
  if (request.method !== "GET") request.headers.set("X-CSRFToken", cookie("csrftoken"));
  const gym = gymHere();
  if (gym) request.headers.set("X-Gym", gym);
  return request;
}

/** What asks for a password answers 401 to a wrong one: that ends no sign-in. */
const ASKS_FOR_PASSWORD = /^\/api\/(sign-in|invitation|password)/;
const copies = new Map<string, Request>(); // a request can be sent once; its copy, when it has to wait

export const api = createClient<paths>({ baseUrl: "" });
api.use({
  onRequest({ request, id }) {
    copies.set(id, request.clone());
    return signed(request);
  },
  async onResponse({ response, schemaPath, id }) {
    const copy = copies.get(id);
    copies.delete(id);
    if (response.status !== 401 || !copy || ASKS_FOR_PASSWORD.test(schemaPath)) return response;
    const again = signedInAgain();
    if (!again) return response;
    await again;
    return fetch(signed(copy));
  },
  onError({ id }) {
    copies.delete(id);
  },
});

/** What went wrong, in words for the person at the screen. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly field: string,
    readonly body: unknown = null,
  ) {
    super(message);
  }
}

/** Whether an error means that nobody answers for the moment: no network, too much at once, the database away. */
export const away = (error: unknown): boolean =>
  error instanceof ApiProblem && [0, 429, 502, 503, 504].includes(error.status);

/** Whether what could not be sent stays as it is: nobody answers, or nobody is signed in who may send it. */
export const waits = (error: unknown): boolean =>
  away(error) || (error instanceof ApiProblem && [401, 403].includes(error.status));

/** The data of a call, or an ApiProblem with the server's own words. */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result: { data?: T; error?: unknown; response: Response };
  try {
    result = await call;
  } catch {
    throw new ApiProblem(
      0,
      "The server does not answer. Your text is still here; try again in a moment.",
      "",
    );
  }
  if (result.response.ok) return result.data as T;
  const problem = (result.error ?? {}) as { detail?: string; field?: string };
  const { status } = result.response;
  throw new ApiProblem(status, problem.detail ?? "That did not work.", problem.field ?? "", problem);
}
