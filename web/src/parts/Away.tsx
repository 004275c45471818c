import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { away } from "../api/client";

/** One line while the server does not answer: what stands on the screen is the last that was known. */
export function Away() {
  const client = useQueryClient();
  const [gone, setGone] = useState(false);
  useEffect(() => {
    const cache = client.getQueryCache();
    const look = () =>
      setGone(cache.getAll().some((one) => away(one.state.error ?? one.state.fetchFailureReason)));
    return cache.subscribe(look);
  }, [client]);
  if (!gone) return null;
  return (
    <p role="status" className="no-print bg-amber/40 px-5 py-1.5 text-[15px] text-ink">
      The server does not answer. This is what was last known; it goes on by itself.
    </p>
  );
}
