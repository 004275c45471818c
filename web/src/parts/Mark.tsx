import type { Kind } from "../api/client";

export const KIND_WORD: Record<Kind, string> = {
  reach: "reach",
  hold: "hold",
  snap: "snap",
  pattern: "pattern",
};
export const KIND_COLOUR: Record<Kind, string> = {
  reach: "var(--color-reach)",
  hold: "var(--color-hold)",
  snap: "var(--color-snap)",
  pattern: "var(--color-pattern)",
};

/** The mark of a kind of demand: an arc with its pivot, a block under a bar, a zigzag, a dotted path. Reads without colour. */
export function Mark({ kind, size = 20, title }: { kind: Kind; size?: number; title?: string }) {
  const stroke = KIND_COLOUR[kind];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 20 20"
      role={title ? "img" : undefined}
      aria-hidden={title ? undefined : true}
      aria-label={title}
      className="shrink-0"
    >
      {kind === "reach" && (
        <>
          <path
            d="M3 14 A 11 11 0 0 1 14 3"
            fill="none"
            stroke={stroke}
            strokeWidth="2.6"
            strokeLinecap="round"
          />
          <circle cx="14.5" cy="14.5" r="2.4" fill={stroke} />
        </>
      )}
      {kind === "hold" && (
        <>
          <rect x="2.5" y="3" width="15" height="2.6" rx="1" fill={stroke} />
          <rect x="4.5" y="8" width="11" height="9" rx="1.5" fill={stroke} />
        </>
      )}
      {kind === "snap" && (
        <path
          d="M2 14 L7 5 L10 13 L14 6 L18 15"
          fill="none"
          stroke={stroke}
          strokeWidth="2.6"
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
      {kind === "pattern" && (
        <path
          d="M2.5 16 C 7 16, 7 5, 11 9 S 15 5, 17.5 3.5"
          fill="none"
          stroke={stroke}
          strokeWidth="2.7"
          strokeLinecap="round"
          strokeDasharray="0.1 4"
        />
      )}
    </svg>
  );
}
