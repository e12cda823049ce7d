import type { UseQueryResult } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Problem } from "./Problem";

/** After so long somebody wonders whether anything comes, ms. */
const WONDERS_MS = 500;

/** What stands on a page while what belongs there is not there yet, or cannot come. */
export function Coming({
  query,
  what,
}: {
  query: Pick<UseQueryResult, "data" | "error" | "failureCount" | "refetch">;
  what: string;
}) {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), WONDERS_MS);
    return () => clearTimeout(timer);
  }, []);
  if (query.data !== undefined) return null;
  const again = (
    <button type="button" className="min-h-6 font-semibold underline" onClick={() => void query.refetch()}>
      Try now
    </button>
  );
  if (query.error) return <Problem message={query.error.message}>{again}</Problem>;
  if (query.failureCount > 0)
    return (
      <Problem
        message={`${what} could not be fetched: there is no connection. It comes by itself as soon as there is one.`}
      >
        {again}
      </Problem>
    );
  return late ? (
    <p role="status" className="soft">
      {what} is fetched…
    </p>
  ) : null;
}
