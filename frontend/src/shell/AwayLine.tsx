import {
  useIsFetching,
  useIsMutating,
  useQueryClient,
  type Mutation,
  type Query,
} from "@tanstack/react-query";
import { useEffect } from "react";
import { isAway } from "../api/away";

const waits = (query: Query) => isAway(query.state.fetchFailureReason) && query.state.status !== "error";
const said = ({ state }: Mutation) => state.status === "pending" && isAway(state.failureReason);

/** A line at the foot of every place while the server is away and is asked again by itself. */
export function AwayLine() {
  const queries = useQueryClient();
  const asked = useIsFetching({ predicate: waits });
  const told = useIsMutating({ predicate: said });
  const tryNow = async () => {
    const waiting = queries.getQueryCache().findAll({ predicate: waits });
    await queries.cancelQueries({ predicate: (query) => waiting.includes(query) });
    await queries.refetchQueries({ predicate: (query) => waiting.includes(query) });
  };
  useEffect(() => {
    const back = () => void tryNow();
    window.addEventListener("online", back);
    return () => window.removeEventListener("online", back);
  });
  return (
    <div role="status" className="away-line" hidden={!asked && !told}>
      {asked + told > 0 && (
        <>
          The server does not answer; it is asked again by itself.
          {asked > 0 && (
            <button type="button" className="plain-button" onClick={() => void tryNow()}>
              Try now
            </button>
          )}
        </>
      )}
    </div>
  );
}
