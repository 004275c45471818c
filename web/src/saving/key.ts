/** A name for one attempt at something that must happen once, however often it is asked for. */
export const newKey = (): string =>
  Array.from(crypto.getRandomValues(new Uint32Array(4)), (one) => one.toString(36)).join("-");
