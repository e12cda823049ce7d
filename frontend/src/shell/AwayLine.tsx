import { useIsFetching, useQueryClient, type Query } from "@tanstack/react-query";
import { isAway } from "../api/away";

const waits = (query: Query) => isAway(query.state.fetchFailureReason) && query.state.status !== "error";

/** A line at the foot of every place while the server is away and is asked again by itself. */
export function AwayLine() {
  const queries = useQueryClient();
  const waiting = useIsFetching({ predicate: waits });
  const tryNow = async () => {
    const asked = queries.getQueryCache().findAll({ predicate: waits });
    await queries.cancelQueries({ predicate: (query) => asked.includes(query) });
    await queries.refetchQueries({ predicate: (query) => asked.includes(query) });
  };
  return (
    <div role="status" className="away-line" hidden={!waiting}>
      {waiting > 0 && (
        <>
          The server does not answer; it is asked again by itself.
          <button type="button" className="plain-button" onClick={() => void tryNow()}>
            Try now
          </button>
        </>
      )}
    </div>
  );
}
