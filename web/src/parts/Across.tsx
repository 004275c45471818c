import type { ReactNode } from "react";

/** What is wider than a small screen scrolls by itself, by finger and by keys. */
export function Across({
  of,
  className = "",
  children,
}: {
  of: string;
  className?: string;
  children: ReactNode;
}) {
  return (
    // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls sideways is reached by keys
    <section className={`overflow-x-auto ${className}`} aria-label={of} tabIndex={0}>
      {children}
    </section>
  );
}
