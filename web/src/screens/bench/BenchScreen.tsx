import { useQuery } from "@tanstack/react-query";
import { useParams } from "@tanstack/react-router";
import { sessionQuery, shelfQuery } from "../../api/queries";
import { Trouble, Waiting } from "../../parts/Trouble";
import { Bench } from "./Bench";

/** Loads a session and what the Bench needs of the shelf, then hands over. */
export function BenchScreen() {
  const id = Number(useParams({ from: "/session/$id" }).id);
  const session = useQuery({ ...sessionQuery(id), refetchOnMount: "always" });
  const shelf = useQuery(shelfQuery);
  const error = session.error ?? shelf.error;
  if (error && !(session.data && shelf.data))
    return (
      <Trouble
        error={error}
        again={() => {
          void session.refetch();
          void shelf.refetch();
        }}
      />
    );
  if (!session.data || !shelf.data) return <Waiting what="Opening the session" />;
  return <Bench key={id} session={session.data} shelf={shelf.data} />;
}
