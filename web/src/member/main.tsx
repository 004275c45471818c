import { StrictMode, useCallback, useEffect, useState } from "react";
import { createRoot } from "react-dom/client";
import type { Sheet } from "../api/client";
import "../styles.css";
import { MemberPage } from "./MemberPage";

const token = window.location.pathname.split("/").pop() ?? "";
const KEPT = `sheet:${token}`;

function kept(): Sheet | null {
  try {
    return JSON.parse(localStorage.getItem(KEPT) ?? "null") as Sheet | null;
  } catch {
    return null;
  }
}

/** The member's own page. It keeps the last copy on the phone, so that it opens again with no signal. */
function Member() {
  const [sheet, setSheet] = useState<Sheet | null>(kept);
  const [trouble, setTrouble] = useState("");
  const take = useCallback((next: Sheet) => {
    setSheet(next);
    setTrouble("");
    // a device may be anybody's: what only the member may see is not kept on it
    if (next.private) localStorage.removeItem(KEPT);
    else localStorage.setItem(KEPT, JSON.stringify(next));
  }, []);
  const ask = useCallback(
    async (path: string, options?: RequestInit) => {
      try {
        const response = await fetch(`/api/sheets/${token}${path}`, options);
        const body = await response.json();
        if (response.ok) take(body as Sheet);
        else if (response.status === 404 || response.status === 410) {
          // the link has ended, and with it the copy on this device
          localStorage.removeItem(KEPT);
          setSheet(null);
          setTrouble(
            response.status === 410
              ? body.detail
              : "This link leads nowhere any more. Ask your coach for a new one.",
          );
        } else setTrouble(body.detail);
      } catch {
        setTrouble("No signal. This is the copy from last time.");
      }
    },
    [take],
  );
  useEffect(() => {
    void ask("");
  }, [ask]);
  if (!sheet)
    return (
      <main className="p-6 text-[17px]">
        <p role={trouble ? "alert" : "status"}>{trouble || "Opening your prep"}</p>
      </main>
    );
  return (
    <main>
      {trouble && (
        <p role="status" className="bg-sand px-5 py-2 text-[15px]">
          {trouble}
        </p>
      )}
      <MemberPage
        sheet={sheet}
        onFelt={(felt) =>
          void ask("/felt", {
            method: "POST",
            headers: { "Content-Type": "application/json" },
            body: JSON.stringify({ felt }),
          })
        }
      />
    </main>
  );
}

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <Member />
  </StrictMode>,
);
