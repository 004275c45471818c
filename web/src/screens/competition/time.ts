// Instants of a day (whole seconds since 1970) by the clock of the place.
import { day, hour } from "../../parts/words";

const iso = (at: number) => new Date(at * 1000).toISOString();
export const clockAt = (at: number, zone: string) => hour(iso(at), zone);
export const dateAt = (at: number, zone: string) =>
  new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(at * 1000));
export const dayAt = (at: number, zone: string) => day(iso(at), zone, { weekday: "long", day: "numeric" });
export const span = (from: number, to: number, zone: string) => `${clockAt(from, zone)}–${clockAt(to, zone)}`;

/** 0.684 -> "68" */
export const hundredths = (share: number) => String(Math.round(share * 100));
