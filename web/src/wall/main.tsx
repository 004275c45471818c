import { StrictMode, useEffect, useState } from "react";
import { createRoot } from "react-dom/client";
import type { Schemas } from "../api/client";
import { Wall } from "./Wall";
import "./wall.css";

type Pair = Schemas["PairOut"];
const LOOK_MS = 2_000;
const KEPT = "floor-screen"; // that this screen was let in: it shows its clock before the server answers

/** A screen shows its code until a coach lets it in, then the floor; taken off, its code again. */
function Screen() {
  const [pair, setPair] = useState<Pair | null>(
    localStorage.getItem(KEPT) ? { state: "in", code: "", gym: "", name: "" } : null,
  );
  const [trouble, setTrouble] = useState("");
  const [tried, setTried] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: asked again at every try
  useEffect(() => {
    let over = false;
    let timer = 0;
    const again = () => {
      if (!over)
        timer = window.setTimeout(
          () => setTried((tries) => tries + 1),
          LOOK_MS * (pair?.state === "in" ? 10 : 1),
        );
    };
    const look = async () => {
      try {
        let found = (await (await fetch("/api/floor/screen", { cache: "no-store" })).json()) as Pair;
        if (found.state === "none") found = await askToPair();
        if (over) return;
        if (found.state === "in") localStorage.setItem(KEPT, "1");
        else localStorage.removeItem(KEPT);
        setTrouble("");
        setPair(found);
      } catch (error) {
        if (!over)
          setTrouble(
            error instanceof Full ? error.message : "The server does not answer. This goes on by itself.",
          );
      }
      again();
    };
    void look();
    return () => {
      over = true;
      window.clearTimeout(timer);
    };
  }, [tried]);
  if (pair?.state === "in") return <Wall />;
  return (
    <main className="m-auto flex h-dvh flex-col items-center justify-center gap-[0.8rem] p-[1rem] text-center">
      <h1 className="text-[2rem]">This screen is nobody's yet</h1>
      {pair?.code && (
        <>
          <p className="display text-[6rem] tracking-[0.12em]" data-code>
            {pair.code}
          </p>
          <p>A coach types this code under Floor. It is good for ten minutes.</p>
        </>
      )}
      {trouble && <p role="alert">{trouble}</p>}
    </main>
  );
}

class Full extends Error {}

async function askToPair(): Promise<Pair> {
  const response = await fetch("/api/floor/screen", { method: "POST" });
  const found = (await response.json()) as Pair & { detail?: string };
  if (!response.ok) throw new Full(found.detail ?? "");
  return found;
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Screen />
  </StrictMode>,
);
