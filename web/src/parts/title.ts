import { useEffect } from "react";

const NAME = "Dusty Chalk";

/** What the page is called in the browser, as long as the screen is open. */
export function useTitle(title: string | undefined): void {
  useEffect(() => {
    if (title) document.title = `${title} · ${NAME}`;
  }, [title]);
}
